namespace Hang.Scene.Geometry;

/// <summary>
/// A rational quadratic Bezier curve: ((1-t)² a + 2(1-t)t w b + t² c) / ((1-t)² + 2(1-t)t w + t²). With the cosine of half its angle as weight it is a part
/// of an ellipse exactly; with weight 0 a straight line.
/// </summary>
public sealed record ConicCurve(Point A, Point B, Point C, double Weight) : ICurve
{
    public Point At(double t)
    {
        var (p, q, r) = ((1 - t) * (1 - t), 2 * (1 - t) * t * Weight, t * t);
        var d = p + q + r;
        return new((p * A.X + q * B.X + r * C.X) / d, (p * A.Y + q * B.Y + r * C.Y) / d);
    }

    public Point Velocity(double t)
    {
        var (p, q, r) = ((1 - t) * (1 - t), 2 * (1 - t) * t * Weight, t * t);
        var (dp, dq, dr) = (-2 * (1 - t), 2 * (1 - 2 * t) * Weight, 2 * t);
        var (d, dd) = (p + q + r, dp + dq + dr);
        double By(double a, double b, double c) => ((dp * a + dq * b + dr * c) * d - (p * a + q * b + r * c) * dd) / (d * d);
        return new(By(A.X, B.X, C.X), By(A.Y, B.Y, C.Y));
    }

    /// <summary>
    /// The cubic with the same ends, tangents and middle: handles 4w / 3(1+w) of the way. For a quarter of a circle it is off by 2.7e-4 of the radius (common
    /// knowledge of the trade); a conic for which that is more than can be seen is halved first.
    /// </summary>
    public IEnumerable<CubicCurve> AsCubics(double tolerance = 0.02)
    {
        if (Weight is > 0 and < 1 && ErrorOfCubic() > tolerance)
        {
            var (ab, bc) = (Mix(A, B), Mix(C, B));
            var middle = new Point((ab.X + bc.X) / 2, (ab.Y + bc.Y) / 2);
            var weight = Math.Sqrt((1 + Weight) / 2);
            foreach (var half in new ConicCurve[] { new(A, ab, middle, weight), new(middle, bc, C, weight) })
            {
                foreach (var cubic in half.AsCubics(tolerance))
                {
                    yield return cubic;
                }
            }
            yield break;
        }
        var k = 4 * Weight / (3 * (1 + Weight));
        yield return new(A, new(A.X + (B.X - A.X) * k, A.Y + (B.Y - A.Y) * k), new(C.X + (B.X - C.X) * k, C.Y + (B.Y - C.Y) * k), C);
    }

    private double ErrorOfCubic()
    {
        var angle = 2 * Math.Acos(Weight);
        var reach = Math.Max(Math.Abs(B.X - A.X) + Math.Abs(B.Y - A.Y), Math.Abs(C.X - B.X) + Math.Abs(C.Y - B.Y));
        return reach / Math.Tan(angle / 2) * 2.73e-4 * Math.Pow(angle / (Math.PI / 2), 6);
    }

    private Point Mix(Point end, Point handle) => new((end.X + Weight * handle.X) / (1 + Weight), (end.Y + Weight * handle.Y) / (1 + Weight));
}

/// <summary>A straight line.</summary>
public sealed record LineCurve(Point A, Point B) : ICurve
{
    public Point At(double t) => new(A.X + (B.X - A.X) * t, A.Y + (B.Y - A.Y) * t);

    public Point Velocity(double t) => new(B.X - A.X, B.Y - A.Y);
}
