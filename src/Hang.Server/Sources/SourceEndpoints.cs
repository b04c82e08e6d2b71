using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Server.Safety;
using Hang.Server.SignIn;
using Hang.Store.Accounts;
using Hang.Store.Sources;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Sources;

/// <summary>A source that was taken in, with all that documents say of one of its kind.</summary>
public sealed record AddedSource(string Hash, string Name, string Type)
{
    /// <summary>What is known of it besides: of a picture its width and height, of a sound its samples and channels.</summary>
    [JsonExtensionData]
    public Dictionary<string, JsonElement> Facts { get; init; } = [];

    public static AddedSource Of(SourceKind kind, string hash, Source facts)
    {
        var known = JsonNode.Parse(kind.Write(facts))!.Deserialize<Dictionary<string, JsonElement>>()!;
        known.Remove("name");
        known.Remove("type");
        return new(hash, facts.Name, facts.Type) { Facts = known };
    }
}

/// <summary>Sources come in as the body of a request and go out by content hash, those of each kind under an address of their own.</summary>
public static class SourceEndpoints
{
    private const string Forever = "private, max-age=31536000, immutable";

    public static void Map(IEndpointRouteBuilder app)
    {
        foreach (var kind in SourceKinds.All.Where(k => k.Reach == SourceReach.Document))
        {
            var api = app.MapGroup($"/api/{kind.Folder}").WithTags(Capital(kind.Folder)).Refuses();
            var add = api.MapPost("/", async (string name, HttpRequest request, DocumentSources sources, CancellationToken cancel) =>
                {
                    var judged = await sources.AddAsync(kind, name, await Uploads.ReadAsync(request, name, kind.MostBytes, kind.Name, cancel), cancel);
                    return AddedSource.Of(kind, judged.Hash, judged.Facts);
                })
                .Takes(kind.MostBytes + 1)
                .WithName($"add{Capital(kind.Name)}")
                .WithSummary($"Takes a {kind.Name} in; it is judged by its content.")
                .Accepts<byte[]>("application/octet-stream", [.. kind.Types.Select(t => t.Type)])
                .Answering(kind);
            if (kind.IsFilled)
            {
                add.Needing(Role.Editor, Scope.Fill);
            }
            api.MapGet("/{hash}/about", async (string hash, SourceStore store, CancellationToken cancel) =>
                    await store.FindAsync(kind, hash, cancel) is { } facts
                        ? AddedSource.Of(kind, hash, facts)
                        : throw new ProblemException($"There is no such file here.", $"Add it again.", field: "hash")
                )
                .WithName($"{kind.Name}About")
                .WithSummary($"What is known of a {kind.Name}.")
                .Answering(kind);
            api.MapGet(
                    "/{hash}",
                    async Task<Results<PhysicalFileHttpResult, FileContentHttpResult, NotFound>> (
                        string hash,
                        SourceStore store,
                        DocumentSources sources,
                        HttpResponse response,
                        CancellationToken cancel
                    ) =>
                    {
                        if (await store.FileAsync(kind, hash, cancel) is { } path && await store.FindAsync(kind, hash, cancel) is { } facts)
                        {
                            response.Headers.CacheControl = Forever;
                            return TypedResults.PhysicalFile(Path.GetFullPath(path), facts.Type);
                        }
                        if (sources.ShelfOf(kind)?.Made(hash) is { } made)
                        {
                            response.Headers.CacheControl = Forever;
                            return TypedResults.File(made.Bytes, made.Type);
                        }
                        return TypedResults.NotFound();
                    }
                )
                .WithName(kind.Name)
                .WithSummary($"A {kind.Name} as it came, by its content hash.");
        }
    }

    private static string Capital(string word) => char.ToUpperInvariant(word[0]) + word[1..];
}
