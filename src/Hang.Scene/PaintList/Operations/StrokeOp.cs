using Hang.Scene.Geometry;

namespace Hang.Scene.PaintList.Operations;

/// <summary>
/// Strokes a shape, the line lying on both sides of it. "dashes" are lengths divided by spaces; "trim" is where along its length it begins and ends, as
/// shares: an end above 1 goes on from the beginning, 1 and more beyond the beginning is all of it, nothing is none; "more" as for a fill.
/// </summary>
public sealed class StrokeOp : InkOp
{
    public Slot Width { get; }

    public Slot Miter { get; }

    public Slot DashPhase { get; }

    public Slot Trim { get; }

    internal StrokeOp()
        : base("stroke", Does.Paints, [Resource.Path], ["verbs", "cap", "join", "paint", "stops", "dashes"], isShape: true) =>
        (Width, Miter, DashPhase, Trim, More) = (Number("width"), Number("miter"), Number("dashPhase"), Numbers("trim", 2), Each("more"));

    /// <summary>A miter joint reaches at most this far, as a multiple of the line's width, whatever the limit says.</summary>
    private const double MostMiter = 20;

    public override Box Touches(Strip strip, Op op, ReadOnlySpan<float> v)
    {
        var shape = base.Touches(strip, op, v);
        var reach = v[Width] / 2 * (op.Line!.Join == LineJoin.Miter ? Math.Clamp(v[Miter], 1, MostMiter) : 1) * (op.Line.Cap == LineCap.Square ? 1.5 : 1) + 1;
        return new(shape.Left - reach, shape.Top - reach, shape.Right + reach, shape.Bottom + reach);
    }
}
