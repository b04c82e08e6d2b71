using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using Hang.Paint.Pixels;
using SkiaSharp;

namespace Hang.Paint.Filters;

/// <summary>
/// Blurs of any standard deviation: a large one is made of a small picture. The picture is halved, each pixel the mean of two; blurred there; and doubled
/// again, each pixel 3/4 of the nearer one and 1/4 of the other. Halving adds a variance of 1/4, doubling 3/4, in pixels of the larger picture, so what is
/// left for the blur between is known exactly, and the whole grows evenly with the standard deviation. Pixels of small pictures lie where the frame's do,
/// whatever part of it is painted.
/// </summary>
internal static unsafe class Softener
{
    /// <summary>A picture is halved while the blur of the half is at least this.</summary>
    private const double Least = 4;

    private const int MostHalvings = 6;

    /// <summary>The largest standard deviation, in pixels: a frame that is softer has no shape any more.</summary>
    public const double Largest = 2000;

    /// <summary>The most pixels of the frame that are one of a small picture, across or down.</summary>
    public const int Coarsest = 1 << MostHalvings;

    /// <summary>How many pixels of the frame, across or down, are one of the small picture that a blur is made of.</summary>
    public static int Lattice(SKSize sigma) => 1 << Math.Max(Parts(sigma.Width).Halvings, Parts(sigma.Height).Halvings);

    /// <summary>Blurs one channel.</summary>
    /// <param name="place">What is wanted, in the pixels of the mask's sheet.</param>
    /// <param name="left">Where those begin on the frame.</param>
    public static Mask Of(Blocks blocks, Mask mask, SKRectI place, int left, int top, SKSize sigma)
    {
        var made = new Mask(blocks, place);
        var from = mask.Place;
        Do(
            blocks,
            1,
            new(from.Left + left, from.Right + left),
            new(from.Top + top, from.Bottom + top),
            y => mask.Row(y - top),
            new(place.Left + left, place.Right + left),
            new(place.Top + top, place.Bottom + top),
            y => made.Row(y - top),
            sigma
        );
        return made;
    }

    /// <summary>Blurs a sheet in place.</summary>
    /// <param name="place">What is wanted of it, in its pixels; outside of it anything may be.</param>
    public static void Do(Blocks blocks, Sheet sheet, SKRectI place, SKSize sigma)
    {
        var (left, top) = (sheet.Left, sheet.Top);
        Do(
            blocks,
            4,
            new(left, left + sheet.Width),
            new(top, top + sheet.Height),
            y => (byte*)sheet.Row(y - top),
            new(place.Left + left, place.Right + left),
            new(place.Top + top, place.Bottom + top),
            y => (byte*)(sheet.Row(y - top) + place.Left),
            sigma
        );
    }

    /// <summary>Gives the row of bytes at a height.</summary>
    private delegate byte* Rows(int y);

    private static void Do(Blocks blocks, int channels, Extent fromAcross, Extent fromDown, Rows from, Extent toAcross, Extent toDown, Rows to, SKSize sigma)
    {
        if (toAcross.IsEmpty || toDown.IsEmpty)
        {
            return;
        }
        var (halvesX, bellX) = Parts(sigma.Width);
        var (halvesY, bellY) = Parts(sigma.Height);
        var (across, down) = (toAcross, toDown);
        for (var i = 0; i < halvesX; i++)
        {
            across = across.Halved();
        }
        for (var i = 0; i < halvesY; i++)
        {
            down = down.Halved();
        }
        var small = Shrunk(
            blocks,
            channels,
            fromAcross,
            fromDown,
            from,
            across.Grown(bellX.Length - 1).Meet(fromAcross.Shrunk(halvesX)),
            down.Grown(bellY.Length - 1).Meet(fromDown.Shrunk(halvesY)),
            halvesX,
            halvesY
        );
        var soft = Convolved(blocks, small, across, down, bellX, bellY);
        small.Dispose();
        // All but the last doubling, the longer axis first while both go.
        for (; halvesX > 1 || halvesY > 1; halvesX = Math.Min(halvesX, Math.Max(1, halvesX - 1)), halvesY = Math.Min(halvesY, Math.Max(1, halvesY - 1)))
        {
            var (wide, high) = (toAcross, toDown);
            for (var i = 1; i < halvesX; i++)
            {
                wide = wide.Halved();
            }
            for (var i = 1; i < halvesY; i++)
            {
                high = high.Halved();
            }
            var doubled = Doubled(blocks, soft, halvesX > 1 ? wide : soft.Across, halvesY > 1 ? high : soft.Down, halvesX > 1, halvesY > 1);
            soft.Dispose();
            soft = doubled;
        }
        Finished(blocks, soft, toAcross, toDown, to, halvesX > 0, halvesY > 0);
        soft.Dispose();
    }

    /// <summary>How often the picture is halved, and the weights of the blur that is left.</summary>
    private static (int Halvings, float[] Bell) Parts(double sigma)
    {
        if (sigma <= 0)
        {
            return (0, [1]);
        }
        sigma = Math.Min(sigma, Largest);
        var halvings = 0;
        while (halvings < MostHalvings && sigma >= Least * (2 << halvings))
        {
            halvings++;
        }
        var side = 1 << halvings;
        return (halvings, Bell.Weights(Math.Sqrt((sigma * sigma - (side * (double)side - 1) / 3) / (side * (double)side))));
    }

    /// <summary>The means of so many pixels each.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static Plane Shrunk(
        Blocks blocks,
        int channels,
        Extent fromAcross,
        Extent fromDown,
        Rows from,
        Extent across,
        Extent down,
        int halvesX,
        int halvesY
    )
    {
        across = across.IsEmpty ? new(across.From, across.From) : across;
        down = down.IsEmpty ? new(down.From, down.From) : down;
        var plane = new Plane(blocks, channels, across, down);
        // Of the source, from the first small pixel's first to the last one's last; what lies beyond it is nothing.
        var wide = new Extent(across.From << halvesX, across.To << halvesX);
        var there = wide.Meet(fromAcross);
        var line = blocks.Take(2L * channels * wide.Length + 64);
        var sums = (ushort*)line.Data;
        var (skip, count) = (channels * (there.From - wide.From), channels * there.Length);
        for (var y = down.From; y < down.To; y++)
        {
            NativeMemory.Clear(sums, (nuint)(2L * channels * wide.Length));
            var rows = new Extent(y << halvesY, (y + 1) << halvesY).Meet(fromDown);
            for (var row = rows.From; row < rows.To; row++)
            {
                Spread.Add(from(row) + channels * (there.From - fromAcross.From), sums + skip, count);
            }
            Scale(sums, channels * wide.Length, 6 - halvesY);
            for (var i = 0; i < halvesX; i++)
            {
                Pairs(sums, channels, wide.Length >> (i + 1));
            }
            NativeMemory.Copy(sums, plane.Row(y), (nuint)(2L * plane.Length));
        }
        blocks.Give(line);
        return plane;
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Scale(ushort* numbers, int count, int by)
    {
        for (var i = 0; by > 0 && i < count; i += Vector256<ushort>.Count)
        {
            (Vector256.Load(numbers + i) << by).Store(numbers + i);
        }
    }

    /// <summary>The mean of each two neighbours, in place.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Pairs(ushort* numbers, int channels, int count)
    {
        if (channels == 1)
        {
            var low = Vector256.Create(0xFFFFu);
            for (var i = 0; i < count; i += Vector256<ushort>.Count)
            {
                var (a, b) = (Vector256.Load((uint*)(numbers + 2 * i)), Vector256.Load((uint*)(numbers + 2 * i + 16)));
                var (x, y) = (((a & low) + (a >>> 16) + Vector256<uint>.One) >>> 1, ((b & low) + (b >>> 16) + Vector256<uint>.One) >>> 1);
                Vector256.Narrow(x, y).Store(numbers + i);
            }
            return;
        }
        for (var i = 0; i < count; i += 2)
        {
            var (a, b) = (Vector128.Load(numbers + 8 * i), Vector128.Load(numbers + 8 * i + 8));
            var (first, second) = (Vector128.Create(a.GetLower(), b.GetLower()), Vector128.Create(a.GetUpper(), b.GetUpper()));
            ((first + second + Vector128<ushort>.One) >>> 1).Store(numbers + 4 * i);
        }
    }

    /// <summary>The blur of a plane, which is nothing outside of what it holds.</summary>
    private static Plane Convolved(Blocks blocks, Plane plane, Extent across, Extent down, float[] bellX, float[] bellY)
    {
        var made = new Plane(blocks, plane.Channels, across, down);
        var (reachX, reachY) = (bellX.Length - 1, bellY.Length - 1);
        var length = made.Length;
        // A ring of rows that are blurred across, as many as one row needs.
        var ring = 2 * reachY + 1;
        var room = (length + 15) & ~15;
        var (line, rows) = (blocks.Take(4L * (room + 2 * plane.Channels * reachX + 64)), blocks.Take(4L * room * ring + 64));
        var padded = (float*)line.Data;
        var softened = (float*)rows.Data;
        var empty = new bool[ring];
        Array.Fill(empty, true);
        var next = down.From - reachY;
        for (var y = down.From; y < down.To; y++)
        {
            for (; next <= y + reachY; next++)
            {
                var at = Slot(next, ring);
                empty[at] = next < plane.Down.From || next >= plane.Down.To || !Line(plane, next, across, reachX, padded, room + 2 * plane.Channels * reachX);
                if (!empty[at])
                {
                    Across(padded + plane.Channels * reachX, softened + (long)at * room, length, plane.Channels, bellX);
                }
            }
            Column(softened, empty, y, ring, room, made.Row(y), length, bellY);
        }
        blocks.Give(rows);
        blocks.Give(line);
        return made;
    }

    private static int Slot(int y, int ring) => ((y % ring) + ring) % ring;

    /// <summary>A row of a plane with what is around it; false when there is nothing.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static bool Line(Plane plane, int y, Extent across, int reach, float* to, int count)
    {
        NativeMemory.Clear(to, (nuint)(4L * (count + 32)));
        var there = across.Grown(reach).Meet(plane.Across);
        if (there.IsEmpty)
        {
            return false;
        }
        var source = plane.Row(y) + plane.Channels * (there.From - plane.Across.From);
        var target = to + plane.Channels * (there.From - across.From + reach);
        var (n, i, any) = (plane.Channels * there.Length, 0, Vector256<ushort>.Zero);
        for (; i <= n - 16; i += 16)
        {
            var v = Vector256.Load(source + i);
            any |= v;
            var (a, b) = Vector256.Widen(v);
            Vector256.ConvertToSingle(a.AsInt32()).Store(target + i);
            Vector256.ConvertToSingle(b.AsInt32()).Store(target + i + 8);
        }
        var rest = 0;
        for (; i < n; i++)
        {
            rest |= source[i];
            target[i] = source[i];
        }
        return rest != 0 || any != Vector256<ushort>.Zero;
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Across(float* from, float* to, int length, int channels, float[] bell)
    {
        fixed (float* weights = bell)
        {
            for (var i = 0; i < length; i += 16)
            {
                var at = from + i;
                var w = Vector256.Create(weights[0]);
                var (a, b) = (Vector256.Load(at) * w, Vector256.Load(at + 8) * w);
                for (var n = 1; n < bell.Length; n++)
                {
                    w = Vector256.Create(weights[n]);
                    float* before = at - channels * n,
                        after = at + channels * n;
                    a += (Vector256.Load(before) + Vector256.Load(after)) * w;
                    b += (Vector256.Load(before + 8) + Vector256.Load(after + 8)) * w;
                }
                a.Store(to + i);
                b.Store(to + i + 8);
            }
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Column(float* rows, bool[] empty, int y, int ring, int room, ushort* to, int length, float[] bell)
    {
        var sources = stackalloc float*[ring];
        var weights = stackalloc float[ring];
        var count = 0;
        for (var n = 1 - bell.Length; n < bell.Length; n++)
        {
            var slot = Slot(y + n, ring);
            if (!empty[slot])
            {
                sources[count] = rows + (long)slot * room;
                weights[count++] = bell[Math.Abs(n)];
            }
        }
        if (count == 0)
        {
            NativeMemory.Clear(to, (nuint)(2L * length));
            return;
        }
        var half = Vector256.Create(0.5f);
        for (var i = 0; i < length; i += 16)
        {
            var (a, b) = (half, half);
            for (var n = 0; n < count; n++)
            {
                var w = Vector256.Create(weights[n]);
                a += Vector256.Load(sources[n] + i) * w;
                b += Vector256.Load(sources[n] + i + 8) * w;
            }
            var made = Vector256.Narrow(Vector256.ConvertToInt32Native(a).AsUInt32(), Vector256.ConvertToInt32Native(b).AsUInt32());
            if (i <= length - 16)
            {
                made.Store(to + i);
                continue;
            }
            for (var n = i; n < length; n++)
            {
                to[n] = made[n - i];
            }
        }
    }

    /// <summary>A plane of twice the size.</summary>
    private static Plane Doubled(Blocks blocks, Plane plane, Extent across, Extent down, bool wider, bool higher)
    {
        var made = new Plane(blocks, plane.Channels, across, down);
        using var mixed = new Line16(blocks, plane.Length);
        for (var y = down.From; y < down.To; y++)
        {
            var row = higher ? Between(plane, y, mixed.Data) : plane.Row(y);
            if (wider)
            {
                Stretch(row, plane.Channels, plane.Across, made.Row(y), across);
            }
            else
            {
                NativeMemory.Copy(row + plane.Channels * (across.From - plane.Across.From), made.Row(y), (nuint)(2L * made.Length));
            }
        }
        return made;
    }

    /// <summary>A row of numbers.</summary>
    private readonly struct Line16(Blocks blocks, int length) : IDisposable
    {
        private readonly Blocks.Block block = blocks.Take(2L * length + 128);

        public ushort* Data => (ushort*)block.Data;

        public void Dispose() => blocks.Give(block);
    }

    /// <summary>The last doubling, and the numbers as bytes.</summary>
    private static void Finished(Blocks blocks, Plane plane, Extent across, Extent down, Rows to, bool wider, bool higher)
    {
        using var mixed = new Line16(blocks, plane.Length);
        using var line = new Line16(blocks, plane.Channels * (across.Length + 2));
        for (var y = down.From; y < down.To; y++)
        {
            var row = higher ? Between(plane, y, mixed.Data) : plane.Row(y);
            if (wider)
            {
                Stretch(row, plane.Channels, plane.Across, line.Data, across);
                row = line.Data;
            }
            else
            {
                row += plane.Channels * (across.From - plane.Across.From);
            }
            Bytes(row, to(y), plane.Channels * across.Length);
        }
    }

    /// <summary>The row of a picture of twice the height.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static ushort* Between(Plane plane, int y, ushort* to)
    {
        var near = y >> 1;
        var far = (y & 1) == 0 ? near - 1 : near + 1;
        ushort* a = plane.Row(near),
            b = plane.Row(far);
        var (three, two) = (Vector256.Create((ushort)3), Vector256.Create((ushort)2));
        for (var i = 0; i < plane.Length; i += 16)
        {
            ((Vector256.Load(a + i) * three + Vector256.Load(b + i) + two) >>> 2).Store(to + i);
        }
        return to;
    }

    /// <summary>A row of twice the width.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Stretch(ushort* from, int channels, Extent has, ushort* to, Extent wanted)
    {
        // By pairs, each of two neighbours on either side of a small pixel; the first may begin before what is wanted.
        var first = wanted.From >> 1;
        var at = from + channels * (first - has.From);
        var skip = wanted.From & 1;
        if (skip == 1)
        {
            for (var c = 0; c < channels; c++)
            {
                to[c] = (ushort)((3 * at[c] + at[c + channels] + 2) >> 2);
            }
            at += channels;
            to += channels;
        }
        var (count, i) = (wanted.Length - skip, 0);
        if (channels == 1)
        {
            var (three, two) = (Vector256.Create((ushort)3), Vector256.Create((ushort)2));
            for (; 2 * (i + 16) <= count; i += 16)
            {
                var near = Vector256.Load(at + i) * three + two;
                var (even, odd) = ((near + Vector256.Load(at + i - 1)) >>> 2, (near + Vector256.Load(at + i + 1)) >>> 2);
                (Vector256.WidenLower(even) | (Vector256.WidenLower(odd) << 16)).AsUInt16().Store(to + 2 * i);
                (Vector256.WidenUpper(even) | (Vector256.WidenUpper(odd) << 16)).AsUInt16().Store(to + 2 * i + 16);
            }
        }
        else
        {
            var (three, two) = (Vector128.Create((ushort)3), Vector128.Create((ushort)2));
            for (; 2 * (i + 2) <= count; i += 2)
            {
                var near = Vector128.Load(at + 4 * i) * three + two;
                var (even, odd) = ((near + Vector128.Load(at + 4 * i - 4)) >>> 2, (near + Vector128.Load(at + 4 * i + 4)) >>> 2);
                Vector128.Create(even.GetLower(), odd.GetLower()).Store(to + 8 * i);
                Vector128.Create(even.GetUpper(), odd.GetUpper()).Store(to + 8 * i + 8);
            }
        }
        for (var n = 2 * i; n < count; n++)
        {
            var (near, other) = (n >> 1, (n & 1) == 0 ? (n >> 1) - 1 : (n >> 1) + 1);
            for (var c = 0; c < channels; c++)
            {
                to[channels * n + c] = (ushort)((3 * at[channels * near + c] + at[channels * other + c] + 2) >> 2);
            }
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Bytes(ushort* from, byte* to, int count)
    {
        var (half, i) = (Vector256.Create((ushort)(Plane.One / 2)), 0);
        for (; i <= count - 32; i += 32)
        {
            Vector256.Narrow((Vector256.Load(from + i) + half) >>> 6, (Vector256.Load(from + i + 16) + half) >>> 6).Store(to + i);
        }
        for (; i < count; i++)
        {
            to[i] = (byte)((from[i] + Plane.One / 2) >> 6);
        }
    }
}
