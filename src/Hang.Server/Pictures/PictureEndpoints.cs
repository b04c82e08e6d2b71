using Hang.Paint.Pictures;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Values;
using Hang.Server.Safety;
using Hang.Server.SignIn;
using Hang.Store.Accounts;
using Hang.Store.Pictures;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Pictures;

/// <summary>A picture that was taken in.</summary>
public sealed record AddedPicture(string Hash, string Name, string Type, int Width, int Height);

/// <summary>Pictures come in as the body of a request and go out by content hash.</summary>
public static class PictureEndpoints
{
    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/pictures").WithTags("Pictures").Refuses();
        api.MapPost("/", AddAsync).Needing(Role.Editor, Scope.Fill).Takes(PictureFile.MostBytes + 1).WithName("addPicture").WithSummary("Takes a picture in; it is judged by its content.").Accepts<byte[]>("application/octet-stream", "image/png", "image/jpeg", "image/webp");
        api.MapGet("/{hash}/about", async (string hash, PictureStore store, CancellationToken cancel) => await store.FindAsync(hash, cancel) is { } a ? new AddedPicture(hash, a.Name, a.Type, a.Width, a.Height)
            : throw new ProblemException("There is no such picture here.", "Add it again.", field: "hash")).WithName("pictureAbout").WithSummary("What a picture is called, and how large it is.");
        api.MapGet("/{hash}", Get).WithName("picture").WithSummary("A picture by its content hash, or without its ground.");
    }

    private static async Task<AddedPicture> AddAsync(string name, HttpRequest request, PictureStore store, CancellationToken cancel)
    {
        var bytes = await Uploads.ReadAsync(request, name, PictureFile.MostBytes, "picture", cancel);
        var picture = PictureFile.Read(name, bytes);
        await store.AddAsync(picture.Hash, picture.Asset, picture.Bytes, cancel);
        return new(picture.Hash, picture.Asset.Name, picture.Asset.Type, picture.Asset.Width, picture.Asset.Height);
    }

    private static async Task<Results<FileContentHttpResult, NotFound>> Get(string hash, PictureStore store, HttpResponse response, CancellationToken cancel)
    {
        if (PictureId.Parse(hash) is { } cut)
        {
            if (store.Bytes(cut.Hash) is not { } whole)
            {
                return TypedResults.NotFound();
            }
            response.Headers.CacheControl = "private, max-age=31536000, immutable";
            return TypedResults.File(PictureShelf.WithoutGround(cut, whole), "image/png");
        }
        if (store.Bytes(hash) is not { } bytes || await store.FindAsync(hash, cancel) is not Asset asset)
        {
            return TypedResults.NotFound();
        }
        response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.File(bytes, asset.Type);
    }
}
