using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

internal sealed class FillPainter() : InkPainter(Ops.Fill)
{
    public override Box Around(PaintContext c, Op op, ReadOnlySpan<float> v)
    {
        if (UprightBox.Of(op, v) is not null)
        {
            return base.Around(c, op, v);
        }
        var box = c.Paths.ShapeOf(c.Strip, op, v).Bounds;
        return new(box.Left, box.Top, box.Right, box.Bottom);
    }

    private protected override void Draw(PaintContext c, SKPaint paint, Op op, ReadOnlySpan<float> v)
    {
        if (UprightBox.Of(op, v) is { } box)
        {
            c.Canvas.DrawRect(box, paint);
        }
        else
        {
            c.Canvas.DrawPath(c.Paths.ShapeOf(c.Strip, op, v), paint);
        }
    }
}
