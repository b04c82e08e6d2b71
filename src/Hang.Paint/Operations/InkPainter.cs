using Hang.Scene.PaintList;
using Hang.Scene.PaintList.Operations;
using SkiaSharp;

namespace Hang.Paint.Operations;

/// <summary>What is painted in a colour or a gradient.</summary>
internal abstract class InkPainter(InkOp kind) : IOpPainter
{
    public void Paint(PaintContext c, Op op, ReadOnlySpan<float> v)
    {
        var paint = c.Paint();
        using var shader = Gradients.Of(kind, op, v);
        paint.Shader = shader;
        var colour = kind.Colour.Of(v);
        paint.ColorF = shader is null ? new SKColorF(colour[0], colour[1], colour[2], colour[3] * c.Alpha) : new SKColorF(0, 0, 0, c.Alpha);
        Draw(c, paint, op, v);
        paint.Shader = null;
    }

    private protected abstract void Draw(PaintContext c, SKPaint paint, Op op, ReadOnlySpan<float> v);
}
