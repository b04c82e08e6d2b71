using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using ICU4N.Text;

namespace Hang.Paint.Shaping;

/// <summary>Words by Unicode's text segmentation (UAX #29, section 4), as ICU finds them.</summary>
internal static class WordBreaks
{
    private static readonly ThreadLocal<BreakIterator> Walker = new(() => BreakIterator.GetWordInstance(CultureInfo.InvariantCulture));

    /// <summary>Where words begin, and how long they are; segments without a letter or a digit are none.</summary>
    public static ImmutableArray<(int Start, int Length)> Of(string line)
    {
        var walker = Walker.Value!;
        walker.SetText(line);
        var words = ImmutableArray.CreateBuilder<(int, int)>();
        var start = walker.First();
        for (var end = walker.Next(); end != BreakIterator.Done; start = end, end = walker.Next())
        {
            if (line[start..end].EnumerateRunes().Any(r => Rune.IsLetterOrDigit(r)))
            {
                words.Add((start, end - start));
            }
        }
        return words.ToImmutable();
    }
}
