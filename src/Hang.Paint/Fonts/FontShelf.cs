using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Text.Json;
using Hang.Scene;

namespace Hang.Paint.Fonts;

/// <summary>A family that ships with Hang.</summary>
/// <param name="Character">What it is like, in a few words.</param>
/// <param name="Weights">CSS font weights it has, rising.</param>
/// <param name="Features">OpenType features that a person may want to set.</param>
public sealed record FontFamily(string Name, string Character, ImmutableArray<int> Weights, ImmutableArray<string> Features);

/// <summary>
/// The fonts that ship with Hang, opened when first used, and those that somebody has added. System fonts are never used, so that every machine paints the
/// same.
/// </summary>
public sealed class FontShelf
{
    private readonly Dictionary<string, Family> families;
    private readonly ConcurrentDictionary<(string Family, int Weight), Lazy<FontFace>> own = new();
    private readonly ImmutableArray<Family> fallbacks;
    private readonly string folder;
    private readonly Lazy<ImmutableArray<FontFamily>> listed;

    /// <param name="folder">Folder with fonts.json and the font files.</param>
    public FontShelf(string folder)
    {
        this.folder = folder;
        var list = JsonSerializer.Deserialize<Manifest>(File.ReadAllBytes(Path.Combine(folder, "fonts.json")), JsonSerializerOptions.Web)
            ?? throw new InvalidDataException("fonts.json is empty.");
        families = list.Families.ToDictionary(f => f.Name, StringComparer.Ordinal);
        fallbacks = [.. list.Fallbacks.Select(n => families[n]), .. list.Families.Where(f => !list.Fallbacks.Contains(f.Name))];
        listed = new(() =>
            [
                .. list.Families.Select(f => new FontFamily(
                    f.Name,
                    f.Character,
                    [.. f.Faces.Select(x => x.Weight)],
                    [.. Open(f, Usual).Features.Where(IsChoice)]
                )),
            ]
        );
    }

    private const int Usual = 400;

    /// <summary>True for features that are a matter of taste; others belong to a script and act by themselves (OpenType 1.9, registered features).</summary>
    private static bool IsChoice(string tag) => Tastes.Contains(tag) || (tag[..2] is "ss" or "cv" && char.IsAsciiDigit(tag[2]));

    private static readonly HashSet<string> Tastes = new(
        [
            "tnum",
            "pnum",
            "onum",
            "lnum",
            "zero",
            "frac",
            "afrc",
            "ordn",
            "sups",
            "subs",
            "sinf",
            "smcp",
            "c2sc",
            "case",
            "cpsp",
            "liga",
            "clig",
            "dlig",
            "hlig",
            "calt",
            "swsh",
            "cswh",
            "salt",
            "titl",
            "kern",
        ],
        StringComparer.Ordinal
    );

    /// <summary>The fonts in the folder beside the program.</summary>
    public static FontShelf Shipped { get; } = new(Path.Combine(AppContext.BaseDirectory, "fonts"));

    /// <summary>The families; their features are read when they are first asked for, which opens every font.</summary>
    public ImmutableArray<FontFamily> Families => listed.Value;

    /// <summary>The face of a family whose weight is nearest; of two as near, the heavier for 500 and more (CSS Fonts 4, section 5.2, simplified).</summary>
    /// <exception cref="ProblemException">There is no such family.</exception>
    public FontFace Face(string family, int weight)
    {
        if (families.TryGetValue(family, out var found))
        {
            return Open(found, weight);
        }
        if (Own(family, weight) is { } given)
        {
            return given;
        }
        foreach (var font in Elsewhere?.Invoke(family) ?? [])
        {
            Add(font);
        }
        return Own(family, weight)
            ?? throw new ProblemException(
                $"The font \"{family}\" is not here: it does not ship with Hang, and nobody has added it.",
                $"Add it, or choose one of {string.Join(", ", families.Keys)}.",
                field: "family"
            );
    }

    /// <summary>Where to look for a family that is not on the shelf: the fonts of it that somebody has added. Null: nowhere.</summary>
    public Func<string, IEnumerable<FontFile>>? Elsewhere { get; set; }

    /// <summary>Puts a font on the shelf.</summary>
    /// <exception cref="ProblemException">A family of that name ships with Hang.</exception>
    public void Add(FontFile font)
    {
        if (families.ContainsKey(font.Family))
        {
            throw new ProblemException($"{font.Family} ships with Hang already.", $"Choose it from the list of fonts.", field: "font");
        }
        own[(font.Family, font.Weight)] = new(() => new FontFace(font.Bytes));
    }

    /// <summary>Features of an added family, as <see cref="FontFamily.Features"/>.</summary>
    public ImmutableArray<string> FeaturesOf(string family) => [.. Face(family, Usual).Features.Where(IsChoice)];

    private FontFace? Own(string family, int weight)
    {
        var best = own
            .Keys.Where(k => k.Family == family)
            .OrderBy(k => Math.Abs(k.Weight - weight))
            .ThenBy(k => weight >= 500 ? -k.Weight : k.Weight)
            .Select(k => (int?)k.Weight)
            .FirstOrDefault();
        return best is { } found ? own[(family, found)].Value : null;
    }

    /// <summary>The faces to look for a character in when the chosen one lacks it, in order.</summary>
    public IEnumerable<FontFace> Fallbacks(int weight) => fallbacks.Select(f => Open(f, weight));

    private FontFace Open(Family family, int weight)
    {
        var entry = family.Faces.MinBy(f => (Math.Abs(f.Weight - weight), weight >= 500 ? -f.Weight : f.Weight))!;
        return entry.Opened(folder);
    }

    private sealed record Manifest(ImmutableArray<string> Fallbacks, ImmutableArray<Family> Families);

    private sealed record Family(string Name, string Character, ImmutableArray<Entry> Faces);

    private sealed record Entry(int Weight, string File)
    {
        private Lazy<FontFace>? face;

        public FontFace Opened(string folder) => LazyInitializer.EnsureInitialized(ref face, () => new(() => new(Path.Combine(folder, File)))).Value;
    }
}
