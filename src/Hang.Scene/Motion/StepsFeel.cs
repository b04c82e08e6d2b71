using System.Globalization;

namespace Hang.Scene.Motion;

/// <summary>Where a step function jumps; CSS jump-start, jump-end, jump-none, jump-both.</summary>
public enum StepPosition
{
    Start,
    End,
    None,
    Both,
}

/// <summary>CSS <c>steps(n, position)</c>. Source: CSS Easing Functions Level 2, section 2.4.</summary>
/// <param name="Count">Number of intervals: 1 or more, 2 or more for <see cref="StepPosition.None"/>.</param>
/// <param name="Position">Where the jumps lie.</param>
public sealed record StepsFeel(int Count, StepPosition Position) : Feel
{
    public override double At(double progress)
    {
        var step = Math.Floor(progress * Count);
        if (Position is StepPosition.Start or StepPosition.Both)
        {
            step++;
        }
        var jumps = Position switch
        {
            StepPosition.None => Count - 1,
            StepPosition.Both => Count + 1,
            _ => Count,
        };
        if (progress >= 0 && step < 0)
        {
            step = 0;
        }
        if (progress <= 1 && step > jumps)
        {
            step = jumps;
        }
        return step / jumps;
    }

    public override string Css =>
        Position == StepPosition.End
            ? string.Create(CultureInfo.InvariantCulture, $"steps({Count})")
            : string.Create(CultureInfo.InvariantCulture, $"steps({Count}, jump-{Position.ToString().ToLowerInvariant()})");

    public override Feel Reversed =>
        Position switch
        {
            StepPosition.Start => this with { Position = StepPosition.End },
            StepPosition.End => this with { Position = StepPosition.Start },
            _ => this,
        };

    // Jumps that are left, each as two points (CSS Easing Functions Level 2, section 2.2), so little too soon that no frame comes between,
    // and no rounding of the text makes it too late.
    private protected override Feel Within(double from, double to)
    {
        const double soon = 1e-5,
            justBefore = 1e-9;
        var jumps = Enumerable.Range(1, Count).Select(i => (double)i / Count).Where(at => at > from && at <= to);
        LinearPoint Point(double at, double early, double of) => new(Math.Max(0, (at - from) / (to - from) - early), Share(At(of), from, to));
        return Pieces(from, to, jumps.SelectMany(at => new[] { Point(at, 2 * soon, at - justBefore), Point(at, soon, at) }));
    }
}
