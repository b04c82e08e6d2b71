using System.Collections.Immutable;

namespace Hang.Scene.Motion;

/// <summary>
/// A ball that falls from 0 onto 1 and bounces until it lies still: parabolas of free fall; each rebound has the speed of the fall before it,
/// reduced by the restitution, so its height goes with the restitution squared (Newton's law of restitution).
/// </summary>
/// <param name="Restitution">Speed after a bounce by speed before it, 0.1..0.9.</param>
/// <param name="Count">Rebounds, 1..8.</param>
public sealed record Bounce(double Restitution, int Count)
{
    private const double Tolerance = 0.002;

    /// <summary>Progress in value at progress in time, 0..1.</summary>
    public double At(double progress)
    {
        var touches = Touches;
        var i = 0;
        while (i < touches.Length - 2 && progress >= touches[i + 1])
        {
            i++;
        }
        if (i == 0)
        {
            var fall = progress / touches[1];
            return fall * fall;
        }
        var share = (progress - touches[i]) / (touches[i + 1] - touches[i]);
        return 1 - Math.Pow(Restitution, 2 * i) * 4 * share * (1 - share);
    }

    public Feel Feel => LinearSampling.Of(At, Touches, Tolerance);

    /// <summary>
    /// 0, the moments at which the ball touches, and 1. The first fall is half a parabola; each rebound takes the restitution times as long as the whole
    /// one before.
    /// </summary>
    private ImmutableArray<double> Touches
    {
        get
        {
            var times = new List<double> { 0, 1 };
            var whole = 2.0;
            for (var i = 0; i < Count; i++)
            {
                whole *= Restitution;
                times.Add(times[^1] + whole);
            }
            return [.. times.Select(t => t / times[^1])];
        }
    }
}
