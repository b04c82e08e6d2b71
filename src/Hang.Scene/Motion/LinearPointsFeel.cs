using System.Collections.Immutable;
using System.Globalization;

namespace Hang.Scene.Motion;

/// <summary>A point of a <see cref="LinearPointsFeel"/>.</summary>
/// <param name="Input">Progress in time.</param>
/// <param name="Output">Progress in value.</param>
public readonly record struct LinearPoint(double Input, double Output);

/// <summary>CSS <c>linear(…)</c>: straight pieces between points. Source: CSS Easing Functions Level 2, section 2.2.</summary>
public sealed record LinearPointsFeel : Feel
{
    /// <param name="points">Two or more points, inputs never falling.</param>
    public LinearPointsFeel(ImmutableArray<LinearPoint> points)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(points.Length, 2, nameof(points));
        Points = points;
    }

    public ImmutableArray<LinearPoint> Points { get; }

    public override double At(double progress)
    {
        // The last point at or before the input, but never the very last: the piece that follows it is read.
        var (i, high) = (0, Points.Length - 2);
        while (i < high)
        {
            var middle = (i + high + 1) >>> 1;
            (i, high) = Points[middle].Input <= progress ? (middle, high) : (i, middle - 1);
        }
        var (a, b) = (Points[i], Points[i + 1]);
        return a.Input == b.Input ? b.Output : a.Output + (progress - a.Input) / (b.Input - a.Input) * (b.Output - a.Output);
    }

    public override string Css =>
        "linear(" + string.Join(", ", Points.Select(p => string.Create(CultureInfo.InvariantCulture, $"{p.Output:0.######} {p.Input * 100:0.####}%"))) + ")";

    public override Feel Reversed => new LinearPointsFeel([.. Points.Reverse().Select(p => new LinearPoint(1 - p.Input, 1 - p.Output))]);

    private protected override Feel Within(double from, double to) =>
        Pieces(
            from,
            to,
            Points.Where(p => p.Input > from && p.Input < to).Select(p => new LinearPoint((p.Input - from) / (to - from), Share(p.Output, from, to)))
        );

    public bool Equals(LinearPointsFeel? other) => other is not null && Points.SequenceEqual(other.Points);

    public override int GetHashCode() => Points.Aggregate(17, HashCode.Combine);
}
