using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

internal sealed class GlyphsPainter() : InkPainter(Ops.Glyphs)
{
    private protected override float Scale(ReadOnlySpan<float> v) => v[Ops.Glyphs.Unit];

    private protected override void Draw(PaintContext c, SKPaint paint, Op op, ReadOnlySpan<float> v)
    {
        var unit = Scale(v);
        c.Canvas.Save();
        c.Canvas.Scale(unit, unit);
        c.Canvas.DrawPath(c.Paths.RunOf(c.Strip, op, v[Ops.Glyphs.Tracking], v[Ops.Glyphs.Leading]), paint);
        c.Canvas.Restore();
    }
}
