using System.Globalization;

namespace Hang.Scene.Geometry;

/// <summary>
/// A 2D affine matrix in SVG's and CSS's notation, matrix(a b c d e f): x' = a x + c y + e, y' = b x + d y + f.
/// </summary>
public readonly record struct Matrix(double A, double B, double C, double D, double E, double F)
{
    public static Matrix Identity => new(1, 0, 0, 1, 0, 0);

    public static Matrix Translate(double x, double y) => new(1, 0, 0, 1, x, y);

    public static Matrix Scale(double x, double y) => new(x, 0, 0, y, 0, 0);

    /// <summary>Turns by degrees, clockwise on a screen whose y grows downwards.</summary>
    public static Matrix Turn(double degrees)
    {
        var (sin, cos) = SinCos(degrees);
        return new(cos, sin, -sin, cos, 0, 0);
    }

    /// <summary>Sine and cosine of an angle in degrees, exact at quarter turns, so that an upright layer keeps whole pixels.</summary>
    internal static (double Sin, double Cos) SinCos(double degrees)
    {
        const double nothing = 1e-11;
        var (sin, cos) = Math.SinCos(degrees * (Math.PI / 180));
        return Math.Abs(sin) < nothing ? (0, Math.Sign(cos))
            : Math.Abs(cos) < nothing ? (Math.Sign(sin), 0)
            : (sin, cos);
    }

    /// <summary>The matrix that applies <paramref name="inner"/> first, then <paramref name="outer"/>.</summary>
    public static Matrix operator *(Matrix outer, Matrix inner) =>
        new(
            outer.A * inner.A + outer.C * inner.B,
            outer.B * inner.A + outer.D * inner.B,
            outer.A * inner.C + outer.C * inner.D,
            outer.B * inner.C + outer.D * inner.D,
            outer.A * inner.E + outer.C * inner.F + outer.E,
            outer.B * inner.E + outer.D * inner.F + outer.F
        );

    /// <summary>As CSS writes it. A record's own text would take in <see cref="Inverse"/>, whose inverse has one too, without end.</summary>
    public override string ToString() => string.Create(CultureInfo.InvariantCulture, $"matrix({A}, {B}, {C}, {D}, {E}, {F})");

    public double Determinant => A * D - B * C;

    /// <summary>The matrix that takes everything back; not finite when the determinant is 0.</summary>
    public Matrix Inverse
    {
        get
        {
            var d = Determinant;
            return new(D / d, -B / d, -C / d, A / d, (C * F - D * E) / d, (B * E - A * F) / d);
        }
    }

    public Point Map(Point p) => new(A * p.X + C * p.Y + E, B * p.X + D * p.Y + F);

    /// <summary>The axis-aligned box around a mapped box.</summary>
    public Box Map(Box box)
    {
        var p = Map(new Point(box.Left, box.Top));
        var q = Map(new Point(box.Right, box.Top));
        var r = Map(new Point(box.Left, box.Bottom));
        var s = Map(new Point(box.Right, box.Bottom));
        return new(
            Math.Min(Math.Min(p.X, q.X), Math.Min(r.X, s.X)),
            Math.Min(Math.Min(p.Y, q.Y), Math.Min(r.Y, s.Y)),
            Math.Max(Math.Max(p.X, q.X), Math.Max(r.X, s.X)),
            Math.Max(Math.Max(p.Y, q.Y), Math.Max(r.Y, s.Y))
        );
    }
}
