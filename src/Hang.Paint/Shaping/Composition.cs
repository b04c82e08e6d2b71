using System.Globalization;
using System.Text;
using Hang.Paint.Fonts;
using ICU4N.Text;

namespace Hang.Paint.Shaping;

/// <summary>
/// The characters of a line as they are to be shaped. A letter and the marks on it are looked for in a font as one (CSS Fonts 4, section 5.3, cluster
/// matching): where the font has the composed character (UAX #15, NFC) but not the marks, the composed one is taken, and the other way round, so
/// that an accent that was typed apart is set from the same font as one that was not.
/// </summary>
internal static class Composition
{
    private static readonly Normalizer2 Nfc = Normalizer2.NFCInstance;
    private static readonly Normalizer2 Nfd = Normalizer2.NFDInstance;

    /// <summary>
    /// The characters, and for each the index of the first UTF-16 unit of what it stands for. Control characters are left out; a tab is a space.
    /// </summary>
    public static (int[] Codepoints, int[] Units) Of(string line, FontFace chosen)
    {
        var runes = Read(line);
        List<int> codepoints = [],
            units = [];
        for (var i = 0; i < runes.Count; )
        {
            var end = i + 1;
            while (end < runes.Count && IsMark(runes[end].Rune))
            {
                end++;
            }
            if (Composed(runes, i, end, chosen) is { } composed)
            {
                codepoints.AddRange(composed);
                units.AddRange(Enumerable.Repeat(runes[i].Unit, composed.Length));
            }
            else
            {
                codepoints.AddRange(runes.Skip(i).Take(end - i).Select(r => r.Rune.Value));
                units.AddRange(runes.Skip(i).Take(end - i).Select(r => r.Unit));
            }
            i = end;
        }
        return ([.. codepoints], [.. units]);
    }

    private static List<(Rune Rune, int Unit)> Read(string line)
    {
        List<(Rune, int)> runes = [];
        var unit = 0;
        foreach (var rune in line.EnumerateRunes())
        {
            if (!Rune.IsControl(rune) || rune.Value == '\t')
            {
                runes.Add((rune.Value == '\t' ? new(' ') : rune, unit));
            }
            unit += rune.Utf16SequenceLength;
        }
        return runes;
    }

    /// <summary>A letter with its marks as the font can set it: composed, else taken apart; null when it is best as it was typed.</summary>
    private static int[]? Composed(List<(Rune Rune, int Unit)> runes, int start, int end, FontFace chosen)
    {
        var typed = string.Concat(runes.Skip(start).Take(end - start).Select(r => r.Rune.ToString()));
        if (IsIn(typed, chosen))
        {
            return null;
        }
        var (composed, apart) = (Nfc.Normalize(typed), Nfd.Normalize(typed));
        return !IsIn(composed, chosen) && IsIn(apart, chosen) ? Characters(apart)
            : composed == typed ? null
            : Characters(composed);
    }

    private static bool IsIn(string text, FontFace face) => text.EnumerateRunes().All(r => face.Has(r.Value));

    private static int[] Characters(string text) => [.. text.EnumerateRunes().Select(r => r.Value)];

    private static bool IsMark(Rune rune) =>
        Rune.GetUnicodeCategory(rune) is UnicodeCategory.NonSpacingMark or UnicodeCategory.SpacingCombiningMark or UnicodeCategory.EnclosingMark;
}
