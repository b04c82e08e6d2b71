using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

internal sealed class PicturePainter : IOpPainter
{
    public void Paint(PaintContext c, Op op, ReadOnlySpan<float> v)
    {
        if (Coverage.Paint(c, op, v, Colours, Cover))
        {
            return;
        }
        var paint = c.Paint();
        paint.ColorF = new SKColorF(0, 0, 0, c.Alpha);
        var image = c.Pictures.Get(op.Takes[0]);
        c.Canvas.DrawImage(image, Source(image, v), Target(v), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear), paint);
    }

    private static ColourRows? Colours(PaintContext c, Op op, ReadOnlySpan<float> v, int longest)
    {
        var image = c.Pictures.Get(op.Takes[0]);
        var (from, to) = (Source(image, v), Target(v));
        var placed = SKMatrix.CreateScaleTranslation(
            to.Width / from.Width,
            to.Height / from.Height,
            to.Left - from.Left * to.Width / from.Width,
            to.Top - from.Top * to.Height / from.Height
        );
        return PictureRows.Of(c.Blocks, image, c.Canvas.TotalMatrix.PreConcat(placed), longest);
    }

    private static void Cover(PaintContext c, Op op, ReadOnlySpan<float> v)
    {
        var paint = c.Paint();
        paint.ColorF = new SKColorF(0, 0, 0, c.Alpha);
        c.Canvas.DrawRect(Target(v), paint);
    }

    private static SKRect Source(SKImage image, ReadOnlySpan<float> v)
    {
        var from = Ops.Picture.Source.Of(v);
        return from[2] > from[0] ? new SKRect(from[0], from[1], from[2], from[3]) : new SKRect(0, 0, image.Width, image.Height);
    }

    private static SKRect Target(ReadOnlySpan<float> v)
    {
        var to = Ops.Picture.Target.Of(v);
        return new(to[0], to[1], to[2], to[3]);
    }
}
