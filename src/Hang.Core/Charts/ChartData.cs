using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Hang.Scene;
using Hang.Scene.Numbers;
using Hang.Scene.Typesetting;

namespace Hang.Core.Charts;

/// <summary>An item of a chart.</summary>
public sealed record ChartItem(string Label, double Value);

/// <summary>What a chart shows: a line each, a label and a number.</summary>
public static partial class ChartData
{
    /// <summary>Most items of a chart.</summary>
    public const int Most = 60;

    /// <summary>
    /// Reads a list as it is typed, or as two columns of a sheet are pasted: the number comes last, after a tab, a comma, a semicolon, a bar, a colon or a
    /// space, and is read as <see cref="SheetNumber"/> reads it. Empty lines count for nothing.
    /// </summary>
    /// <exception cref="ProblemException">A line has no number, or there are too many.</exception>
    public static ImmutableArray<ChartItem> Read(string text)
    {
        var items = TextPieces.Lines(text).Where(l => l.Trim().Length > 0).Select(One).ToImmutableArray();
        return items.Length <= Most ? items : throw new ProblemException($"The chart has {items.Length} items.", $"Keep it to {Most}.", field: "data");
    }

    private static ChartItem One(string line)
    {
        var plain = line.Trim();
        var at = Division(plain);
        return SheetNumber.Parse(plain[(at + 1)..]) is { } value && Math.Abs(value) <= 1e12
            ? new(at < 0 ? "" : plain[..at].Replace('\t', ' ').TrimEnd(' ', ',', ';', '|', ':'), value)
            : throw new ProblemException(
                $"\"{Quoted.Short(line.Trim())}\" has no number at its end.",
                $"Write a label and a number in each line, such as Clover 42.",
                field: "data"
            );
    }

    /// <summary>
    /// Where the label ends and the number begins: at the last tab, semicolon or bar, else at the last comma, colon or space that is no part of the number;
    /// -1 where all of it is a number.
    /// </summary>
    private static int Division(string line)
    {
        if (line.LastIndexOf('\t') is >= 0 and var tab)
        {
            return tab;
        }
        if (line.LastIndexOfAny([';', '|']) is >= 0 and var sure)
        {
            return sure;
        }
        if (SheetNumber.IsGrouped(line) || (!line.Contains(',', StringComparison.Ordinal) && SheetNumber.Parse(line) is not null))
        {
            return -1;
        }
        // What stands behind the number, and may be set off by a space, does not divide: "42 %", "12 €".
        var number = line.TrimEnd(' ', '\u00A0', '\u202F', '%', '‰');
        var at = number.LastIndexOfAny([',', ':', ' ']);
        if (at > 0 && number[at] == ',' && number[..at].LastIndexOfAny([':', ' ']) is >= 0 and var word && Fraction().IsMatch(number[(word + 1)..]))
        {
            return word;
        }
        // A comma, or a space before a currency, may be within the number: "Clover 1,234", "Clover 12 €".
        while (at > 0 && line[at] is ',' or ' ' && line[..at].LastIndexOfAny([':', ' ']) is >= 0 and var before && SheetNumber.IsGrouped(line[(before + 1)..]))
        {
            at = before;
        }
        return at;
    }

    /// <summary>
    /// A number whose comma begins its fraction, and surely so: thousands are divided by points, or there is nothing, or one digit, on one side of it.
    /// "Hive 7,42" is a label and a number.
    /// </summary>
    [GeneratedRegex(@"^[-+\u2212]?(\d{1,3}(\.\d{3})+,\d+|0,\d+|\d+,\d)$")]
    private static partial Regex Fraction();

    /// <summary>
    /// Where each item's part of a whole begins, and how far round it goes, in degrees: its share of the sum of all. Values below 0 have none.
    /// </summary>
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

    /// <summary>
    /// Places as near as can be to those wished for, in their order, none nearer to the next than a distance: labels that would lie over each other.
    /// </summary>
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
