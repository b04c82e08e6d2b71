using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

internal sealed class StrokePainter() : InkPainter(Ops.Stroke)
{
    private protected override void Draw(PaintContext c, SKPaint paint, Op op, ReadOnlySpan<float> v)
    {
        var (from, to) = (v[Ops.Stroke.Trim], v[Ops.Stroke.Trim + 1]);
        if (to <= from)
        {
            return;
        }
        paint.Style = SKPaintStyle.Stroke;
        paint.StrokeWidth = v[Ops.Stroke.Width];
        paint.StrokeMiter = v[Ops.Stroke.Miter];
        paint.StrokeCap = op.Line!.Cap switch
        {
            LineCap.Round => SKStrokeCap.Round,
            LineCap.Square => SKStrokeCap.Square,
            _ => SKStrokeCap.Butt,
        };
        paint.StrokeJoin = op.Line.Join switch
        {
            LineJoin.Round => SKStrokeJoin.Round,
            LineJoin.Bevel => SKStrokeJoin.Bevel,
            _ => SKStrokeJoin.Miter,
        };
        using var effect = EffectOf(op.Line, v[Ops.Stroke.DashPhase], from, to);
        paint.PathEffect = effect;
        c.Canvas.DrawPath(c.Paths.ShapeOf(c.Strip, op, v), paint);
        (paint.Style, paint.PathEffect) = (SKPaintStyle.Fill, null);
    }

    private static SKPathEffect? EffectOf(LineWords line, float phase, float from, float to)
    {
        var trim =
            to - from >= 1 ? null
            : to <= 1 ? SKPathEffect.CreateTrim(from, to, SKTrimPathEffectMode.Normal)
            : SKPathEffect.CreateTrim(to - 1, from, SKTrimPathEffectMode.Inverted);
        if (line.Dashes.IsEmpty)
        {
            return trim;
        }
        var dash = SKPathEffect.CreateDash([.. line.Dashes], phase);
        if (trim is null)
        {
            return dash;
        }
        // What is drawn is dashed, not the dashes drawn.
        var both = SKPathEffect.CreateCompose(dash, trim);
        dash.Dispose();
        trim.Dispose();
        return both;
    }
}
