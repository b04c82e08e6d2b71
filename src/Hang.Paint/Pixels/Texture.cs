using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Hang.Paint.Pixels;

/// <summary>
/// Premultiplied pixels that are read between pixels: there each is the mean of its four neighbours, by how near they are; beyond the edge, the edge's.
/// </summary>
internal readonly unsafe struct Texture(uint* pixels, int width, int height, int stride)
{
    /// <summary>A pixel in the numbers that count along a line: fine enough for any row.</summary>
    private const double One = 1L << 32;

    public int Width => width;

    public int Height => height;

    /// <summary>A row of it where it is read at whole pixels; null where it has to be made.</summary>
    /// <param name="u">Across, in pixels, where the middle of the first pixel is 0; every further place is one more.</param>
    public uint* Whole(double u, double v, int count) =>
        u == Math.Floor(u) && v == Math.Floor(v) && u >= 0 && v >= 0 && u + count <= width && v < height ? pixels + (long)v * stride + (long)u : null;

    /// <summary>Reads at places along a line.</summary>
    /// <param name="u">Across, in pixels, where the middle of the first pixel is 0.</param>
    /// <param name="v">Down.</param>
    /// <param name="byU">From one place to the next.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public void Line(double u, double v, double byU, double byV, uint* to, int count)
    {
        long x = (long)Math.Round(u * One),
            y = (long)Math.Round(v * One),
            dx = (long)Math.Round(byU * One),
            dy = (long)Math.Round(byV * One);
        var (half, all) = (Vector128.Create((ushort)128), Vector128.Create((ushort)256));
        for (var i = 0; i < count; i++, x += dx, y += dy)
        {
            long left = x >> 32,
                top = y >> 32;
            var fu = Vector128.Create((ushort)((x >> 24) & 255));
            var fv = Vector128.Create((ushort)((y >> 24) & 255));
            ulong above,
                below;
            if (left >= 0 && top >= 0 && left < width - 1 && top < height - 1)
            {
                var at = pixels + top * stride + left;
                above = *(ulong*)at;
                below = *(ulong*)(at + stride);
            }
            else
            {
                long right = Math.Clamp(left + 1, 0, width - 1),
                    first = Math.Clamp(left, 0, width - 1);
                uint* a = pixels + Math.Clamp(top, 0, height - 1) * stride,
                    b = pixels + Math.Clamp(top + 1, 0, height - 1) * stride;
                above = a[first] | ((ulong)a[right] << 32);
                below = b[first] | ((ulong)b[right] << 32);
            }
            if (above == below && (uint)above == (uint)(above >> 32))
            {
                to[i] = (uint)above;
                continue;
            }
            var p = Vector128.WidenLower(Vector128.CreateScalarUnsafe(above).AsByte());
            var q = Vector128.WidenLower(Vector128.CreateScalarUnsafe(below).AsByte());
            var column = (p * (all - fv) + q * fv + half) >>> 8;
            // The right pixel's components stand above the left one's.
            var other = Vector128.Shuffle(column.AsUInt64(), Vector128.Create(1UL, 0)).AsUInt16();
            var pixel = (column * (all - fu) + other * fu + half) >>> 8;
            to[i] = Vector128.Narrow(pixel, pixel).AsUInt32().ToScalar();
        }
    }

    /// <summary>A picture of half the size: each pixel the mean of those it takes the place of.</summary>
    /// <param name="to">Of the halved sides, rounded down, 1 at least.</param>
    public void Halve(uint* to)
    {
        var (w, h) = (Math.Max(1, width / 2), Math.Max(1, height / 2));
        for (var y = 0; y < h; y++)
        {
            for (var x = 0; x < w; x++)
            {
                to[(long)y * w + x] = Mean(x, y);
            }
        }
    }

    /// <summary>Of an odd side three are read, 1, 2 and 1 times, so that nothing is left out (as Skia does).</summary>
    private uint Mean(int x, int y)
    {
        ReadOnlySpan<int> one = [1],
            two = [1, 1],
            three = [1, 2, 1];
        var across =
            width == 1 ? one
            : width % 2 == 0 ? two
            : three;
        var down =
            height == 1 ? one
            : height % 2 == 0 ? two
            : three;
        uint r = 0,
            g = 0,
            b = 0,
            a = 0,
            all = 0;
        for (var j = 0; j < down.Length; j++)
        {
            for (var i = 0; i < across.Length; i++)
            {
                var p = pixels[(long)(2 * y + j) * stride + 2 * x + i];
                var by = (uint)(down[j] * across[i]);
                (r, g, b, a, all) = (r + by * (p & 0xFF), g + by * ((p >> 8) & 0xFF), b + by * ((p >> 16) & 0xFF), a + by * (p >> 24), all + by);
            }
        }
        return (r / all) | ((g / all) << 8) | ((b / all) << 16) | ((a / all) << 24);
    }
}
