using Hang.Scene.Geometry;

namespace Hang.Scene.PaintList.Operations;

/// <summary>Draws a picture on a net of points, "columns" by "rows" cells, from the top left.</summary>
public sealed class WarpOp : OpKind
{
    internal WarpOp()
        : base("warp", Does.Paints, [Resource.Picture], ["columns", "rows"]) => More = Each("more");

    public override Box Touches(Strip strip, Op op, ReadOnlySpan<float> v)
    {
        var (l, t, r, b) = (double.PositiveInfinity, double.PositiveInfinity, double.NegativeInfinity, double.NegativeInfinity);
        var points = v.Slice(More, op.Each);
        for (var i = 0; i + 1 < points.Length; i += 2)
        {
            (l, t, r, b) = (Math.Min(l, points[i]), Math.Min(t, points[i + 1]), Math.Max(r, points[i]), Math.Max(b, points[i + 1]));
        }
        return l <= r ? new(l, t, r, b) : Box.Empty;
    }
}
