using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

internal sealed class PlacePainter : IOpPainter
{
    public void Paint(PaintContext c, Op op, ReadOnlySpan<float> v)
    {
        var opacity = v[Ops.Place.Opacity];
        if (opacity <= 0)
        {
            c.Skipping = 1;
            return;
        }
        var m = Ops.Place.Matrix.Of(v);
        c.Open(c.Alpha * opacity);
        c.Canvas.Concat(new SKMatrix(m[0], m[2], m[4], m[1], m[3], m[5], 0, 0, 1));
    }
}
