using System.Diagnostics;
using System.Globalization;

namespace Hang.Benchmarks;

/// <summary>One measure of a run.</summary>
/// <param name="Value">The ratio.</param>
/// <param name="Goal">What is aimed at, as text.</param>
/// <param name="Parts">What the value was made from.</param>
public sealed record Measure(string Name, string What, double Value, string Goal, Dictionary<string, double> Parts)
{
    public override string ToString() =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{Name, -12}{Value, 6:0.###}   goal {Goal, -9} {What}\n{string.Join("\n", Parts.Select(p => string.Create(CultureInfo.InvariantCulture, $"{"", 12}{p.Value, 12:0.###}  {p.Key}")))}"
        );

    /// <summary>
    /// How often something is done, or how much: as usual, or, where only that the measure can be taken is of interest, as little as makes a measure.
    /// </summary>
    public static int Times(int usual, int smallest) => Environment.GetEnvironmentVariable(Smallest) is null ? usual : smallest;

    /// <summary>Scale at which graphics are handed off: in the smallest form with a sixteenth of the pixels.</summary>
    public static double Scale => Times(4, 1) / 4.0;

    /// <summary>Name of the variable that asks for the smallest form, by which the processes of a measure hear of it.</summary>
    public const string Smallest = "HANG_BENCH_SMALLEST";

    /// <summary>Times two things in turns, after one turn that is not counted.</summary>
    /// <returns>Milliseconds of each, turn by turn.</returns>
    public static (List<double> First, List<double> Second) Alternate(int turns, Action first, Action second)
    {
        var (a, b) = (new List<double>(), new List<double>());
        for (var i = 0; i <= turns; i++)
        {
            var watch = Stopwatch.StartNew();
            first();
            var one = watch.Elapsed.TotalMilliseconds;
            watch.Restart();
            second();
            if (i > 0)
            {
                a.Add(one);
                b.Add(watch.Elapsed.TotalMilliseconds);
            }
        }
        return (a, b);
    }

    /// <summary>The median, which a single slow run does not move.</summary>
    public static double Median(IEnumerable<double> values)
    {
        var sorted = values.Order().ToArray();
        return sorted.Length % 2 == 1 ? sorted[sorted.Length / 2] : (sorted[sorted.Length / 2 - 1] + sorted[sorted.Length / 2]) / 2;
    }

    /// <summary>The value that a share of all values does not exceed.</summary>
    public static double Percentile(IEnumerable<double> values, double share)
    {
        var sorted = values.Order().ToArray();
        return sorted[(int)Math.Clamp(Math.Ceiling(share * sorted.Length) - 1, 0, sorted.Length - 1)];
    }
}
