using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

internal sealed class FillPainter() : InkPainter(Ops.Fill)
{
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
