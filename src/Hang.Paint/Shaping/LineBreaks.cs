using System.Collections.Immutable;
using System.Globalization;
using ICU4N.Text;

namespace Hang.Paint.Shaping;

/// <summary>Where lines may be broken (UAX #14), as ICU finds it.</summary>
internal static class LineBreaks
{
    private static readonly ThreadLocal<BreakIterator> Walker = new(() => BreakIterator.GetLineInstance(CultureInfo.InvariantCulture));

    public static ImmutableArray<int> Of(string line)
    {
        var walker = Walker.Value!;
        walker.SetText(line);
        var places = ImmutableArray.CreateBuilder<int>();
        walker.First();
        for (var end = walker.Next(); end != BreakIterator.Done; end = walker.Next())
        {
            if (end < line.Length)
            {
                places.Add(end);
            }
        }
        return places.ToImmutable();
    }
}
