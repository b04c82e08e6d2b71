using System.Globalization;
using Hang.Scene.PaintList;
using Hang.Scene.PaintList.Operations;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>Gradients and strokes from an operation's numbers.</summary>
internal static class Paints
{
    /// <summary>The gradient, or null for one colour.</summary>
    public static SKShader? ShaderOf(Op op, ReadOnlySpan<float> v)
    {
        var kind = op.Word("paint");
        if (kind == "solid")
        {
            return null;
        }
        var stops = v.Slice(op.Offset(op.Kind.More), op.StopNumbers);
        var (colours, offsets) = (new SKColorF[stops.Length / 5], new float[stops.Length / 5]);
        for (var i = 0; i < colours.Length; i++)
        {
            var stop = stops[(5 * i)..];
            (offsets[i], colours[i]) = (stop[0], new(stop[1], stop[2], stop[3], stop[4]));
        }
        var axis = v.Slice(op.Offset(((InkOp)op.Kind).Axis), 6);
        var m = v.Slice(op.Offset(((InkOp)op.Kind).Local), 6);
        var local = new SKMatrix(m[0], m[2], m[4], m[1], m[3], m[5], 0, 0, 1);
        using var space = SKColorSpace.CreateSrgb();
        return kind switch
        {
            "linear" => SKShader.CreateLinearGradient(new(axis[0], axis[1]), new(axis[2], axis[3]), colours, space, offsets, SKShaderTileMode.Clamp, local),
            "radial" => SKShader.CreateTwoPointConicalGradient(new(axis[0], axis[1]), axis[2], new(axis[3], axis[4]), axis[5], colours, space, offsets, SKShaderTileMode.Clamp, local),
            _ => SKShader.CreateSweepGradient(new(axis[0], axis[1]), colours, space, offsets, SKShaderTileMode.Clamp, axis[2], axis[3], local),
        };
    }

    public static void Stroke(SKPaint paint, Op op, ReadOnlySpan<float> v)
    {
        paint.Style = SKPaintStyle.Stroke;
        paint.StrokeWidth = v[op.Offset(Ops.Stroke.Width)];
        paint.StrokeMiter = v[op.Offset(Ops.Stroke.Miter)];
        paint.StrokeCap = op.Word("cap") switch { "round" => SKStrokeCap.Round, "square" => SKStrokeCap.Square, _ => SKStrokeCap.Butt };
        paint.StrokeJoin = op.Word("join") switch { "round" => SKStrokeJoin.Round, "bevel" => SKStrokeJoin.Bevel, _ => SKStrokeJoin.Miter };
        var trim = TrimOf(v[op.Offset(Ops.Stroke.Trim)], v[op.Offset(Ops.Stroke.Trim) + 1]);
        if (op.Word("dashes") is not { Length: > 0 } dashes)
        {
            paint.PathEffect = trim;
            return;
        }
        var lengths = dashes.Split(' ').Select(d => float.Parse(d, CultureInfo.InvariantCulture)).ToArray();
        var dash = SKPathEffect.CreateDash(lengths, v[op.Offset(Ops.Stroke.DashPhase)]);
        paint.PathEffect = dash;
        if (trim is not null)
        {
            // What is drawn is dashed, not the dashes drawn.
            paint.PathEffect = SKPathEffect.CreateCompose(dash, trim);
            dash.Dispose();
            trim.Dispose();
        }
    }

    /// <summary>True when nothing of a stroke is drawn.</summary>
    public static bool IsTrimmedAway(Op op, ReadOnlySpan<float> v) => v[op.Offset(Ops.Stroke.Trim) + 1] <= v[op.Offset(Ops.Stroke.Trim)];

    private static SKPathEffect? TrimOf(float from, float to) => to - from >= 1 ? null
        : to <= 1 ? SKPathEffect.CreateTrim(from, to, SKTrimPathEffectMode.Normal)
        : SKPathEffect.CreateTrim(to - 1, from, SKTrimPathEffectMode.Inverted);

    public static void Unstroke(SKPaint paint)
    {
        paint.Style = SKPaintStyle.Fill;
        paint.PathEffect?.Dispose();
        paint.PathEffect = null;
    }
}
