using Hang.Scene.Geometry;
using Hang.Scene.Typesetting;

namespace Hang.Scene.PaintList.Operations;

/// <summary>
/// Fills glyphs as one shape. "unit" is pixels a thousandth of an em, "tracking" and "leading" thousandths of an em; so are the places of a gradient.
/// </summary>
public sealed class GlyphsOp : InkOp
{
    public Slot Unit { get; }

    public Slot Tracking { get; }

    public Slot Leading { get; }

    internal GlyphsOp()
        : base("glyphs", Does.Paints, [Resource.Run], ["paint", "stops"]) =>
        (Unit, Tracking, Leading, More) = (Number("unit"), Number("tracking"), Number("leading"), Each("more"));

    public override Box Touches(Strip strip, Op op, ReadOnlySpan<float> v)
    {
        var (box, unit) = (((GlyphRun)strip.Resources[op.Takes[0]]).Bounds(v[Tracking], v[Leading]), v[Unit]);
        return new(box.Left * unit, box.Top * unit, box.Right * unit, box.Bottom * unit);
    }
}
