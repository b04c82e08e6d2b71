namespace Hang.Scene.Geometry;

/// <summary>A cubic Bezier curve read by the fraction of its length instead of by its parameter, so that even fractions are even steps on the screen.</summary>
public sealed class EvenPath
{
    private const int Pieces = 32;
    private const double Close = 1e-9;
    private readonly CubicCurve curve;
    private readonly double[] travelled = new double[Pieces + 1];

    public EvenPath(CubicCurve curve)
    {
        this.curve = curve;
        for (var i = 0; i < Pieces; i++)
        {
            travelled[i + 1] = travelled[i] + ArcLength.Of(curve, (double)i / Pieces, (i + 1.0) / Pieces);
        }
    }

    /// <summary>Pixels.</summary>
    public double Length => travelled[Pieces];

    /// <summary>The point after a fraction of the length. Below 0 and above 1 the path goes on straight, as feels that overshoot need it.</summary>
    public Point At(double fraction)
    {
        if (fraction is >= 0 and <= 1)
        {
            return curve.At(Parameter(fraction));
        }
        var end = fraction < 0 ? 0 : 1;
        var (p, d) = (curve.At(end), Direction(end));
        var beyond = (fraction - end) * Length;
        return new(p.X + d.X * beyond, p.Y + d.Y * beyond);
    }

    /// <summary>The unit vector along the path after a fraction of the length; (0, 0) for a path without length.</summary>
    public Point Direction(double fraction)
    {
        var t = Parameter(Math.Clamp(fraction, 0, 1));
        var v = curve.Velocity(t);
        if (v.X * v.X + v.Y * v.Y < Close)
        {
            // At a handle of no length the velocity is nothing; the way just beside it counts.
            v = curve.Velocity(t < 0.5 ? t + 1e-4 : t - 1e-4);
        }
        var speed = Math.Sqrt(v.X * v.X + v.Y * v.Y);
        return speed == 0 ? default : new(v.X / speed, v.Y / speed);
    }

    /// <summary>The two halves on either side of a fraction of the length.</summary>
    public (CubicCurve Before, CubicCurve After) SplitAt(double fraction) => curve.Split(Parameter(fraction));

    /// <summary>The curve's parameter after a fraction of the length: Newton's method within the piece that holds it.</summary>
    private double Parameter(double fraction)
    {
        if (fraction <= 0 || Length == 0)
        {
            return 0;
        }
        if (fraction >= 1)
        {
            return 1;
        }
        var wanted = fraction * Length;
        var i = Array.BinarySearch(travelled, wanted);
        if (i >= 0)
        {
            return (double)i / Pieces;
        }
        i = ~i - 1;
        var start = (double)i / Pieces;
        double low = start,
            high = (i + 1.0) / Pieces;
        var t = start + (wanted - travelled[i]) / (travelled[i + 1] - travelled[i]) / Pieces;
        for (var n = 0; n < 20; n++)
        {
            var miss = travelled[i] + ArcLength.Rule(curve, start, t) - wanted;
            if (Math.Abs(miss) < Close * Length)
            {
                break;
            }
            (low, high) = miss < 0 ? (t, high) : (low, t);
            var speed = ArcLength.Speed(curve, t);
            var next = speed > 0 ? t - miss / speed : double.NaN;
            t = next > low && next < high ? next : (low + high) / 2;
        }
        return t;
    }
}
