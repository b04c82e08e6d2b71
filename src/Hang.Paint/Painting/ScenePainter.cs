using System.Globalization;
using Hang.Paint.Paths;
using Hang.Paint.Pictures;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>
/// Paints scenes on a Skia canvas: a loop over operations, knowing nothing else. The painter in the browser makes the same calls in the same
/// order, so that both give the same picture. One painter serves one thread.
/// </summary>
public sealed class ScenePainter(PictureShelf pictures) : IDisposable
{
    private readonly SKPaint paint = new() { IsAntialias = true };
    private readonly PathShelf paths = new();
    private readonly Stack<Level> levels = new();
    private readonly Smear smear = new();
    private readonly Wipe wipe = new();
    private SKCanvas canvas = null!;

    /// <summary>What the alpha of everything painted in this level is multiplied by.</summary>
    private float alpha = 1;

    /// <summary>Levels that are passed over because nothing of them shows.</summary>
    private int skipping;

    /// <summary>Paints all nodes over what the canvas holds.</summary>
    public void Paint(SKCanvas onto, SceneMoment scene)
    {
        // The bounds of groups are found with those of the whole.
        if (scene.Bounds.IsEmpty)
        {
            return;
        }
        (canvas, alpha, skipping) = (onto, 1, 0);
        try
        {
            foreach (var node in scene.Nodes)
            {
                if (node.Moments.Length == 0 || skipping > 0)
                {
                    Run(node.Strip, node.Values, SKBlendMode.SrcOver);
                }
                else
                {
                    PaintMean(node);
                }
            }
        }
        finally
        {
            while (levels.Count > 0)
            {
                levels.Pop().Layer?.Drop();
            }
        }
    }

    /// <summary>Adds a strip at a moment to what the canvas holds, as light is added (W3C Compositing, plus).</summary>
    public void Add(SKCanvas onto, Strip strip, float[] row)
    {
        (canvas, alpha, skipping) = (onto, 1, 0);
        Run(strip, row, SKBlendMode.Plus);
    }

    public void Dispose()
    {
        paint.Dispose();
        paths.Dispose();
        smear.Dispose();
        wipe.Dispose();
    }

    /// <param name="mode">How what the strip paints is mixed in, where the strip does not say otherwise.</param>
    private void Run(Strip strip, ReadOnlySpan<float> v, SKBlendMode mode)
    {
        // Within a group of the strip's own, nothing is mixed with what lies behind the strip.
        var within = 0;
        foreach (var op in strip.Ops)
        {
            if (skipping > 0)
            {
                skipping += op.Kind.Levels;
            }
            else if (op.Kind == Ops.Place)
            {
                Place(v.Slice(op.At, 7));
            }
            else if (op.Kind.Does.HasFlag(Does.Clips))
            {
                if (v[op.At] != 0)
                {
                    var side = op.Word("inverse") == "yes" ? SKClipOperation.Difference : SKClipOperation.Intersect;
                    if (UprightBox.Of(op, v) is { } box)
                    {
                        canvas.ClipRect(box, side, true);
                    }
                    else
                    {
                        canvas.ClipPath(paths.Of(strip, op, v), side, true);
                    }
                }
            }
            else if (op.Kind == Ops.Group)
            {
                within += OpenGroup(op, v, within > 0 ? SKBlendMode.SrcOver : mode) ? 1 : 0;
            }
            else if (op.Kind.Levels < 0)
            {
                within -= End() ? 1 : 0;
            }
            else if (op.Kind.Does.HasFlag(Does.Paints))
            {
                paint.BlendMode = within > 0 ? SKBlendMode.SrcOver : mode;
                Draw(strip, op, v);
            }
        }
    }

    private void Place(ReadOnlySpan<float> v)
    {
        if (v[6] <= 0)
        {
            skipping = 1;
            return;
        }
        levels.Push(new(null, alpha, canvas));
        canvas.Save();
        canvas.Concat(new SKMatrix(v[0], v[2], v[4], v[1], v[3], v[5], 0, 0, 1));
        alpha *= v[6];
    }

    /// <summary>True when a picture of its own was begun.</summary>
    private bool OpenGroup(Op op, ReadOnlySpan<float> v, SKBlendMode mode)
    {
        var opacity = v[op.Offset(Ops.Group.Opacity)] * alpha;
        if (opacity <= 0)
        {
            skipping = 1;
            return false;
        }
        if (v[op.Offset(Ops.Group.On)] == 0)
        {
            levels.Push(new(null, alpha, canvas));
            canvas.Save();
            alpha = opacity;
            return false;
        }
        var layer = GroupLayer.Open(canvas, op, v, opacity, mode);
        levels.Push(new(layer, alpha, canvas));
        (canvas, alpha) = (layer.Canvas, 1);
        return true;
    }

    /// <summary>True when it was the end of a picture of its own.</summary>
    private bool End()
    {
        var level = levels.Pop();
        (canvas, alpha) = (level.Canvas, level.Alpha);
        if (level.Layer is { } layer)
        {
            layer.Close(canvas);
            return true;
        }
        canvas.Restore();
        return false;
    }

    private void Draw(Strip strip, Op op, ReadOnlySpan<float> v)
    {
        if (op.Kind == Ops.Picture)
        {
            paint.ColorF = new SKColorF(0, 0, 0, alpha);
            var image = pictures.Get(op.Takes[0]);
            int from = op.Offset(Ops.Picture.Source), to = op.Offset(Ops.Picture.Target);
            var source = v[from + 2] > v[from] ? new SKRect(v[from], v[from + 1], v[from + 2], v[from + 3]) : new SKRect(0, 0, image.Width, image.Height);
            canvas.DrawImage(image, source, new SKRect(v[to], v[to + 1], v[to + 2], v[to + 3]), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear), paint);
            return;
        }
        if (op.Kind == Ops.Warp)
        {
            DrawWarp(op, v);
            return;
        }
        using var shader = Paints.ShaderOf(op, v);
        paint.Shader = shader;
        paint.ColorF = shader is null ? new SKColorF(v[op.At], v[op.At + 1], v[op.At + 2], v[op.At + 3] * alpha) : new SKColorF(0, 0, 0, alpha);
        if (op.Kind == Ops.Glyphs)
        {
            var unit = v[op.Offset(Ops.Glyphs.Unit)];
            canvas.Save();
            canvas.Scale(unit, unit);
            canvas.DrawPath(paths.Of(strip, op, v), paint);
            canvas.Restore();
        }
        else if (op.Kind == Ops.Stroke)
        {
            if (!Paints.IsTrimmedAway(op, v))
            {
                Paints.Stroke(paint, op, v);
                canvas.DrawPath(paths.Of(strip, op, v), paint);
                Paints.Unstroke(paint);
            }
        }
        else if (UprightBox.Of(op, v) is { } box)
        {
            canvas.DrawRect(box, paint);
        }
        else
        {
            canvas.DrawPath(paths.Of(strip, op, v), paint);
        }
        paint.Shader = null;
    }

    private void DrawWarp(Op op, ReadOnlySpan<float> v)
    {
        var (columns, rows) = (int.Parse(op.Word("columns"), CultureInfo.InvariantCulture), int.Parse(op.Word("rows"), CultureInfo.InvariantCulture));
        var image = pictures.Get(op.Takes[0]);
        var more = v.Slice(op.Offset(op.Kind.More), op.Each);
        var (points, places) = (new SKPoint[(columns + 1) * (rows + 1)], new SKPoint[(columns + 1) * (rows + 1)]);
        for (var i = 0; i < points.Length; i++)
        {
            points[i] = new(more[2 * i], more[2 * i + 1]);
            places[i] = new((float)(i % (columns + 1)) / columns * image.Width, (float)(i / (columns + 1)) / rows * image.Height);
        }
        var corners = new List<ushort>();
        for (var row = 0; row < rows; row++)
        {
            for (var column = 0; column < columns; column++)
            {
                var at = row * (columns + 1) + column;
                corners.AddRange([(ushort)at, (ushort)(at + 1), (ushort)(at + columns + 2), (ushort)at, (ushort)(at + columns + 2), (ushort)(at + columns + 1)]);
            }
        }
        using var shader = image.ToShader(SKShaderTileMode.Clamp, SKShaderTileMode.Clamp, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var vertices = SKVertices.CreateCopy(SKVertexMode.Triangles, points, places, null, [.. corners]);
        paint.ColorF = new SKColorF(1, 1, 1, alpha);
        paint.Shader = shader;
        canvas.DrawVertices(vertices, SKBlendMode.Modulate, paint);
        paint.Shader = null;
    }

    /// <summary>The mean of a node's moments.</summary>
    private void PaintMean(DrawNode node)
    {
        var (strip, moments) = (node.Strip, node.Moments);
        var box = moments.Aggregate(Box.Empty, (all, row) => all.Union(Touched.By(strip, row)));
        if (box.IsEmpty)
        {
            return;
        }
        if (smear.Begin(canvas, node) is { } still)
        {
            // It only moves: its picture is painted once and spread along the way.
            RunOn(still, strip, smear.Row);
            smear.End(canvas, alpha, GroupLayer.BlendOf(strip));
            return;
        }
        if (wipe.Begin(canvas, node, box) is { } unmasked)
        {
            RunOn(unmasked, strip, wipe.Row);
            wipe.End(canvas, alpha, GroupLayer.BlendOf(strip));
            return;
        }
        // Each moment adds its share to a layer of half-precision numbers, so that small shares are not rounded away.
        using var whole = new SKPaint { BlendMode = GroupLayer.BlendOf(strip) };
        canvas.Save();
        // The clip keeps the layer small; the bounds of SKCanvasSaveLayerRec do not arrive in this version of SkiaSharp.
        canvas.ClipRect(GroupLayer.Rect(box));
        canvas.SaveLayer(new SKCanvasSaveLayerRec { Flags = SKCanvasSaveLayerRecFlags.F16ColorType, Paint = whole });
        var before = alpha;
        foreach (var row in moments)
        {
            alpha = before / moments.Length;
            Run(strip, row, SKBlendMode.Plus);
        }
        alpha = before;
        canvas.Restore();
        canvas.Restore();
    }

    /// <summary>Paints a strip on a canvas of its own.</summary>
    private void RunOn(SKCanvas other, Strip strip, float[] row)
    {
        var outer = (canvas, alpha);
        (canvas, alpha) = (other, 1);
        Run(strip, row, SKBlendMode.SrcOver);
        (canvas, alpha) = outer;
    }

    /// <param name="Layer">The group that it is; null for a place.</param>
    /// <param name="Alpha">What holds outside of it.</param>
    /// <param name="Canvas">What is painted on outside of it.</param>
    private readonly record struct Level(GroupLayer? Layer, float Alpha, SKCanvas Canvas);
}
