using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

internal sealed class ClipPainter : IOpPainter
{
    public void Paint(PaintContext c, Op op, ReadOnlySpan<float> v)
    {
        if (v[Ops.Clip.On] == 0)
        {
            return;
        }
        var side = op.Shape!.IsInverse ? SKClipOperation.Difference : SKClipOperation.Intersect;
        if (UprightBox.Of(op, v) is { } box)
        {
            c.Canvas.ClipRect(box, side, true);
        }
        else
        {
            c.Canvas.ClipPath(c.Paths.ShapeOf(c.Strip, op, v), side, true);
        }
    }
}
