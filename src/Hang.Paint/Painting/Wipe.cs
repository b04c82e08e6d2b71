using System.Runtime.Intrinsics;
using Hang.Paint.Operations;
using Hang.Paint.Pixels;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>
/// Motion blur of what stands behind a mask whose edges move across or down: its picture is painted once without the mask, and every column or
/// row of pixels is let through as much as the mask lets it through on the average.
/// </summary>
internal sealed unsafe class Wipe : IDisposable
{
    private const int Opacity = 6,
        Mark = 7,
        MarkNumbers = 8;

    // Where a box's edges stand among its coordinates.
    private const int Left = 0,
        Top = 1,
        Right = 4,
        Bottom = 5;
    private Sheet? still;
    private SKRectI place;
    private float[] across = [],
        down = [];
    private float opacity;

    /// <summary>The numbers of the picture without its mask.</summary>
    public float[] Row { get; private set; } = [];

    /// <summary>Where the picture is painted; null when more changes than the mask, or it moves in both directions.</summary>
    /// <param name="box">What the moments can touch.</param>
    public Sheet? Begin(PaintContext context, DrawNode node, in Box box)
    {
        var canvas = context.Canvas;
        var (ops, moments) = (node.Strip.Ops, node.Moments);
        if (
            ops.Length < 4
            || !node.Strip.IsMarked
            || ops[2] is not { } clip
            || !clip.Kind.Does.HasFlag(Does.Clips)
            || !clip.Takes.IsEmpty
            || clip.Shape is not { Verbs: Shape.Box, IsInverse: false }
        )
        {
            return null;
        }
        var edges = clip.Offset(clip.Kind.More);
        bool acrossMoves = false,
            downMoves = false;
        foreach (var row in moments)
        {
            if (
                !Same(row, moments[0], 0, Opacity)
                || !Same(row, moments[0], Mark + MarkNumbers, edges)
                || !Same(row, moments[0], edges + clip.Each, row.Length)
                || row[clip.At] == 0
            )
            {
                return null;
            }
            acrossMoves |= row[edges + Left] != moments[0][edges + Left] || row[edges + Right] != moments[0][edges + Right];
            downMoves |= row[edges + Top] != moments[0][edges + Top] || row[edges + Bottom] != moments[0][edges + Bottom];
        }
        var first = moments[0];
        var device = canvas.TotalMatrix.PreConcat(new SKMatrix(first[0], first[2], first[4], first[1], first[3], first[5], 0, 0, 1));
        opacity = moments.Average(m => m[Opacity]);
        if ((acrossMoves && downMoves) || device.SkewX != 0 || device.SkewY != 0 || opacity <= 0)
        {
            return null;
        }
        place = WholePixels.Within(WholePixels.Map(canvas.TotalMatrix, box), canvas.DeviceClipBounds);
        if (place.Width <= 0 || place.Height <= 0)
        {
            place = new(0, 0, 1, 1);
        }
        across = Through(moments, edges + Left, edges + Right, device.ScaleX, device.TransX, place.Left, place.Width);
        down = Through(moments, edges + Top, edges + Bottom, device.ScaleY, device.TransY, place.Top, place.Height);
        Row = (float[])first.Clone();
        (Row[Opacity], Row[clip.At]) = (1, 0);
        var corner = context.Sheet?.Corner ?? default;
        still = new(context.Blocks, corner.X + place.Left, corner.Y + place.Top, place.Width, place.Height);
        still.Canvas.SetMatrix(canvas.TotalMatrix.PostConcat(SKMatrix.CreateTranslation(-place.Left, -place.Top)));
        return still;
    }

    /// <summary>Draws what comes through.</summary>
    public void End(PaintContext context, SKBlendMode mode)
    {
        for (var y = 0; y < place.Height; y++)
        {
            Let(new Span<uint>(still!.Row(y), place.Width), down[y]);
        }
        still!.MixInto(context.Canvas, context.Sheet, place.Left, place.Top, context.Alpha * opacity, mode);
        still.Dispose();
        still = null;
    }

    public void Dispose() => still?.Dispose();

    private void Let(Span<uint> row, float rowShare)
    {
        var half = Vector128.Create(0.5f);
        for (var x = 0; x < row.Length; x++)
        {
            var share = across[x] * rowShare;
            if (row[x] == 0 || share >= 1)
            {
                continue;
            }
            var p = row[x];
            var v = Vector128.ConvertToInt32(Vector128.Create(p & 0xFF, (p >> 8) & 0xFF, (p >> 16) & 0xFF, (float)(p >> 24)) * share + half);
            row[x] = (uint)v[0] | ((uint)v[1] << 8) | ((uint)v[2] << 16) | ((uint)v[3] << 24);
        }
    }

    /// <summary>How much of each pixel along one axis lies between two edges, as the mean of all moments.</summary>
    private static float[] Through(float[][] moments, int low, int high, float scale, float by, int start, int count)
    {
        var shares = new float[count];
        foreach (var row in moments)
        {
            if (row[high] < row[low])
            {
                continue;
            }
            var (a, b) = (row[low] * scale + by - start, row[high] * scale + by - start);
            (a, b) = (Math.Max(Math.Min(a, b), 0), Math.Min(Math.Max(a, b), count));
            for (var i = (int)a; i < count && i < b; i++)
            {
                shares[i] += Math.Min(i + 1, b) - Math.Max(i, a);
            }
        }
        for (var i = 0; i < count; i++)
        {
            shares[i] /= moments.Length;
        }
        return shares;
    }

    private static bool Same(float[] a, float[] b, int from, int to) => a.AsSpan(from, to - from).SequenceEqual(b.AsSpan(from, to - from));
}
