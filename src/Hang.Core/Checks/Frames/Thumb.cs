using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;

namespace Hang.Core.Checks.Frames;

/// <summary>A frame in few cells, each the mean of its pixels: premultiplied R, G, B and alpha, 0..255.</summary>
public sealed class Thumb
{
    public const int Across = 48,
        Down = 27;
    private readonly float[] values = new float[Across * Down * 4];

    private Thumb() { }

    public static int Cells => Across * Down;

    /// <param name="pixels">Premultiplied, rows from the top.</param>
    public static Thumb Of(ReadOnlySpan<uint> pixels, int width, int height)
    {
        var thumb = new Thumb();
        var counts = new int[Cells];
        // The components of some rows, added up one above the other.
        var sums = new ushort[4 * width];
        var (isEmpty, rows) = (true, 0);
        for (var y = 0; y < height; y++)
        {
            var row = pixels.Slice(y * width, width);
            if (row.IndexOfAnyExcept(0u) >= 0)
            {
                Add(MemoryMarshal.AsBytes(row), sums);
                isEmpty = false;
            }
            rows++;
            var cells = y * Down / height;
            if (rows == Most || y == height - 1 || (y + 1) * Down / height != cells)
            {
                for (var column = 0; column < Across; column++)
                {
                    // The pixels x with x · Across / width, rounded down, equal to the column.
                    var (from, to) = ((column * width + Across - 1) / Across, ((column + 1) * width + Across - 1) / Across);
                    counts[cells * Across + column] += rows * (to - from);
                    if (!isEmpty)
                    {
                        AddUp(sums.AsSpan(4 * from, 4 * (to - from)), thumb.values.AsSpan(4 * (cells * Across + column), 4));
                    }
                }
                sums.AsSpan().Clear();
                (isEmpty, rows) = (true, 0);
            }
        }
        for (var i = 0; i < thumb.values.Length; i++)
        {
            thumb.values[i] /= Math.Max(1, counts[i / 4]);
        }
        return thumb;
    }

    /// <summary>Adds a row to others.</summary>
    private static void Add(ReadOnlySpan<byte> row, Span<ushort> sums)
    {
        var i = 0;
        ref var from = ref MemoryMarshal.GetReference(row);
        ref var to = ref MemoryMarshal.GetReference(sums);
        for (; i <= row.Length - Vector256<byte>.Count; i += Vector256<byte>.Count)
        {
            var bytes = Vector256.LoadUnsafe(ref from, (nuint)i);
            var half = (nuint)(i + Vector256<ushort>.Count);
            (Vector256.LoadUnsafe(ref to, (nuint)i) + Vector256.WidenLower(bytes)).StoreUnsafe(ref to, (nuint)i);
            (Vector256.LoadUnsafe(ref to, half) + Vector256.WidenUpper(bytes)).StoreUnsafe(ref to, half);
        }
        for (; i < row.Length; i++)
        {
            sums[i] += row[i];
        }
    }

    /// <summary>Adds up pixels, component by component.</summary>
    private static void AddUp(ReadOnlySpan<ushort> pixels, Span<float> to)
    {
        uint r = 0,
            g = 0,
            b = 0,
            a = 0;
        for (var i = 0; i < pixels.Length; i += 4)
        {
            (r, g, b, a) = (r + pixels[i], g + pixels[i + 1], b + pixels[i + 2], a + pixels[i + 3]);
        }
        (to[0], to[1], to[2], to[3]) = (to[0] + r, to[1] + g, to[2] + b, to[3] + a);
    }

    /// <summary>Times that a byte can be added to a number of 16 bits.</summary>
    private const int Most = 257;

    /// <summary>A cell over a wall of one grey, 0..255 each.</summary>
    /// <param name="wall">0 black, 255 white.</param>
    public (float R, float G, float B) Over(int cell, float wall)
    {
        var v = values.AsSpan(cell * 4, 4);
        var behind = wall * (1 - v[3] / 255);
        return (v[0] + behind, v[1] + behind, v[2] + behind);
    }

    /// <summary>Mean difference of two frames, 0..255.</summary>
    public double From(Thumb other)
    {
        var sum = 0.0;
        for (var i = 0; i < values.Length; i++)
        {
            sum += Math.Abs(values[i] - other.values[i]);
        }
        return sum / values.Length;
    }
}
