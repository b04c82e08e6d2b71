using System.Collections.Immutable;
using System.Globalization;
using Hang.Core.Json;
using Hang.Core.Typesetting;

namespace Hang.Core.Charts;

/// <summary>An item of a chart.</summary>
public sealed record ChartItem(string Label, double Value);

/// <summary>What a chart shows: a line each, a label and a number.</summary>
public static class ChartData
{
    /// <summary>Most items of a chart.</summary>
    public const int Most = 60;

    /// <summary>Reads a list as it is typed, or as two columns of a sheet are pasted: the number comes last, after a tab, a comma, a semicolon, a bar, a colon or a space. Empty lines count for nothing.</summary>
    /// <exception cref="ProblemException">A line has no number, or there are too many.</exception>
    public static ImmutableArray<ChartItem> Read(string text)
    {
        var items = TextPieces.Lines(text).Where(l => l.Trim().Length > 0).Select(One).ToImmutableArray();
        return items.Length <= Most ? items : throw new ProblemException($"The chart has {items.Length} items.", $"Keep it to {Most}.", field: "data");
    }

    private static ChartItem One(string line)
    {
        var plain = line.Trim().Replace('−', '-');
        var at = plain.LastIndexOfAny(['\t', ',', ';', '|', ':', ' ']);
        var number = (at < 0 ? plain : plain[(at + 1)..]).TrimEnd('%');
        return double.TryParse(number, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && Math.Abs(value) <= 1e12
            ? new(at < 0 ? "" : plain[..at].TrimEnd(' ', '\t', ',', ';', '|', ':'), value)
            : throw new ProblemException($"\"{Quoted.Short(line.Trim())}\" has no number at its end.", "Write a label and a number in each line, such as Clover 42.", field: "data");
    }

    /// <summary>Where each item's part of a whole begins, and how far round it goes, in degrees: its share of the sum of all. Values below 0 have none.</summary>
    public static ImmutableArray<(double Begin, double Sweep)> Wedges(IReadOnlyList<ChartItem> items)
    {
        var sum = items.Sum(i => Math.Max(0, i.Value));
        var wedges = ImmutableArray.CreateBuilder<(double, double)>(items.Count);
        var begin = 0.0;
        foreach (var item in items)
        {
            var sweep = sum <= 0 ? 0 : Math.Max(0, item.Value) / sum * 360;
            wedges.Add((begin, sweep));
            begin += sweep;
        }
        return wedges.ToImmutable();
    }

    /// <summary>Places as near as can be to those wished for, in their order, none nearer to the next than a distance: labels that would lie over each other.</summary>
    /// <param name="wished">Rising.</param>
    public static double[] Apart(IReadOnlyList<double> wished, double distance)
    {
        // Those that touch move as one about the middle of what they wish for, until no two touch.
        var blocks = new List<(double Sum, int Count)>();
        for (var i = 0; i < wished.Count; i++)
        {
            blocks.Add((wished[i] - i * distance, 1));
            while (blocks.Count > 1 && blocks[^2].Sum / blocks[^2].Count > blocks[^1].Sum / blocks[^1].Count)
            {
                var (last, before) = (blocks[^1], blocks[^2]);
                blocks.RemoveRange(blocks.Count - 2, 2);
                blocks.Add((before.Sum + last.Sum, before.Count + last.Count));
            }
        }
        return [.. blocks.SelectMany(b => Enumerable.Repeat(b.Sum / b.Count, b.Count)).Select((at, i) => at + i * distance)];
    }
}
