using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Media.Processes;
using Hang.Paint.Fonts;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Sources;
using Hang.Store.Fonts;

namespace Hang.Server.Fonts;

/// <summary>Fonts that packages have besides those that ship: taken in, found again by every process, and carried in documents.</summary>
public sealed class PackageFonts(FontStore store, FontTrials trials, ILogger<PackageFonts> log)
{
    /// <summary>Lets the shelf of fonts find those of packages when type asks for them.</summary>
    public void Serve() => FontShelf.Shipped.Elsewhere = Find;

    /// <summary>Takes a font in for a package, after it has been tried.</summary>
    /// <exception cref="ProblemException">It cannot be used, or another file goes by its name.</exception>
    public async Task<FontRow> AddAsync(Guid package, string name, byte[] file, CancellationToken cancel) => await AddAsync(package, await Task.Run(() => trials.Read(name, file), cancel), cancel);

    private async Task<FontRow> AddAsync(Guid package, FontFile font, CancellationToken cancel)
    {
        if (store.OfFamily(font.Family).FirstOrDefault(f => f.Weight == font.Weight && f.Hash != font.Hash) is { } other)
        {
            throw new ProblemException($"There is another font {font.Family} of weight {font.Weight} already: {Quoted.Short(other.Name)}.", "Use that one, or give the new one another family name.", field: "font");
        }
        FontShelf.Shipped.Add(font);
        var row = new FontRow(font.Hash, font.Name, font.Family, font.Weight, JsonName.Of(font.Embedding));
        await store.AddAsync(package, row, font.Bytes, cancel);
        return row;
    }

    /// <summary>A document with the fonts in it that its type uses and that may be carried.</summary>
    public Graphic WithFonts(Graphic graphic)
    {
        var fonts = Families(graphic).Except(FontShelf.Shipped.Families.Select(f => f.Name)).SelectMany(store.OfFamily).DistinctBy(f => f.Hash).ToImmutableSortedDictionary(
            f => f.Hash,
            f => new FontAsset
            {
                Name = f.Name,
                Family = f.Family,
                Weight = f.Weight,
                Data = f.Embedding != JsonName.Of(Embedding.Preview) && store.Bytes(f.Hash) is { } bytes ? Convert.ToBase64String(bytes) : null,
            },
            StringComparer.Ordinal);
        return graphic with { Fonts = fonts.IsEmpty ? null : fonts };
    }

    /// <summary>Moves the fonts of a document into a package.</summary>
    public async Task<Graphic> KeepAsync(Guid package, Graphic graphic, CancellationToken cancel)
    {
        foreach (var (hash, font) in graphic.Fonts ?? ImmutableSortedDictionary<string, FontAsset>.Empty)
        {
            if (font.Data is { } data)
            {
                await AddAsync(package, await Task.Run(() => trials.Read(hash, font, data), cancel), cancel);
            }
        }
        return graphic with { Fonts = null };
    }

    private static IEnumerable<string> Families(Graphic graphic) => PlacedRules.AllOf(graphic).SelectMany(g => g.Layers).Where(l => l.Content.Kind.Worded is not null).Select(l => l.Content.Values[l.Content.Kind.Worded!.Family].Constant.Text).Distinct();

    private List<FontFile> Find(string family)
    {
        try
        {
            return [.. store.OfFamily(family).Select(f => (Row: f, Bytes: store.Bytes(f.Hash))).Where(f => f.Bytes is not null).Select(f => FontFile.Read(f.Row.Name, f.Bytes!))];
        }
        catch (Exception e)
        {
            log.LogWarning(e, "The fonts of {Family} could not be looked for", family);
            return [];
        }
    }
}
