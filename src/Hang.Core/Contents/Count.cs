using System.Collections.Immutable;
using Hang.Scene.Motion;
using Hang.Scene.Numbers;

namespace Hang.Core.Contents;

/// <summary>What a counter shows from when on.</summary>
/// <param name="At">In frames of the graphic.</param>
public sealed record CountStep(double At, double Number, string Words);

/// <summary>A count over time: its steps, and how much of it is left at a moment.</summary>
public sealed class Count
{
    /// <summary>Most different wordings of a counter.</summary>
    public const int MostSteps = 2000;

    private readonly double[] times;
    private readonly Func<double, double> left;

    private Count(ImmutableArray<CountStep> steps, Func<double, double> left)
    {
        (Steps, this.left) = (steps, left);
        times = [.. steps.Select(s => s.At)];
    }

    /// <summary>In rising order; never empty. Wordings that follow each other differ.</summary>
    public ImmutableArray<CountStep> Steps { get; }

    /// <summary>The index of the step that shows at a moment.</summary>
    public int At(double time)
    {
        var at = Array.BinarySearch(times, time);
        return Math.Max(0, at >= 0 ? at : ~at - 1);
    }

    /// <summary>How much is left of the count, from 1 to 0, evenly over its time.</summary>
    public double Left(double time) => Math.Clamp(left(time), 0, 1);

    /// <summary>How many steps a count by the clock has: from the first number, which is the first step, to the last.</summary>
    public static double StepsOf(double from, double to, double by) => 1 + (double)Math.Ceiling(Math.Abs((decimal)to - (decimal)from) / (decimal)by);

    /// <summary>From a number to another, one step after the other at even times.</summary>
    /// <param name="by">How far each step goes, more than 0.</param>
    /// <param name="every">Seconds that each number stands.</param>
    /// <param name="start">Seconds after the layer's first frame at which the first number's time begins.</param>
    public static Count ByClock(double from, double to, double by, double every, double start, Showing showing, NumberFormat format)
    {
        var steps = (int)Math.Min(MostSteps, StepsOf(from, to, by));
        var sign = Math.Sign(to - from);
        // In decimals, as they were typed: a sum of binary fractions is late by a frame where it should be a whole one.
        double At(int n) => (double)(showing.First + showing.Rate.Frames((decimal)start + n * (decimal)every));
        double Number(int n) => n == steps - 1 ? to : (double)((decimal)from + sign * (decimal)by * n) + 0.0;
        return new(Distinct(Enumerable.Range(0, steps).Select(n => (n == 0 ? double.NegativeInfinity : At(n), Number(n))), format), time =>
            1 - (showing.SecondsAt(time) - start) / Math.Max(1e-9, every * (steps - 1))
        );
    }

    /// <summary>A number that changes by its keyframes; it is read at each frame, since no more is ever seen of it.</summary>
    /// <param name="rounded">What is made of the number before it is written.</param>
    public static Count ByValue(Channel value, Func<double, double> rounded, NumberFormat format)
    {
        if (!value.IsKeyed)
        {
            return new([new(double.NegativeInfinity, value.Constant.X, format.Write(rounded(value.Constant.X)))], _ => 1);
        }
        var (first, last) = (value.Keys[0], value.Keys[^1]);
        var read = Enumerable.Range(first.At, last.At - first.At + 1).Select((f, i) => (i == 0 ? double.NegativeInfinity : f, rounded(value.NumberAt(f))));
        var whole = last.Value.X - first.Value.X;
        return new(Distinct(read, format), time => whole == 0 ? 1 : 1 - (value.NumberAt(time) - first.Value.X) / whole);
    }

    private static ImmutableArray<CountStep> Distinct(IEnumerable<(double At, double Number)> numbers, NumberFormat format)
    {
        var steps = ImmutableArray.CreateBuilder<CountStep>();
        foreach (var (at, number) in numbers)
        {
            var words = format.Write(number);
            if (steps.Count == 0 || steps[^1].Words != words)
            {
                steps.Add(new(at, number, words));
            }
        }
        return steps.ToImmutable();
    }
}
