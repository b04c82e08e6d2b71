using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>
/// Steps that look at each pixel by its place: grain, bending, blocks. Plain arithmetic on premultiplied 8-bit pixels; the browser's pixelWork.ts does the same,
/// number by number.
/// </summary>
internal static class PixelWork
{
    /// <summary>True for a step that is done here.</summary>
    public static bool Does(OpKind kind) => kind is StepKind { ByPixel: true };

    /// <summary>How many pixels of the target a step carries what is there.</summary>
    public static float ReachOf(OpKind kind, ReadOnlySpan<float> v, SKMatrix device)
    {
        var scale = MathF.Max(MathF.Sqrt(device.ScaleX * device.ScaleX + device.SkewY * device.SkewY), MathF.Sqrt(device.SkewX * device.SkewX + device.ScaleY * device.ScaleY));
        return kind == Ops.Bend ? MathF.Abs(v[Ops.Bend.Height]) * scale + 1
            : kind == Ops.Blocks ? MathF.Sqrt(v[Ops.Blocks.Size] * v[Ops.Blocks.Size] + v[Ops.Blocks.Size + 1] * v[Ops.Blocks.Size + 1]) * scale + 1
            : 0;
    }

    /// <param name="pixels">Red, green, blue and alpha of each pixel, premultiplied, row by row.</param>
    /// <param name="needed">The pixels that can come into sight; others may become anything.</param>
    /// <param name="v">The step's numbers.</param>
    /// <param name="device">From the group's coordinates to the pixels'.</param>
    public static void Do(OpKind kind, Span<byte> pixels, int width, int height, SKRectI needed, ReadOnlySpan<float> v, Matrix device)
    {
        var back = device.Inverse;
        if (!double.IsFinite(back.A + back.D + back.E + back.F))
        {
            return;
        }
        if (kind == Ops.Grain)
        {
            Grain(pixels, width, v, back);
        }
        else if (kind == Ops.Bend)
        {
            Bend(pixels, width, height, needed, v, device, back);
        }
        else
        {
            Blocks(pixels, width, v, back);
        }
    }

    /// <summary>Adds to every cell of the layer a number from -1 to 1, the sum of two even ones, so that small ones are more frequent (a triangular distribution).</summary>
    private static void Grain(Span<byte> pixels, int width, ReadOnlySpan<float> v, Matrix back)
    {
        var (amount, size, seed, mono) = ((double)v[Ops.Grain.Amount], Math.Max(0.01, v[Ops.Grain.Size]), (uint)v[Ops.Grain.Seed], v[Ops.Grain.Mono] != 0);
        for (var i = 0; i < pixels.Length; i += 4)
        {
            var alpha = pixels[i + 3];
            if (alpha == 0)
            {
                continue;
            }
            var (x, y) = At(back, i / 4 % width, i / 4 / width);
            var (cx, cy) = ((int)Math.Floor(x / size), (int)Math.Floor(y / size));
            for (var channel = 0; channel < 3; channel++)
            {
                var noise = Noise(cx, cy, mono ? seed : seed + (uint)channel * 7919);
                pixels[i + channel] = (byte)Math.Clamp(Math.Floor(pixels[i + channel] + noise * amount * alpha + 0.5), 0, alpha);
            }
        }
    }

    /// <summary>From -1 to 1 by a cell and a seed: 32 bits mixed by multiplications with large odd numbers, halves of which are added.</summary>
    internal static double Noise(int x, int y, uint seed)
    {
        var h = unchecked((uint)x * 374761393u + (uint)y * 668265263u + seed * 2246822519u);
        h = unchecked((h ^ (h >> 13)) * 1274126177u);
        h = unchecked((h ^ (h >> 16)) * 2654435761u);
        h ^= h >> 15;
        return (h & 0xFFFF) / 65535.0 + (h >> 16) / 65535.0 - 1;
    }

    /// <summary>Takes each pixel from another place: moved across a wave's way, or towards and from a centre.</summary>
    private static void Bend(Span<byte> pixels, int width, int height, SKRectI needed, ReadOnlySpan<float> v, Matrix device, Matrix back)
    {
        var (x0, y0) = ((double)v[Ops.Bend.At], (double)v[Ops.Bend.At + 1]);
        var (dx, dy) = ((double)v[Ops.Bend.Along], (double)v[Ops.Bend.Along + 1]);
        var (length, tall, phase, reach, isRound) = (Math.Max(0.01, v[Ops.Bend.Length]), (double)v[Ops.Bend.Height], (double)v[Ops.Bend.Phase], (double)v[Ops.Bend.Fades], v[Ops.Bend.Round] != 0);
        var from = pixels.ToArray();
        for (var i = 0; i < pixels.Length; i += 4)
        {
            var (column, row) = (i / 4 % width, i / 4 / width);
            if (row < needed.Top || row >= needed.Bottom || column < needed.Left || column >= needed.Right)
            {
                // On to the next pixel that is.
                i += 4 * ((row < needed.Top ? (needed.Top - row) * width - column : row >= needed.Bottom ? pixels.Length / 4 - i / 4 : column < needed.Left ? needed.Left - column : width - column) - 1);
                continue;
            }
            var (x, y) = At(back, column, row);
            double px = x - x0, py = y - y0, qx = x, qy = y;
            if (isRound)
            {
                var r = Math.Sqrt(px * px + py * py);
                if (r > 1e-6)
                {
                    var by = tall * Math.Sin(2 * Math.PI * (r / length - phase)) * (reach > 0 ? Math.Max(0, 1 - r / reach) : 1);
                    (qx, qy) = (x + px / r * by, y + py / r * by);
                }
            }
            else
            {
                var by = tall * Math.Sin(2 * Math.PI * ((px * dx + py * dy) / length - phase));
                (qx, qy) = (x - dy * by, y + dx * by);
            }
            var (sx, sy) = (device.A * qx + device.C * qy + device.E - 0.5, device.B * qx + device.D * qy + device.F - 0.5);
            var (left, top) = (Math.Floor(sx), Math.Floor(sy));
            var (fx, fy) = (sx - left, sy - top);
            for (var channel = 0; channel < 4; channel++)
            {
                var above = Pick(from, width, height, left, top, channel) * (1 - fx) + Pick(from, width, height, left + 1, top, channel) * fx;
                var below = Pick(from, width, height, left, top + 1, channel) * (1 - fx) + Pick(from, width, height, left + 1, top + 1, channel) * fx;
                pixels[i + channel] = (byte)Math.Floor(above * (1 - fy) + below * fy + 0.5);
            }
        }
    }

    /// <summary>Gives all pixels whose middles lie in a cell their mean.</summary>
    private static void Blocks(Span<byte> pixels, int width, ReadOnlySpan<float> v, Matrix back)
    {
        var (w, h) = (Math.Max(0.01, v[Ops.Blocks.Size]), Math.Max(0.01, v[Ops.Blocks.Size + 1]));
        var (x0, y0) = ((double)v[Ops.Blocks.At], (double)v[Ops.Blocks.At + 1]);
        var cells = new Dictionary<(int, int), Sum>();
        var of = new Sum[pixels.Length / 4];
        for (var i = 0; i < pixels.Length; i += 4)
        {
            var (x, y) = At(back, i / 4 % width, i / 4 / width);
            var key = ((int)Math.Floor((x - x0) / w), (int)Math.Floor((y - y0) / h));
            if (!cells.TryGetValue(key, out var sum))
            {
                cells.Add(key, sum = new());
            }
            of[i / 4] = sum;
            sum.Count++;
            (sum.R, sum.G, sum.B, sum.A) = (sum.R + pixels[i], sum.G + pixels[i + 1], sum.B + pixels[i + 2], sum.A + pixels[i + 3]);
        }
        for (var i = 0; i < pixels.Length; i += 4)
        {
            var sum = of[i / 4];
            (pixels[i], pixels[i + 1], pixels[i + 2], pixels[i + 3]) = (sum.Mean(sum.R), sum.Mean(sum.G), sum.Mean(sum.B), sum.Mean(sum.A));
        }
    }

    /// <summary>The middle of a pixel in the group's coordinates.</summary>
    private static (double X, double Y) At(Matrix back, int x, int y) => (back.A * (x + 0.5) + back.C * (y + 0.5) + back.E, back.B * (x + 0.5) + back.D * (y + 0.5) + back.F);

    private static byte Pick(byte[] from, int width, int height, double x, double y, int channel) =>
        x < 0 || y < 0 || x >= width || y >= height ? (byte)0 : from[((int)y * width + (int)x) * 4 + channel];

    private sealed class Sum
    {
        public int Count { get; set; }

        public long R { get; set; }

        public long G { get; set; }

        public long B { get; set; }

        public long A { get; set; }

        public byte Mean(long sum) => (byte)((sum + Count / 2) / Count);
    }
}
