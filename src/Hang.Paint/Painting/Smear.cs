using System.Runtime.Intrinsics;
using Hang.Paint.Operations;
using Hang.Paint.Pixels;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>
/// Motion blur of what only moves: its still picture is painted once, and every pixel becomes the mean along the way. The way is drawn as
/// weights on whole pixels: the exact integral of how each place between two pixels is shared by its neighbours. A shape whose edges lie on whole pixels
/// is so covered exactly, wherever it moves; upright shapes are painted so that they do.
/// </summary>
internal sealed unsafe class Smear : IDisposable
{
    private const int PlaceNumbers = 7;
    private Sheet? still;
    private SKRectI place;
    private (int X, int Y, float Weight)[] taps = [];
    private float opacity;

    /// <summary>The numbers of the still picture.</summary>
    public float[] Row { get; private set; } = [];

    /// <summary>Where the node's still picture is painted; null when the node does more than move.</summary>
    public Sheet? Begin(PaintContext context, DrawNode node)
    {
        var (canvas, moments) = (context.Canvas, node.Moments);
        for (var i = 1; i < moments.Length; i++)
        {
            if (
                !moments[i].AsSpan(0, 4).SequenceEqual(moments[0].AsSpan(0, 4))
                || !moments[i].AsSpan(PlaceNumbers).SequenceEqual(moments[0].AsSpan(PlaceNumbers))
            )
            {
                return null;
            }
        }
        opacity = moments.Average(m => m[6]);
        Row = (float[])moments[0].Clone();
        Row[6] = 1;
        var device = canvas.TotalMatrix;
        // The still picture stands where the shutter opens.
        (Row[4], Row[5]) = (Edge(moments, 0, 4), Edge(moments, 0, 5));
        Align(node.Strip, device);
        var touched = Touched.By(node.Strip, Row);
        if (touched.IsEmpty || opacity <= 0)
        {
            return null;
        }
        var seen = canvas.DeviceClipBounds;
        taps = Taps(moments, Row, device, out var way);
        // Only what can come into sight needs to be painted.
        place = WholePixels.Within(
            WholePixels.Map(device, touched),
            new(seen.Left - way.Right, seen.Top - way.Bottom, seen.Right - way.Left, seen.Bottom - way.Top)
        );
        if (place.Width <= 0 || place.Height <= 0)
        {
            place = new(0, 0, 1, 1);
        }
        var corner = context.Sheet?.Corner ?? default;
        still = new(context.Blocks, corner.X + place.Left, corner.Y + place.Top, place.Width, place.Height);
        still.Canvas.SetMatrix(device.PostConcat(SKMatrix.CreateTranslation(-place.Left, -place.Top)));
        return still;
    }

    /// <summary>Draws the smeared picture.</summary>
    public void End(PaintContext context, SKBlendMode mode)
    {
        var (left, top) = (taps.Min(t => t.X), taps.Min(t => t.Y));
        var (width, height) = (place.Width + taps.Max(t => t.X) - left, place.Height + taps.Max(t => t.Y) - top);
        using (var spread = new Sheet(context.Blocks, still!.Left + left, still.Top + top, width, height))
        {
            var source = new ReadOnlySpan<uint>(still.Pixels, place.Width * place.Height);
            Spread(source, new Span<uint>(spread.Pixels, width * height), width, height, left, top);
            spread.MixInto(context.Canvas, context.Sheet, place.Left + left, place.Top + top, context.Alpha * opacity, mode);
        }
        still.Dispose();
        still = null;
    }

    public void Dispose() => still?.Dispose();

    /// <summary>Where it is at the border before a moment; moments are the middles of equal parts of the time.</summary>
    private static float Edge(float[][] moments, int i, int number)
    {
        var last = moments.Length - 1;
        return last == 0 ? moments[0][number]
            : i == 0 ? moments[0][number] - (moments[1][number] - moments[0][number]) / 2
            : i > last ? moments[last][number] + (moments[last][number] - moments[last - 1][number]) / 2
            : (moments[i - 1][number] + moments[i][number]) / 2;
    }

    /// <summary>Moves the still picture of an upright shape so that its left and upper edge lie on whole pixels.</summary>
    private void Align(Strip strip, SKMatrix device)
    {
        const int shown = PlaceNumbers + 4;
        if (
            device.SkewX != 0
            || device.SkewY != 0
            || device.ScaleX == 0
            || device.ScaleY == 0
            || Row[1] != 0
            || Row[2] != 0
            || !strip.IsMarked
            || !strip.OnlyFills
        )
        {
            return;
        }
        var (x, y) = (device.ScaleX * (Row[0] * Row[shown] + Row[4]) + device.TransX, device.ScaleY * (Row[3] * Row[shown + 1] + Row[5]) + device.TransY);
        Row[4] -= (x - MathF.Round(x)) / device.ScaleX;
        Row[5] -= (y - MathF.Round(y)) / device.ScaleY;
    }

    private static (int X, int Y, float Weight)[] Taps(float[][] moments, float[] row, SKMatrix device, out SKRectI way)
    {
        var weights = new Dictionary<(int X, int Y), float>();
        (float X, float Y) At(int i)
        {
            var (dx, dy) = (Edge(moments, i, 4) - row[4], Edge(moments, i, 5) - row[5]);
            return (device.ScaleX * dx + device.SkewX * dy, device.SkewY * dx + device.ScaleY * dy);
        }
        var from = At(0);
        for (var i = 1; i <= moments.Length; i++)
        {
            var to = At(i);
            Share(weights, from, to, 1f / moments.Length);
            from = to;
        }
        foreach (var nothing in weights.Where(w => w.Value <= 1e-4f / moments.Length).Select(w => w.Key).ToArray())
        {
            weights.Remove(nothing);
        }
        way = new(weights.Keys.Min(k => k.X), weights.Keys.Min(k => k.Y), weights.Keys.Max(k => k.X), weights.Keys.Max(k => k.Y));
        return [.. weights.OrderBy(w => w.Key.Y).ThenBy(w => w.Key.X).Select(w => (w.Key.X, w.Key.Y, w.Value))];
    }

    /// <summary>
    /// Adds a straight piece of the way: cut where it crosses whole pixels, what falls to each is a product of two straight lines, which Simpson's rule
    /// integrates exactly.
    /// </summary>
    private static void Share(Dictionary<(int X, int Y), float> weights, (float X, float Y) a, (float X, float Y) b, float share)
    {
        var begin = 0f;
        while (begin < 1)
        {
            var end = Math.Min(Crossing(a.X, b.X, begin), Crossing(a.Y, b.Y, begin));
            var (p, q) = ((X: a.X + (b.X - a.X) * begin, Y: a.Y + (b.Y - a.Y) * begin), (X: a.X + (b.X - a.X) * end, Y: a.Y + (b.Y - a.Y) * end));
            var (mx, my) = ((p.X + q.X) / 2, (p.Y + q.Y) / 2);
            var (ix, iy) = ((int)MathF.Floor(mx), (int)MathF.Floor(my));
            for (var corner = 0; corner < 4; corner++)
            {
                var (ox, oy) = (corner & 1, corner >> 1);
                float Weight(float x, float y) => (ox == 0 ? 1 - (x - ix) : x - ix) * (oy == 0 ? 1 - (y - iy) : y - iy);
                var w = (Weight(p.X, p.Y) + 4 * Weight(mx, my) + Weight(q.X, q.Y)) / 6 * (end - begin) * share;
                if (w > 0)
                {
                    weights[(ix + ox, iy + oy)] = weights.GetValueOrDefault((ix + ox, iy + oy)) + w;
                }
            }
            begin = end;
        }
    }

    /// <summary>Where a straight line next crosses a whole number, 0..1; 1 where it does not.</summary>
    private static float Crossing(float a, float b, float begin)
    {
        if (a == b)
        {
            return 1;
        }
        var at = a + (b - a) * begin;
        var next = b > a ? MathF.Floor(at + 1e-4f) + 1 : MathF.Ceiling(at - 1e-4f) - 1;
        var t = (next - a) / (b - a);
        return t > begin && t < 1 ? t : 1;
    }

    /// <summary>Each target row is the weighted sum of source rows, each moved sideways.</summary>
    private void Spread(ReadOnlySpan<uint> source, Span<uint> target, int width, int height, int left, int top)
    {
        var sums = new Vector128<float>[width];
        var row = new Vector128<float>[place.Width];
        // Taps of the same height share the unpacking of a row; most motion is along one axis.
        var byHeight = taps.GroupBy(t => t.Y - top).Select(g => (Y: g.Key, Taps: g.Select(t => (X: t.X - left, t.Weight)).ToArray())).ToArray();
        var half = Vector128.Create(0.5f);
        for (var y = 0; y < height; y++)
        {
            var any = false;
            foreach (var (down, across) in byHeight)
            {
                var from = y - down;
                if (from < 0 || from >= place.Height || !Unpack(source.Slice(from * place.Width, place.Width), row, out var first, out var last))
                {
                    continue;
                }
                if (!any)
                {
                    Array.Clear(sums);
                    any = true;
                }
                foreach (var (x, weight) in across)
                {
                    for (var i = first; i <= last; i++)
                    {
                        sums[i + x] += row[i] * weight;
                    }
                }
            }
            if (!any)
            {
                continue;
            }
            var line = target.Slice(y * width, width);
            for (var x = 0; x < width; x++)
            {
                var v = Vector128.ConvertToInt32(sums[x] + half);
                line[x] = (uint)v[0] | ((uint)v[1] << 8) | ((uint)v[2] << 16) | ((uint)v[3] << 24);
            }
        }
    }

    private static bool Unpack(ReadOnlySpan<uint> pixels, Span<Vector128<float>> row, out int first, out int last)
    {
        first = pixels.IndexOfAnyExcept(0u);
        last = pixels.LastIndexOfAnyExcept(0u);
        if (first < 0)
        {
            return false;
        }
        for (var i = first; i <= last; i++)
        {
            var p = pixels[i];
            row[i] = Vector128.Create(p & 0xFF, (p >> 8) & 0xFF, (p >> 16) & 0xFF, (float)(p >> 24));
        }
        return true;
    }
}
