namespace Hang.Scene.Geometry;

/// <summary>The box around curves themselves, not around their handles.</summary>
public static class CurveBounds
{
    /// <param name="verbs">Of M, L, C and Z alone.</param>
    public static Box Of(string verbs, ReadOnlySpan<float> v)
    {
        var (left, top, right, bottom) = (double.PositiveInfinity, double.PositiveInfinity, double.NegativeInfinity, double.NegativeInfinity);
        double x = 0,
            y = 0;
        var at = 0;
        foreach (var verb in verbs)
        {
            if (verb == 'C')
            {
                Reach(x, v[at], v[at + 2], v[at + 4], ref left, ref right);
                Reach(y, v[at + 1], v[at + 3], v[at + 5], ref top, ref bottom);
            }
            var count = Shape.Count(verb);
            if (count > 0)
            {
                (x, y) = (v[at + count - 2], v[at + count - 1]);
                (left, top, right, bottom) = (Math.Min(left, x), Math.Min(top, y), Math.Max(right, x), Math.Max(bottom, y));
            }
            at += count;
        }
        return left <= right ? new(left, top, right, bottom) : Box.Empty;
    }

    /// <summary>Where a cubic turns its derivative is 0: a quadratic equation.</summary>
    private static void Reach(double p0, double p1, double p2, double p3, ref double low, ref double high)
    {
        var (a, b, c) = (-p0 + 3 * p1 - 3 * p2 + p3, 2 * (p0 - 2 * p1 + p2), p1 - p0);
        Span<double> roots = stackalloc double[2];
        if (Math.Abs(a) < 1e-12)
        {
            roots[0] = roots[1] = Math.Abs(b) < 1e-12 ? -1 : -c / b;
        }
        else
        {
            var d = b * b - 4 * a * c;
            var root = d >= 0 ? Math.Sqrt(d) : double.NaN;
            (roots[0], roots[1]) = ((-b + root) / (2 * a), (-b - root) / (2 * a));
        }
        foreach (var t in roots)
        {
            if (t is > 0 and < 1)
            {
                var u = 1 - t;
                var p = u * u * u * p0 + 3 * u * u * t * p1 + 3 * u * t * t * p2 + t * t * t * p3;
                (low, high) = (Math.Min(low, p), Math.Max(high, p));
            }
        }
    }
}
