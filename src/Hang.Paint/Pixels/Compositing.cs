using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Hang.Paint.Pixels;

/// <summary>
/// Rows of premultiplied pixels put together (W3C Compositing and Blending Level 1). Products of two parts of 255 are rounded to the nearest.
/// </summary>
internal static unsafe class Compositing
{
    /// <summary>The alpha of each of four pixels in all of its components.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<ushort> AlphaOf(Vector256<ushort> pixels) =>
        Vector256.Shuffle(pixels, Vector256.Create((ushort)3, 3, 3, 3, 7, 7, 7, 7, 11, 11, 11, 11, 15, 15, 15, 15));

    /// <summary>Source over: what is laid on top, and what it lets through of what is there.</summary>
    /// <param name="opacity">Of all of the source, 0..255.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Over(uint* from, uint* to, int count, int opacity)
    {
        var i = 0;
        var (by, full) = (Vector256.Create((ushort)opacity), Vector256.Create((ushort)255));
        for (; i <= count - 8; i += 8)
        {
            var s = Vector256.Load(from + i);
            if (s == Vector256<uint>.Zero)
            {
                continue;
            }
            if (opacity == 255 && Vector256.GreaterThanOrEqualAll(s, Vector256.Create(0xFF000000u)))
            {
                s.Store(to + i);
                continue;
            }
            var d = Vector256.Load((byte*)(to + i));
            var (low, high) = (Vector256.WidenLower(s.AsByte()), Vector256.WidenUpper(s.AsByte()));
            if (opacity != 255)
            {
                (low, high) = (Part(low * by), Part(high * by));
            }
            low += Part(Vector256.WidenLower(d) * (full - AlphaOf(low)));
            high += Part(Vector256.WidenUpper(d) * (full - AlphaOf(high)));
            Vector256.Narrow(low, high).Store((byte*)(to + i));
        }
        for (; i < count; i++)
        {
            var s = opacity == 255 ? from[i] : Scaled(from[i], (uint)opacity);
            to[i] = s + Scaled(to[i], 255 - (s >> 24));
        }
    }

    /// <summary>One colour, as much of it as a mask says, over what is there.</summary>
    /// <param name="colour">Premultiplied.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Over(uint colour, byte* mask, uint* to, int count)
    {
        var i = 0;
        for (; i <= count - 8; i += 8)
        {
            if (*(ulong*)(mask + i) != 0)
            {
                var (low, high) = Tinted(colour, mask + i);
                Onto(low, high, to + i);
            }
        }
        for (; i < count; i++)
        {
            var s = Scaled(colour, mask[i]);
            to[i] = s + Scaled(to[i], 255 - (s >> 24));
        }
    }

    /// <summary>Colours, as much of each as a mask says, over what is there.</summary>
    /// <param name="colours">Premultiplied.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Over(uint* colours, byte* mask, uint* to, int count)
    {
        var i = 0;
        for (; i <= count - 8; i += 8)
        {
            var covered = *(ulong*)(mask + i);
            if (covered == 0)
            {
                continue;
            }
            var c = Vector256.Load(colours + i);
            if (covered == ulong.MaxValue && Vector256.GreaterThanOrEqualAll(c, Vector256.Create(0xFF000000u)))
            {
                c.Store(to + i);
                continue;
            }
            var (low, high) = Tinted(c, mask + i);
            Onto(low, high, to + i);
        }
        for (; i < count; i++)
        {
            var s = Scaled(colours[i], mask[i]);
            to[i] = s + Scaled(to[i], 255 - (s >> 24));
        }
    }

    /// <summary>One colour, as much of it as a mask says, behind what is there (destination over).</summary>
    /// <param name="colour">Premultiplied.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Under(uint colour, byte* mask, uint* to, int count)
    {
        var (i, full) = (0, Vector256.Create((ushort)255));
        for (; i <= count - 8; i += 8)
        {
            var d = Vector256.Load(to + i);
            if (*(ulong*)(mask + i) == 0 || Vector256.GreaterThanOrEqualAll(d, Vector256.Create(0xFF000000u)))
            {
                continue;
            }
            var (low, high) = Tinted(colour, mask + i);
            var (a, b) = (Vector256.WidenLower(d.AsByte()), Vector256.WidenUpper(d.AsByte()));
            a += Part(low * (full - AlphaOf(a)));
            b += Part(high * (full - AlphaOf(b)));
            Vector256.Narrow(a, b).Store((byte*)(to + i));
        }
        for (; i < count; i++)
        {
            to[i] += Scaled(Scaled(colour, mask[i]), 255 - (to[i] >> 24));
        }
    }

    /// <summary>Lays a colour by a mask under what is there, or in its place.</summary>
    public static void Behind(uint colour, byte* mask, uint* to, int count, bool only)
    {
        if (only)
        {
            Put(colour, mask, to, count);
        }
        else
        {
            Under(colour, mask, to, count);
        }
    }

    /// <summary>One colour, as much of it as a mask says, and nothing else.</summary>
    /// <param name="colour">Premultiplied.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Put(uint colour, byte* mask, uint* to, int count)
    {
        var i = 0;
        for (; i <= count - 8; i += 8)
        {
            if (*(ulong*)(mask + i) == 0)
            {
                Vector256<uint>.Zero.Store(to + i);
                continue;
            }
            var (low, high) = Tinted(colour, mask + i);
            Vector256.Narrow(low, high).Store((byte*)(to + i));
        }
        for (; i < count; i++)
        {
            to[i] = Scaled(colour, mask[i]);
        }
    }

    /// <summary>A picture on what is there, only where that is (source atop).</summary>
    /// <param name="opacity">Of all of the source, 0..255.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Atop(uint* from, uint* to, int count, int opacity)
    {
        var (i, full, by) = (0, Vector256.Create((ushort)255), Vector256.Create((ushort)opacity));
        for (; i <= count - 8; i += 8)
        {
            var (s, d) = (Vector256.Load(from + i), Vector256.Load(to + i));
            if (s == Vector256<uint>.Zero || d == Vector256<uint>.Zero)
            {
                continue;
            }
            var (low, high) = (Part(Vector256.WidenLower(s.AsByte()) * by), Part(Vector256.WidenUpper(s.AsByte()) * by));
            var (a, b) = (Vector256.WidenLower(d.AsByte()), Vector256.WidenUpper(d.AsByte()));
            a = Sum(low * AlphaOf(a), a * (full - AlphaOf(low)));
            b = Sum(high * AlphaOf(b), b * (full - AlphaOf(high)));
            Vector256.Narrow(a, b).Store((byte*)(to + i));
        }
        for (; i < count; i++)
        {
            var s = Scaled(from[i], (uint)opacity);
            to[i] = Both(s, to[i] >> 24, to[i], 255 - (s >> 24));
        }
    }

    /// <summary>The means of two rows.</summary>
    /// <param name="share">Of the first, in 256ths.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Mean(uint* first, uint* to, int count, int share)
    {
        var (i, a, b, half) = (0, Vector256.Create((ushort)share), Vector256.Create((ushort)(256 - share)), Vector256.Create((ushort)128));
        for (; i <= count - 8; i += 8)
        {
            var (x, y) = (Vector256.Load((byte*)(first + i)), Vector256.Load((byte*)(to + i)));
            var low = (Vector256.WidenLower(x) * a + Vector256.WidenLower(y) * b + half) >>> 8;
            var high = (Vector256.WidenUpper(x) * a + Vector256.WidenUpper(y) * b + half) >>> 8;
            Vector256.Narrow(low, high).Store((byte*)(to + i));
        }
        for (; i < count; i++)
        {
            uint p = first[i],
                q = to[i];
            uint One(int shift) => (((p >> shift) & 0xFF) * (uint)share + ((q >> shift) & 0xFF) * (uint)(256 - share) + 128) >> 8;
            to[i] = One(0) | (One(8) << 8) | (One(16) << 16) | (One(24) << 24);
        }
    }

    /// <summary>One colour, as much of it as a mask leaves out, on what is there (source atop).</summary>
    /// <param name="colour">Premultiplied.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void AtopOutside(uint colour, byte* mask, uint* to, int count)
    {
        var (i, full) = (0, Vector256.Create((ushort)255));
        for (; i <= count - 8; i += 8)
        {
            var d = Vector256.Load(to + i);
            if (d == Vector256<uint>.Zero || *(ulong*)(mask + i) == ulong.MaxValue)
            {
                continue;
            }
            var outside = ~*(ulong*)(mask + i);
            var (low, high) = Tinted(colour, (byte*)&outside);
            var (a, b) = (Vector256.WidenLower(d.AsByte()), Vector256.WidenUpper(d.AsByte()));
            a = Sum(low * AlphaOf(a), a * (full - AlphaOf(low)));
            b = Sum(high * AlphaOf(b), b * (full - AlphaOf(high)));
            Vector256.Narrow(a, b).Store((byte*)(to + i));
        }
        for (; i < count; i++)
        {
            var s = Scaled(colour, 255u - mask[i]);
            to[i] = Both(s, to[i] >> 24, to[i], 255 - (s >> 24));
        }
    }

    /// <summary>What is there, as much of it as another picture's alpha says (destination in), or leaves out (destination out).</summary>
    /// <param name="opacity">Of all of the other, 0..255.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static void Cut(uint* by, uint* to, int count, int opacity, bool outside)
    {
        for (var i = 0; i < count; i++)
        {
            var alpha = Part((by[i] >> 24) * (uint)opacity);
            alpha = outside ? 255 - alpha : alpha;
            to[i] =
                alpha == 255 ? to[i]
                : alpha == 0 ? 0
                : Scaled(to[i], alpha);
        }
    }

    /// <summary>A pixel of straight colour as premultiplied.</summary>
    /// <param name="colour">Red, green, blue and alpha, 0..1.</param>
    public static uint Premultiplied(ReadOnlySpan<float> colour, float opacity)
    {
        var alpha = Math.Clamp(colour[3] * opacity, 0, 1) * 255;
        static uint Round(float v) => (uint)Math.Clamp((int)(v + 0.5f), 0, 255);
        var a = Round(alpha);
        return Math.Min(a, Round(colour[0] * alpha)) | (Math.Min(a, Round(colour[1] * alpha)) << 8) | (Math.Min(a, Round(colour[2] * alpha)) << 16) | (a << 24);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static void Onto(Vector256<ushort> low, Vector256<ushort> high, uint* to)
    {
        var full = Vector256.Create((ushort)255);
        var d = Vector256.Load((byte*)to);
        low += Part(Vector256.WidenLower(d) * (full - AlphaOf(low)));
        high += Part(Vector256.WidenUpper(d) * (full - AlphaOf(high)));
        Vector256.Narrow(low, high).Store((byte*)to);
    }

    /// <summary>Eight pixels by a mask.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static (Vector256<ushort> Low, Vector256<ushort> High) Tinted(uint colour, byte* mask) => Tinted(Vector256.Create(colour), mask);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static (Vector256<ushort> Low, Vector256<ushort> High) Tinted(Vector256<uint> colours, byte* mask)
    {
        var c = colours.AsByte();
        // Each byte of the mask four times: a byte as a pixel, then spread over its four components.
        var m = Vector256.WidenLower(Vector256.WidenLower(Vector256.Create(*(ulong*)mask, 0, 0, 0).AsByte()));
        var bytes = (m * Vector256.Create(0x01010101u)).AsByte();
        return (Part(Vector256.WidenLower(c) * Vector256.WidenLower(bytes)), Part(Vector256.WidenUpper(c) * Vector256.WidenUpper(bytes)));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<ushort> Part(Vector256<ushort> product)
    {
        var rounded = product + Vector256.Create((ushort)128);
        return (rounded + (rounded >>> 8)) >>> 8;
    }

    /// <summary>Two products as one, rounded once; their sum is at most 255 x 255.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<ushort> Sum(Vector256<ushort> a, Vector256<ushort> b) => Part(a + b);

    private static uint Part(uint product)
    {
        var rounded = product + 128;
        return (rounded + (rounded >> 8)) >> 8;
    }

    private static uint Scaled(uint pixel, uint by) =>
        Part((pixel & 0xFF) * by) | (Part(((pixel >> 8) & 0xFF) * by) << 8) | (Part(((pixel >> 16) & 0xFF) * by) << 16) | (Part((pixel >> 24) * by) << 24);

    private static uint Both(uint a, uint byA, uint b, uint byB)
    {
        uint One(int shift) => Part(((a >> shift) & 0xFF) * byA + ((b >> shift) & 0xFF) * byB);
        return One(0) | (One(8) << 8) | (One(16) << 16) | (One(24) << 24);
    }
}
