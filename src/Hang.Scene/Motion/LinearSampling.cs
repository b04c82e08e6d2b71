using System.Collections.Immutable;

namespace Hang.Scene.Motion;

/// <summary>A curve as CSS <c>linear()</c>: straight pieces, as few as a tolerance allows.</summary>
public static class LinearSampling
{
    private const int Deepest = 10;

    /// <param name="curve">Progress in value at progress in time, 0..1.</param>
    /// <param name="corners">Moments, rising from 0 to 1, between which the curve is smooth.</param>
    /// <param name="tolerance">Largest distance between the curve and the pieces, in progress.</param>
    public static LinearPointsFeel Of(Func<double, double> curve, IEnumerable<double> corners, double tolerance)
    {
        var points = ImmutableArray.CreateBuilder<LinearPoint>();
        double? before = null;
        foreach (var corner in corners)
        {
            if (before is { } from)
            {
                // A smooth stretch can look straight by chance; two halves to begin with make that unlikely.
                var middle = (from + corner) / 2;
                Split(curve, from, middle, tolerance, Deepest, points);
                Split(curve, middle, corner, tolerance, Deepest, points);
            }
            before = corner;
        }
        points.Add(new(1, curve(1)));
        return new(points.ToImmutable());
    }

    /// <summary>Adds the points of a stretch, without its end.</summary>
    private static void Split(Func<double, double> curve, double from, double to, double tolerance, int left, ImmutableArray<LinearPoint>.Builder points)
    {
        var (a, b) = (curve(from), curve(to));
        bool Near(double share) => Math.Abs(curve(from + (to - from) * share) - (a + (b - a) * share)) <= tolerance;
        if (left == 0 || (Near(0.25) && Near(0.5) && Near(0.75)))
        {
            points.Add(new(from, a));
            return;
        }
        Split(curve, from, (from + to) / 2, tolerance, left - 1, points);
        Split(curve, (from + to) / 2, to, tolerance, left - 1, points);
    }
}
