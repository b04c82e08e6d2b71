using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using Hang.Paint.Pixels;
using SkiaSharp;

namespace Hang.Paint.Filters;

/// <summary>
/// What <see cref="Streaks"/> makes of Skia's filters, by our own arithmetic: Skia makes each doubling's input anew for each of its two uses, so that a long
/// vector takes as many passes as it has pixels, where as many as its length has bits are enough.
/// </summary>
internal static unsafe class Copies
{
    private const int Channels = 4;

    /// <summary>All copies of a mask over each other, from where it is to the vector's end.</summary>
    public static Mask Union(Blocks blocks, Mask input, SKPoint along)
    {
        var doublings = Streaks.Doublings(along);
        var count = 1 << doublings;
        var made = input;
        for (var i = 0; i < doublings; i++)
        {
            var by = (float)(1 << i) / (count - 1);
            var next = Over(blocks, made, made, along.X * by, along.Y * by);
            Drop(made, input);
            made = next;
        }
        // What was moved again and again is soft; the end is the picture itself, moved once.
        var whole = Over(blocks, made, input, along.X, along.Y);
        Drop(made, input);
        return whole;
    }

    /// <summary>The even mean of all copies of a sheet, half of the vector to either side, in place.</summary>
    public static void Mean(Blocks blocks, Sheet sheet, SKPoint along)
    {
        var doublings = Streaks.Doublings(along);
        var count = 1 << doublings;
        var place = new SKRectI(0, 0, sheet.Width * Channels, sheet.Height);
        var all = new Mask(blocks, place);
        new ReadOnlySpan<byte>(sheet.Pixels, place.Width * place.Height).CopyTo(new(all.Row(0), place.Width * place.Height));
        // Each doubling moves one copy back by whole pixels and the other on, so that nothing ever lies farther away than half of the vector.
        var (backX, backY) = (0, 0);
        for (var i = 0; i < doublings; i++)
        {
            var by = (float)(1 << i) / count;
            var sofar = 0.5f * ((2 << i) - 1) / count;
            var (x, y) = ((int)MathF.Round(along.X * sofar) - backX, (int)MathF.Round(along.Y * sofar) - backY);
            (backX, backY) = (backX + x, backY + y);
            var next = new Mask(blocks, place);
            using (var back = new Moved(blocks, all, -x, -y, place.Width, Channels))
            using (var on = new Moved(blocks, all, along.X * by - x, along.Y * by - y, place.Width, Channels))
            {
                for (var row = 0; row < place.Height; row++)
                {
                    Mean(back.Row(0, row, place.Width), on.Row(0, row, place.Width), next.Row(row), place.Width, i % 2);
                }
            }
            all.Dispose();
            all = next;
        }
        var rest = 0.5f * (count - 1) / count;
        var moved = Copied(blocks, all, backX - along.X * rest, backY - along.Y * rest);
        all.Dispose();
        all = moved;
        new ReadOnlySpan<byte>(all.Row(0), place.Width * place.Height).CopyTo(new(sheet.Pixels, place.Width * place.Height));
        all.Dispose();
    }

    private static void Drop(Mask made, Mask input)
    {
        if (made != input)
        {
            made.Dispose();
        }
    }

    private static Mask Copied(Blocks blocks, Mask from, float x, float y)
    {
        var place = from.Place;
        var to = new Mask(blocks, place);
        using var moved = new Moved(blocks, from, x, y, place.Width, Channels);
        for (var row = place.Top; row < place.Bottom; row++)
        {
            new ReadOnlySpan<byte>(moved.Row(place.Left, row, place.Width), place.Width).CopyTo(new(to.Row(row), place.Width));
        }
        return to;
    }

    /// <summary>A mask laid on one as it stands moved (W3C Compositing, source over: a + b - ab).</summary>
    private static Mask Over(Blocks blocks, Mask below, Mask input, float x, float y)
    {
        var place = below.Place;
        var to = new Mask(blocks, place);
        using var moved = new Moved(blocks, input, x, y, place.Width);
        for (var row = place.Top; row < place.Bottom; row++)
        {
            Over(below.Row(row), moved.Row(place.Left, row, place.Width), to.Row(row), place.Width);
        }
        return to;
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Over(byte* first, byte* second, byte* to, int count)
    {
        var i = 0;
        for (; i <= count - 32; i += 32)
        {
            var (a, b) = (Vector256.Load(first + i), Vector256.Load(second + i));
            var low = Share(Vector256.WidenLower(a), Vector256.WidenLower(b));
            var high = Share(Vector256.WidenUpper(a), Vector256.WidenUpper(b));
            (a + Vector256.Narrow(low, high)).Store(to + i);
        }
        for (; i < count; i++)
        {
            var product = (255 - first[i]) * second[i] + 128;
            to[i] = (byte)(first[i] + ((product + (product >> 8)) >> 8));
        }
    }

    /// <summary>How much of the second is seen where the first is not: (255 - a) b / 255, rounded.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<ushort> Share(Vector256<ushort> a, Vector256<ushort> b)
    {
        var product = (Vector256.Create((ushort)255) - a) * b + Vector256.Create((ushort)128);
        return (product + (product >>> 8)) >>> 8;
    }

    /// <param name="up">1 to round halves up, 0 down: in turn, so that no colour drifts.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Mean(byte* first, byte* second, byte* to, int count, int up)
    {
        var (half, i) = (Vector256.Create((ushort)up), 0);
        for (; i <= count - 32; i += 32)
        {
            var (a, b) = (Vector256.Load(first + i), Vector256.Load(second + i));
            var low = (Vector256.WidenLower(a) + Vector256.WidenLower(b) + half) >>> 1;
            var high = (Vector256.WidenUpper(a) + Vector256.WidenUpper(b) + half) >>> 1;
            Vector256.Narrow(low, high).Store(to + i);
        }
        for (; i < count; i++)
        {
            to[i] = (byte)((first[i] + second[i] + up) >> 1);
        }
    }
}
