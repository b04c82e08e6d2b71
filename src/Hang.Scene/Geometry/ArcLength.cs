namespace Hang.Scene.Geometry;

/// <summary>
/// Length along a curve: the integral of its speed. Gauss-Legendre quadrature (Abramowitz and Stegun, 25.4.29 and 25.4.30), halved
/// until both halves agree with the whole.
/// </summary>
public static class ArcLength
{
    private const int MostHalvings = 24;

    /// <summary>
    /// So many halvings are always made: near a cusp the speed dips so narrowly that a coarse rule and its halves can both miss it and agree.
    /// </summary>
    private const int LeastHalvings = 5;

    // Eight-point rule: abscissas and weights of table 25.4 for n = 8, to the precision of a double.
    private static readonly double[] Nodes = [0.1834346424956498, 0.5255324099163290, 0.7966664774136267, 0.9602898564975363];
    private static readonly double[] Weights = [0.3626837833783620, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763];

    /// <summary>Length between two parameters, in pixels; negative when <paramref name="to"/> is less than <paramref name="from"/>.</summary>
    /// <param name="tolerance">Largest error wanted, relative to the length.</param>
    public static double Of(ICurve curve, double from = 0, double to = 1, double tolerance = 1e-12)
    {
        var whole = Rule(curve, from, to);
        return Refine(curve, from, to, whole, tolerance * Math.Max(Math.Abs(whole), 1e-6), MostHalvings);
    }

    /// <summary>One application of the rule; exact enough where the speed hardly changes.</summary>
    internal static double Rule(ICurve curve, double from, double to)
    {
        var (middle, half) = ((from + to) / 2, (to - from) / 2);
        double sum = 0;
        for (var i = 0; i < Nodes.Length; i++)
        {
            sum += Weights[i] * (Speed(curve, middle - half * Nodes[i]) + Speed(curve, middle + half * Nodes[i]));
        }
        return sum * half;
    }

    internal static double Speed(ICurve curve, double t)
    {
        var v = curve.Velocity(t);
        return Math.Sqrt(v.X * v.X + v.Y * v.Y);
    }

    private static double Refine(ICurve curve, double from, double to, double whole, double error, int left)
    {
        var middle = (from + to) / 2;
        var (a, b) = (Rule(curve, from, middle), Rule(curve, middle, to));
        return left == 0 || !double.IsFinite(a + b) || (left <= MostHalvings - LeastHalvings && Math.Abs(a + b - whole) <= error)
            ? a + b
            : Refine(curve, from, middle, a, error / 2, left - 1) + Refine(curve, middle, to, b, error / 2, left - 1);
    }
}
