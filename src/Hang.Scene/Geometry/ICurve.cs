namespace Hang.Scene.Geometry;

/// <summary>A smooth curve with a parameter from 0 to 1.</summary>
public interface ICurve
{
    Point At(double t);

    /// <summary>The derivative by the parameter, in pixels.</summary>
    Point Velocity(double t);
}

/// <summary>A cubic Bezier curve: (1-t)³ a + 3(1-t)²t b + 3(1-t)t² c + t³ d.</summary>
public sealed record CubicCurve(Point A, Point B, Point C, Point D) : ICurve
{
    public Point At(double t)
    {
        var s = 1 - t;
        var (p, q, r, u) = (s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t);
        return new(p * A.X + q * B.X + r * C.X + u * D.X, p * A.Y + q * B.Y + r * C.Y + u * D.Y);
    }

    public Point Velocity(double t)
    {
        var s = 1 - t;
        var (p, q, r) = (3 * s * s, 6 * s * t, 3 * t * t);
        return new(p * (B.X - A.X) + q * (C.X - B.X) + r * (D.X - C.X), p * (B.Y - A.Y) + q * (C.Y - B.Y) + r * (D.Y - C.Y));
    }

    /// <summary>Both parts of the curve, by de Casteljau's construction.</summary>
    public (CubicCurve Before, CubicCurve After) Split(double t)
    {
        Point Mix(Point a, Point b) => new(a.X + (b.X - a.X) * t, a.Y + (b.Y - a.Y) * t);
        var (ab, bc, cd) = (Mix(A, B), Mix(B, C), Mix(C, D));
        var (abc, bcd) = (Mix(ab, bc), Mix(bc, cd));
        var middle = Mix(abc, bcd);
        return (new(A, ab, abc, middle), new(middle, bcd, cd, D));
    }
}

/// <summary>A stretch of an ellipse whose axes lie along x and y.</summary>
/// <param name="From">Angle at parameter 0, in radians, clockwise on a screen from the right.</param>
/// <param name="Sweep">Angle covered, in radians.</param>
public sealed record EllipseArc(Point Centre, double RadiusX, double RadiusY, double From, double Sweep) : ICurve
{
    public Point At(double t)
    {
        var (sin, cos) = Math.SinCos(From + Sweep * t);
        return new(Centre.X + RadiusX * cos, Centre.Y + RadiusY * sin);
    }

    public Point Velocity(double t)
    {
        var (sin, cos) = Math.SinCos(From + Sweep * t);
        return new(-RadiusX * Sweep * sin, RadiusY * Sweep * cos);
    }
}
