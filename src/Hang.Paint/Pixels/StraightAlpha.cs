using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using Hang.Scene.Geometry;

namespace Hang.Paint.Pixels;

/// <summary>Premultiplied to straight alpha, and colour bled under zero alpha. Pixels are RGBA, 8 bits each.</summary>
public static class StraightAlpha
{
    /// <summary>How far colour is bled outwards, in pixels: a codec's block and a resampler's reach.</summary>
    public const int Reach = 16;

    /// <summary>
    /// Writes a premultiplied picture as straight alpha, component × 255 / alpha to the nearest step. Outside of
    /// <paramref name="inUse"/> (and the reach around it) the target must already be zero, and stays so.
    /// </summary>
    /// <param name="inUse">Whole pixels outside of which the source is transparent.</param>
    /// <param name="clear">Whole pixels of the target that an earlier picture may have touched.</param>
    /// <returns>The whole pixels that were written.</returns>
    public static Box Convert(ReadOnlySpan<byte> premultiplied, Span<byte> straight, int width, int height, Box inUse, Box clear)
    {
        var source = MemoryMarshal.Cast<byte, uint>(premultiplied);
        var target = MemoryMarshal.Cast<byte, uint>(straight);
        Zero(target, width, clear);
        if (inUse.IsEmpty)
        {
            return Box.Empty;
        }
        var (left, right) = ((int)inUse.Left, (int)inUse.Right);
        for (var y = (int)inUse.Top; y < (int)inUse.Bottom; y++)
        {
            Row(source.Slice(y * width + left, right - left), target.Slice(y * width + left, right - left));
        }
        var written = new Box(inUse.Left - Reach, inUse.Top - Reach, inUse.Right + Reach, inUse.Bottom + Reach).Intersect(new(0, 0, width, height));
        Bleed(target, width, inUse, written);
        return written;
    }

    private static void Zero(Span<uint> target, int width, Box box)
    {
        for (var y = (int)box.Top; y < (int)box.Bottom; y++)
        {
            target.Slice(y * width + (int)box.Left, (int)box.Width).Clear();
        }
    }

    private static void Row(ReadOnlySpan<uint> source, Span<uint> target)
    {
        var i = 0;
        var low = Vector256.Create(0xFFu);
        for (; i <= source.Length - Vector256<uint>.Count; i += Vector256<uint>.Count)
        {
            var pixels = Vector256.Create(source[i..]);
            var alpha = pixels >>> 24;
            if (Vector256.EqualsAll(alpha, low) || Vector256.EqualsAll(pixels, Vector256<uint>.Zero))
            {
                pixels.CopyTo(target[i..]);
                continue;
            }
            // A zero alpha has zero colour, and 0 / 1 is 0; premultiplied colour never exceeds its alpha.
            var a = Vector256.Max(alpha, Vector256<uint>.One);
            var by = Vector256.ConvertToSingle(a.AsInt32());
            var r = Divided(pixels & low, by);
            var g = Divided((pixels >>> 8) & low, by);
            var b = Divided((pixels >>> 16) & low, by);
            (r | (g << 8) | (b << 16) | (alpha << 24)).CopyTo(target[i..]);
        }
        for (; i < source.Length; i++)
        {
            var p = source[i];
            var alpha = p >> 24;
            uint One(int shift) => Math.Min(255, (((p >> shift) & 0xFF) * 255 + alpha / 2) / Math.Max(1, alpha));
            target[i] = One(0) | (One(8) << 8) | (One(16) << 16) | (alpha << 24);
        }
    }

    // The division itself, not a product with the inverse, so that halves are rounded up as they should be.
    private static Vector256<uint> Divided(Vector256<uint> component, Vector256<float> by) =>
        Vector256
            .ConvertToInt32(Vector256.Min(Vector256.ConvertToSingle(component.AsInt32()) * 255f / by + Vector256.Create(0.5f), Vector256.Create(255f)))
            .AsUInt32();

    /// <summary>Gives pixels of zero alpha the colour of the nearest visible pixel in their row, then in their column.</summary>
    private static void Bleed(Span<uint> target, int width, Box inUse, Box written)
    {
        var (left, right) = ((int)written.Left, (int)written.Right);
        for (var y = (int)inUse.Top; y < (int)inUse.Bottom; y++)
        {
            BleedRow(target.Slice(y * width + left, right - left));
        }
        // Columns, row by row: each row takes from the nearest coloured row above, then from below.
        var age = new byte[right - left];
        Array.Fill(age, (byte)(Reach + 1));
        for (var y = (int)written.Top + 1; y < (int)written.Bottom; y++)
        {
            TakeFrom(target.Slice((y - 1) * width + left, right - left), target.Slice(y * width + left, right - left), age);
        }
        Array.Fill(age, (byte)(Reach + 1));
        for (var y = (int)written.Bottom - 2; y >= (int)written.Top; y--)
        {
            TakeFrom(target.Slice((y + 1) * width + left, right - left), target.Slice(y * width + left, right - left), age);
        }
    }

    private static void BleedRow(Span<uint> row)
    {
        // Runs of zero pixels are filled from the visible pixel on either side, each half from its own.
        var i = 0;
        while (i < row.Length)
        {
            var gap = row[i..].IndexOf(0u);
            if (gap < 0)
            {
                return;
            }
            i += gap;
            var length = row[i..].IndexOfAnyExcept(0u);
            length = length < 0 ? row.Length - i : length;
            uint? before = i > 0 ? row[i - 1] & 0xFFFFFF : null;
            uint? after = i + length < row.Length ? row[i + length] & 0xFFFFFF : null;
            var fromBefore = before is null ? 0 : Math.Min(Reach, after is null ? length : (length + 1) / 2);
            var fromAfter = after is null ? 0 : Math.Min(Reach, before is null ? length : length / 2);
            row.Slice(i, fromBefore).Fill(before ?? 0);
            row.Slice(i + length - fromAfter, fromAfter).Fill(after ?? 0);
            i += length;
        }
    }

    /// <param name="age">For each column, how many rows its colour has come already.</param>
    private static void TakeFrom(ReadOnlySpan<uint> neighbour, Span<uint> row, Span<byte> age)
    {
        for (var x = 0; x < row.Length; x++)
        {
            if (row[x] != 0)
            {
                age[x] = 0;
            }
            else if (neighbour[x] != 0 && age[x] < Reach)
            {
                row[x] = neighbour[x] & 0xFFFFFF;
                age[x]++;
            }
        }
    }
}
