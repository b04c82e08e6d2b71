using System.Globalization;
using System.Text;

namespace Hang.Scene.Typesetting;

/// <summary>
/// Letters as people count them: extended grapheme clusters (UAX #29), with rule GB9c: consonants that a virama joins are one. The runtime's own clusters
/// leave that rule out. The property Indic_Conjunct_Break is written here from memory of Unicode 15.1's DerivedCoreProperties.
/// </summary>
internal static class Letters
{
    /// <summary>First and last of each range of consonants: Devanagari, Bengali, Gujarati, Oriya, Telugu, Malayalam.</summary>
    private static readonly (int First, int Last)[] Consonants =
    [
        (0x0915, 0x0939),
        (0x0958, 0x095F),
        (0x0978, 0x097F),
        (0x0995, 0x09A8),
        (0x09AA, 0x09B0),
        (0x09B2, 0x09B2),
        (0x09B6, 0x09B9),
        (0x09DC, 0x09DD),
        (0x09DF, 0x09DF),
        (0x09F0, 0x09F1),
        (0x0A95, 0x0AA8),
        (0x0AAA, 0x0AB0),
        (0x0AB2, 0x0AB3),
        (0x0AB5, 0x0AB9),
        (0x0AF9, 0x0AF9),
        (0x0B15, 0x0B28),
        (0x0B2A, 0x0B30),
        (0x0B32, 0x0B33),
        (0x0B35, 0x0B39),
        (0x0B5C, 0x0B5D),
        (0x0B5F, 0x0B5F),
        (0x0B71, 0x0B71),
        (0x0C15, 0x0C28),
        (0x0C2A, 0x0C39),
        (0x0C58, 0x0C5A),
        (0x0D15, 0x0D3A),
    ];

    /// <summary>The viramas of those scripts.</summary>
    private static readonly int[] Linkers = [0x094D, 0x09CD, 0x0ACD, 0x0B4D, 0x0C4D, 0x0D4D];

    /// <summary>Where letters begin, in UTF-16 units, rising.</summary>
    public static int[] Starts(string line)
    {
        var clusters = StringInfo.ParseCombiningCharacters(line);
        List<int> starts = [];
        for (var i = 0; i < clusters.Length; i++)
        {
            if (i == 0 || !IsConsonant(RuneAt(line, clusters[i])) || !Links(line.AsSpan(clusters[i - 1], clusters[i] - clusters[i - 1])))
            {
                starts.Add(clusters[i]);
            }
        }
        return [.. starts];
    }

    /// <summary>True for a consonant, then marks without a letter of their own, a virama among them.</summary>
    private static bool Links(ReadOnlySpan<char> cluster)
    {
        var (first, linked) = (true, false);
        foreach (var rune in cluster.EnumerateRunes())
        {
            if (first ? !IsConsonant(rune.Value) : Rune.GetUnicodeCategory(rune) is not (UnicodeCategory.NonSpacingMark or UnicodeCategory.Format))
            {
                return false;
            }
            linked |= !first && Array.IndexOf(Linkers, rune.Value) >= 0;
            first = false;
        }
        return linked;
    }

    private static int RuneAt(string line, int index) => Rune.TryGetRuneAt(line, index, out var rune) ? rune.Value : 0;

    private static bool IsConsonant(int codepoint) => codepoint is >= 0x0915 and <= 0x0D3A && Consonants.Any(r => codepoint >= r.First && codepoint <= r.Last);
}
