using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

internal sealed class PicturePainter : IOpPainter
{
    public void Paint(PaintContext c, Op op, ReadOnlySpan<float> v)
    {
        var paint = c.Paint();
        paint.ColorF = new SKColorF(0, 0, 0, c.Alpha);
        var image = c.Pictures.Get(op.Takes[0]);
        var from = Ops.Picture.Source.Of(v);
        var to = Ops.Picture.Target.Of(v);
        var source = from[2] > from[0] ? new SKRect(from[0], from[1], from[2], from[3]) : new SKRect(0, 0, image.Width, image.Height);
        c.Canvas.DrawImage(image, source, new SKRect(to[0], to[1], to[2], to[3]), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear), paint);
    }
}
