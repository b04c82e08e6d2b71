using Hang.Paint.Fonts;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Server.Safety;
using Hang.Store.Fonts;
using Hang.Store.Packages;

namespace Hang.Server.Fonts;

/// <summary>A font that a package has.</summary>
/// <param name="Weights">CSS font weights that are there.</param>
/// <param name="Features">OpenType features that a person may want to set.</param>
/// <param name="Carried">Whether a document takes it along; if not, its maker does not allow that.</param>
public sealed record OwnFont(string Name, IReadOnlyList<int> Weights, IReadOnlyList<string> Features, bool Carried);

/// <summary>Fonts that a package has besides those that ship.</summary>
public static class FontEndpoints
{
    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/graphics/{id:guid}/fonts").WithTags("Fonts").Refuses();
        api.MapGet("/", ListAsync).WithName("ownFonts").WithSummary("The fonts of a graphic's package, besides those that ship.");
        api.MapPost("/", AddAsync).Takes(FontFile.MostBytes + 1).WithName("addFont").WithSummary("Takes a font into a graphic's package: TTF, OTF or WOFF2. It is judged by its content, and by what its maker allows.").Accepts<byte[]>("application/octet-stream", "font/ttf", "font/otf", "font/woff2");
    }

    private static async Task<IReadOnlyList<OwnFont>> ListAsync(Guid id, FontStore store, CancellationToken cancel) =>
        [.. (await store.ListAsync(id, cancel)).GroupBy(f => f.Family).Select(Own)];

    private static async Task<OwnFont> AddAsync(Guid id, string name, HttpRequest request, FontStore store, PackageFonts fonts, PackageStore packages, CancellationToken cancel)
    {
        var graphic = (await packages.GraphicsAsync(cancel)).FirstOrDefault(g => g.Id == id) ?? throw new MissingException("There is no such graphic.", "Go back to the rack and choose another.");
        var bytes = await Uploads.ReadAsync(request, name, FontFile.MostBytes, "font", cancel);
        var font = await fonts.AddAsync(graphic.PackageId, name, bytes, cancel);
        return Own((await store.ListAsync(id, cancel)).Where(f => f.Family == font.Family).GroupBy(f => f.Family).Single());
    }

    private static OwnFont Own(IGrouping<string, FontRow> family) =>
        new(family.Key, [.. family.Select(f => f.Weight).Distinct().Order()], FontShelf.Shipped.FeaturesOf(family.Key), family.All(f => f.Embedding != JsonName.Of(Embedding.Preview)));
}
