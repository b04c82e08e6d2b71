using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.PaintList.Operations;
using SkiaSharp;

namespace Hang.Paint.Operations;

/// <summary>What is painted in a colour or a gradient.</summary>
internal abstract class InkPainter(InkOp kind) : IOpPainter
{
    public void Paint(PaintContext c, Op op, ReadOnlySpan<float> v)
    {
        if (Coverage.Paint(c, kind, op, v, this))
        {
            return;
        }
        var paint = c.Paint();
        using var shader = Gradients.Of(kind, op, v);
        paint.Shader = shader;
        var colour = kind.Colour.Of(v);
        paint.ColorF = shader is null ? new SKColorF(colour[0], colour[1], colour[2], colour[3] * c.Alpha) : new SKColorF(0, 0, 0, c.Alpha);
        Draw(c, paint, op, v);
        paint.Shader = null;
    }

    /// <summary>Draws the shape alone, opaque, for a canvas of one channel.</summary>
    public void Cover(PaintContext c, Op op, ReadOnlySpan<float> v)
    {
        var paint = c.Paint();
        paint.ColorF = new SKColorF(0, 0, 0, 1);
        Draw(c, paint, op, v);
    }

    /// <summary>The colours of its gradient; null when they are left to Skia.</summary>
    public ColourRows? Colours(PaintContext c, Op op, ReadOnlySpan<float> v, int longest)
    {
        var scale = Scale(v);
        return GradientRows.Of(c.Blocks, kind, op, v, c.Alpha, c.Canvas.TotalMatrix.PreConcat(SKMatrix.CreateScale(scale, scale)), longest);
    }

    /// <summary>
    /// What the shape lies within, in its coordinates, with the points that its curves are made from: one that Skia has to cut is made of others.
    /// </summary>
    public virtual Box Around(PaintContext c, Op op, ReadOnlySpan<float> v) => kind.Touches(c.Strip, op, v);

    /// <summary>What the shape is drawn at: its gradient lies in those coordinates too.</summary>
    private protected virtual float Scale(ReadOnlySpan<float> v) => 1;

    private protected abstract void Draw(PaintContext c, SKPaint paint, Op op, ReadOnlySpan<float> v);
}
