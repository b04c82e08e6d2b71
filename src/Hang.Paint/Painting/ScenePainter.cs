using Hang.Paint.Operations;
using Hang.Paint.Pictures;
using Hang.Paint.Pixels;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>
/// Paints scenes on a Skia canvas: a loop over operations, each painted by its own, knowing nothing else. The painter in the browser makes the same calls
/// in the same order, so that both give the same picture. One painter serves one thread.
/// </summary>
public sealed class ScenePainter(PictureShelf pictures) : IDisposable
{
    private readonly PaintContext context = new(pictures);
    private readonly Smear smear = new();
    private readonly Wipe wipe = new();

    /// <summary>Paints all nodes over what a canvas holds whose pixels are not at hand: by Skia alone.</summary>
    public void Paint(SKCanvas onto, SceneMoment scene)
    {
        // The bounds of groups are found with those of the whole.
        if (!scene.Bounds.IsEmpty)
        {
            Paint(onto, null, scene.Nodes.AsMemory());
        }
    }

    /// <summary>Paints all nodes on one colour; only what the picture's clip lets be seen is touched.</summary>
    internal void Paint(Sheet onto, SceneMoment scene, SKColor behind, SKMatrix matrix)
    {
        var canvas = onto.Canvas;
        var nodes = scene.Bounds.IsEmpty ? default : scene.Nodes.AsMemory();
        var first = Covering.Last(nodes.Span, matrix, canvas.DeviceClipBounds);
        if (first < 0)
        {
            canvas.Clear(behind);
        }
        canvas.Save();
        canvas.SetMatrix(matrix);
        Paint(canvas, onto, nodes[Math.Max(0, first)..]);
        canvas.Restore();
    }

    private void Paint(SKCanvas onto, Sheet? sheet, ReadOnlyMemory<DrawNode> nodes)
    {
        context.Begin(onto, sheet);
        try
        {
            for (var i = 0; i < nodes.Length; i++)
            {
                var node = nodes.Span[i];
                context.Begin(nodes, i);
                if (node.Moments.Length == 0 || context.Skipping > 0)
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
            context.Drop();
        }
    }

    /// <summary>Adds a strip at a moment to what the canvas holds, as light is added (W3C Compositing, plus).</summary>
    public void Add(SKCanvas onto, Strip strip, float[] row)
    {
        context.Begin(onto, null);
        Run(strip, row, SKBlendMode.Plus);
    }

    public void Dispose()
    {
        context.Dispose();
        smear.Dispose();
        wipe.Dispose();
    }

    /// <param name="mode">How what the strip paints is mixed in, where the strip does not say otherwise.</param>
    private void Run(Strip strip, ReadOnlySpan<float> v, SKBlendMode mode)
    {
        context.Begin(strip, mode);
        foreach (var op in strip.Ops)
        {
            if (context.Skipping > 0)
            {
                context.Skipping += op.Kind.Levels;
            }
            else
            {
                OpPainters.ByCode[op.Kind.Code].Paint(context, op, v[op.At..]);
            }
        }
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
        if (smear.Begin(context, node) is { } still)
        {
            // It only moves: its picture is painted once and spread along the way.
            context.On(still.Canvas, still, 1, () => Run(strip, smear.Row, SKBlendMode.SrcOver));
            smear.End(context, GroupLayer.BlendOf(strip));
            return;
        }
        if (wipe.Begin(context, node, box) is { } unmasked)
        {
            context.On(unmasked.Canvas, unmasked, 1, () => Run(strip, wipe.Row, SKBlendMode.SrcOver));
            wipe.End(context, GroupLayer.BlendOf(strip));
            return;
        }
        if (context.Sheet is not null)
        {
            if (Seen(box) is { IsEmpty: false } place)
            {
                AddUp(strip, moments, place);
            }
            return;
        }
        // Each moment adds its share to a layer of half-precision numbers, so that small shares are not rounded away.
        using var whole = new SKPaint { BlendMode = GroupLayer.BlendOf(strip) };
        var (canvas, alpha) = (context.Canvas, context.Alpha);
        canvas.Save();
        // The clip keeps the layer small; the bounds of SKCanvasSaveLayerRec do not arrive in this version of SkiaSharp.
        canvas.ClipRect(WholePixels.Around(box));
        canvas.SaveLayer(new SKCanvasSaveLayerRec { Flags = SKCanvasSaveLayerRecFlags.F16ColorType, Paint = whole });
        foreach (var row in moments)
        {
            context.On(canvas, null, alpha / moments.Length, () => Run(strip, row, SKBlendMode.Plus));
        }
        canvas.Restore();
        canvas.Restore();
    }

    /// <summary>The pixels of a box that can be seen.</summary>
    private SKRectI Seen(Box box) => WholePixels.Within(WholePixels.Map(context.Canvas.TotalMatrix, box), context.Canvas.DeviceClipBounds);

    private void AddUp(Strip strip, float[][] moments, SKRectI place)
    {
        using var sum = new MomentSum(context.Blocks, place, context.Sheet!.Corner, moments.Length);
        sum.Sheet.Canvas.SetMatrix(context.Canvas.TotalMatrix.PostConcat(SKMatrix.CreateTranslation(-place.Left, -place.Top)));
        foreach (var row in moments)
        {
            context.On(sum.Sheet.Canvas, sum.Sheet, 1, () => Run(strip, row, SKBlendMode.SrcOver));
            sum.Add();
        }
        sum.Finish();
        sum.Sheet.MixInto(context.Canvas, context.Sheet, place.Left, place.Top, context.Alpha, GroupLayer.BlendOf(strip));
    }
}
