using Hang.Paint.Fonts;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Server.Safety;
using Hang.Server.Sources;
using Hang.Store.Packages;
using Hang.Store.Sources;

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
        api.MapPost("/", AddAsync)
            .Takes(FontSources.Kind.MostBytes + 1)
            .WithName("addFont")
            .WithSummary("Takes a font into a graphic's package: TTF, OTF or WOFF2. It is judged by its content, and by what its maker allows.")
            .Accepts<byte[]>("application/octet-stream", "font/ttf", "font/otf", "font/woff2");
    }

    private static async Task<IReadOnlyList<OwnFont>> ListAsync(Guid id, SourceStore store, CancellationToken cancel) =>
        [
            .. (await store.OfPackageAsync(FontSources.Kind, id, cancel))
                .GroupBy(f => ((FontAsset)f.Facts).Family)
                .OrderBy(f => f.Key, StringComparer.Ordinal)
                .Select(Own),
        ];

    private static async Task<OwnFont> AddAsync(
        Guid id,
        string name,
        HttpRequest request,
        SourceStore store,
        DocumentSources sources,
        PackageStore packages,
        CancellationToken cancel
    )
    {
        var graphic = (await packages.GraphicsAsync(cancel)).FirstOrDefault(g => g.Id == id)
            ?? throw new MissingException($"There is no such graphic.", $"Go back to the rack and choose another.");
        var bytes = await Uploads.ReadAsync(request, name, FontSources.Kind.MostBytes, FontSources.Kind.Name, cancel);
        var font = (FontAsset)(await sources.AddAsync(FontSources.Kind, name, bytes, cancel, graphic.PackageId)).Facts;
        return (await ListAsync(id, store, cancel)).Single(f => f.Name == font.Family);
    }

    private static OwnFont Own(IGrouping<string, KeptSource> family) =>
        new(
            family.Key,
            [.. family.Select(f => ((FontAsset)f.Facts).Weight).Distinct().Order()],
            FontShelf.Shipped.FeaturesOf(family.Key),
            family.All(f => f.IsCarried)
        );
}
