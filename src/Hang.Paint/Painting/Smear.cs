using System.Runtime.Intrinsics;
using Hang.Core.PaintList;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>
/// Motion blur of what only moves: its still picture is painted once, and every pixel becomes the mean along the way. The way is drawn as
/// weights on whole pixels, each place between two pixels shared by its neighbours, so that even motion gives an even smear.
/// </summary>
internal sealed unsafe class Smear : IDisposable
{
    private const int PlaceNumbers = 7;
    private SKSurface? still;
    private SKRectI place;
    private (int X, int Y, float Weight)[] taps = [];
    private float opacity;

    /// <summary>The numbers of the still picture.</summary>
    public float[] Row { get; private set; } = [];

    /// <summary>A canvas for the node's still picture; null when the node does more than move.</summary>
    public SKCanvas? Begin(SKCanvas canvas, DrawNode node)
    {
        var moments = node.Moments;
        for (var i = 1; i < moments.Length; i++)
        {
            if (!moments[i].AsSpan(0, 4).SequenceEqual(moments[0].AsSpan(0, 4)) || !moments[i].AsSpan(PlaceNumbers).SequenceEqual(moments[0].AsSpan(PlaceNumbers)))
            {
                return null;
            }
        }
        opacity = moments.Average(m => m[6]);
        Row = (float[])moments[0].Clone();
        Row[6] = 1;
        var device = canvas.TotalMatrix;
        var touched = Touched.By(node.Strip, Row);
        if (touched.IsEmpty || opacity <= 0)
        {
            return null;
        }
        place = SKRectI.Round(GroupLayer.Rect(PixelSteps.Map(device, touched)));
        var seen = canvas.DeviceClipBounds;
        taps = Taps(moments, device, out var way);
        // Only what can come into sight needs to be painted.
        place.Intersect(new(seen.Left - way.Right, seen.Top - way.Bottom, seen.Right - way.Left, seen.Bottom - way.Top));
        if (place.Width <= 0 || place.Height <= 0)
        {
            place = new(0, 0, 1, 1);
        }
        still = SKSurface.Create(new SKImageInfo(place.Width, place.Height, SKColorType.Rgba8888, SKAlphaType.Premul)) ?? throw new InvalidOperationException("There is no memory for a moving layer.");
        still.Canvas.SetMatrix(device.PostConcat(SKMatrix.CreateTranslation(-place.Left, -place.Top)));
        return still.Canvas;
    }

    /// <summary>Draws the smeared picture.</summary>
    public void End(SKCanvas canvas, float alpha, SKBlendMode mode)
    {
        var (left, top) = (taps.Min(t => t.X), taps.Min(t => t.Y));
        var (width, height) = (place.Width + taps.Max(t => t.X) - left, place.Height + taps.Max(t => t.Y) - top);
        still!.Canvas.Flush();
        using var pixmap = still.PeekPixels();
        var source = new ReadOnlySpan<uint>((void*)pixmap.GetPixels(), place.Width * place.Height);
        var target = new uint[width * height];
        Spread(source, target, width, height, left, top);
        fixed (uint* pixels = target)
        {
            using var image = SKImage.FromPixels(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul), (IntPtr)pixels);
            using var paint = new SKPaint { ColorF = new SKColorF(0, 0, 0, alpha * opacity), BlendMode = mode };
            canvas.Save();
            canvas.ResetMatrix();
            canvas.DrawImage(image, place.Left + left, place.Top + top, SKSamplingOptions.Default, paint);
            canvas.Restore();
        }
        still.Dispose();
        still = null;
    }

    public void Dispose() => still?.Dispose();

    private static (int X, int Y, float Weight)[] Taps(float[][] moments, SKMatrix device, out SKRectI way)
    {
        var weights = new Dictionary<(int X, int Y), float>();
        var share = 1f / moments.Length;
        foreach (var row in moments)
        {
            var (dx, dy) = (row[4] - moments[0][4], row[5] - moments[0][5]);
            var (x, y) = (device.ScaleX * dx + device.SkewX * dy, device.SkewY * dx + device.ScaleY * dy);
            var (ix, iy) = ((int)MathF.Floor(x), (int)MathF.Floor(y));
            var (fx, fy) = (x - ix, y - iy);
            foreach (var (ox, oy, w) in new[] { (0, 0, (1 - fx) * (1 - fy)), (1, 0, fx * (1 - fy)), (0, 1, (1 - fx) * fy), (1, 1, fx * fy) })
            {
                if (w > 1e-4f)
                {
                    weights[(ix + ox, iy + oy)] = weights.GetValueOrDefault((ix + ox, iy + oy)) + w * share;
                }
            }
        }
        way = new(weights.Keys.Min(k => k.X), weights.Keys.Min(k => k.Y), weights.Keys.Max(k => k.X), weights.Keys.Max(k => k.Y));
        return [.. weights.OrderBy(w => w.Key.Y).ThenBy(w => w.Key.X).Select(w => (w.Key.X, w.Key.Y, w.Value))];
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
