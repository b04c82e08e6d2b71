using System.Globalization;

namespace Hang.Scene.Motion;

/// <summary>
/// CSS <c>cubic-bezier(x1, y1, x2, y2)</c>: the cubic Bezier from (0,0) to (1,1) with those two handles, read as y over x.
/// Source: CSS Easing Functions Level 2, section 2.3.
/// </summary>
/// <param name="X1">Time of the first handle, 0..1.</param>
/// <param name="Y1">Value of the first handle, any finite number.</param>
/// <param name="X2">Time of the second handle, 0..1.</param>
/// <param name="Y2">Value of the second handle, any finite number.</param>
public sealed record CubicBezierFeel(double X1, double Y1, double X2, double Y2) : Feel
{
    private const double Tolerance = 1e-9;

    private const double PieceTolerance = 2e-4;

    public override double At(double progress)
    {
        if (progress <= 0)
        {
            return progress * StartSlope();
        }
        return progress >= 1 ? 1 + (progress - 1) * EndSlope() : Curve(Solve(progress), Y1, Y2);
    }

    public override string Css => string.Create(CultureInfo.InvariantCulture, $"cubic-bezier({X1:0.######}, {Y1:0.######}, {X2:0.######}, {Y2:0.######})");

    public override Feel Reversed => new CubicBezierFeel(1 - X2, 1 - Y2, 1 - X1, 1 - Y1);

    // A part of a cubic Bezier is one; its handles are the blossom at the parameters of its ends (de Casteljau's algorithm).
    private protected override Feel Within(double from, double to)
    {
        var (a, b) = (Solve(from), Solve(to));
        double Handle(double p1, double p2, double r, double s, double t) =>
            p1 * ((1 - r) * (1 - s) * t + (1 - r) * s * (1 - t) + r * (1 - s) * (1 - t))
            + p2 * ((1 - r) * s * t + r * (1 - s) * t + r * s * (1 - t))
            + r * s * t;
        double X(double t) => (t - from) / (to - from);
        double Y(double value) => Share(value, from, to);
        var (x1, x2) = (X(Handle(X1, X2, a, a, b)), X(Handle(X1, X2, a, b, b)));
        // Its handles may lie outside of the time that it takes, which CSS does not allow: then it is written as straight pieces.
        return x1 is >= 0 and <= 1 && x2 is >= 0 and <= 1
            ? new CubicBezierFeel(x1, Y(Handle(Y1, Y2, a, a, b)), x2, Y(Handle(Y1, Y2, a, b, b)))
            : LinearSampling.Of(t => Y(At(from + t * (to - from))), [0, 1], PieceTolerance);
    }

    /// <summary>One coordinate of the curve at parameter t: 3(1-t)²t·p1 + 3(1-t)t²·p2 + t³.</summary>
    private static double Curve(double t, double p1, double p2) => ((3 * p1 - 3 * p2 + 1) * t + (3 * p2 - 6 * p1)) * t * t + 3 * p1 * t;

    private static double Slope(double t, double p1, double p2) => (3 * (3 * p1 - 3 * p2 + 1) * t + 2 * (3 * p2 - 6 * p1)) * t + 3 * p1;

    /// <summary>The parameter at which the curve's x is <paramref name="x"/>: Newton's method, kept in a bracket that bisection halves.</summary>
    private double Solve(double x)
    {
        double low = 0,
            high = 1,
            t = x;
        for (var i = 0; i < 64; i++)
        {
            var miss = Curve(t, X1, X2) - x;
            if (Math.Abs(miss) < Tolerance)
            {
                break;
            }
            (low, high) = miss < 0 ? (t, high) : (low, t);
            var slope = Slope(t, X1, X2);
            var next = slope == 0 ? double.NaN : t - miss / slope;
            t = next > low && next < high ? next : (low + high) / 2;
        }
        return t;
    }

    private double StartSlope() =>
        X1 > 0 ? Y1 / X1
        : Y1 == 0 && X2 > 0 ? Y2 / X2
        : X2 == 0 && Y1 == 0 && Y2 == 0 ? 1
        : 0;

    private double EndSlope() =>
        X2 < 1 ? (Y2 - 1) / (X2 - 1)
        : Y2 == 1 && X1 < 1 ? (Y1 - 1) / (X1 - 1)
        : X1 == 1 && Y1 == 1 && Y2 == 1 ? 1
        : 0;
}
