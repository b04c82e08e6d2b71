using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>An end of a line: at a point of its own, or at another layer.</summary>
internal sealed class LineEnd
{
    private readonly Channel own,
        gap;
    private readonly string? layer;
    private readonly ISurroundings? around;

    public LineEnd(ValueSet values, ValueSpec point, ValueSpec at, ValueSpec off, ISurroundings? around)
    {
        (own, gap, this.around) = (values[point], values[off], around);
        layer = LayersKind.IdsOf(values[at].Constant) is [var id, ..] ? id : null;
    }

    /// <summary>True when it is at the same place at every moment.</summary>
    public bool IsSteady => layer is null || around is null ? !own.IsKeyed : !gap.IsKeyed && around.IsStill(layer);

    /// <summary>Its point, or that of the layer; a layer that is scaled to nothing has none, and its own counts.</summary>
    public Point At(double time) => (layer is null ? null : around?.PointOf(layer, time)) ?? own.PointAt(time);

    /// <summary>The point moved off the layer towards the other end, no further than that.</summary>
    public Point Off(Point at, Point other, double time)
    {
        var (x, y) = (other.X - at.X, other.Y - at.Y);
        var (length, wanted) = (Math.Sqrt(x * x + y * y), gap.NumberAt(time));
        if (layer is null || wanted <= 0 || length <= 0)
        {
            return at;
        }
        var share = Math.Min(1, wanted / length);
        return new(at.X + x * share, at.Y + y * share);
    }
}
