using Hang.Paint.Fonts;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Server.Sources;
using Hang.Store.Sources;

namespace Hang.Server.Fonts;

/// <summary>Fonts that packages have besides those that ship: found again by every process, and carried in documents.</summary>
public sealed class PackageFonts(SourceStore store, ILogger<PackageFonts> log) : ISourceShelf
{
    public SourceKind Kind => FontSources.Kind;

    /// <summary>Lets the shelf of fonts find those of packages when type asks for them.</summary>
    public void Serve() => FontShelf.Shipped.Elsewhere = Find;

    /// <inheritdoc/>
    /// <exception cref="ProblemException">Another file goes by its name.</exception>
    public void Admit(Judged source)
    {
        var font = (FontAsset)source.Facts;
        if (OfFamily(font.Family).FirstOrDefault(f => ((FontAsset)f.Facts).Weight == font.Weight && f.Hash != source.Hash) is { } other)
        {
            throw new ProblemException(
                $"There is another font {font.Family} of weight {font.Weight} already: {Quoted.Short(other.Facts.Name)}.",
                $"Use that one, or give the new one another family name.",
                field: "font"
            );
        }
        FontShelf.Shipped.Add(FontFile.Read(font.Name, source.Bytes));
    }

    /// <summary>The fonts of a family that does not ship.</summary>
    public IEnumerable<KeptSource> Named(string name) => FontShelf.Shipped.Families.Any(f => f.Name == name) ? [] : OfFamily(name);

    private IReadOnlyList<KeptSource> OfFamily(string family) => store.Where(Kind, "family", family);

    private List<FontFile> Find(string family)
    {
        try
        {
            return
            [
                .. OfFamily(family)
                    .Select(f => (f.Facts.Name, Bytes: store.Bytes(Kind, f.Hash)))
                    .Where(f => f.Bytes is not null)
                    .Select(f => FontFile.Read(f.Name, f.Bytes!)),
            ];
        }
        catch (Exception e)
        {
            log.LogWarning(e, "The fonts of {Family} could not be looked for", family);
            return [];
        }
    }
}
