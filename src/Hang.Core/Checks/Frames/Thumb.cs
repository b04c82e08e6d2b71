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
        for (var y = 0; y < height; y++)
        {
            var row = pixels.Slice(y * width, width);
            if (row.IndexOfAnyExcept(0u) < 0)
            {
                row = [];
            }
            var first = y * Down / height * Across;
            for (var column = 0; column < Across; column++)
            {
                // The pixels x with x · Across / width, rounded down, equal to the column.
                var (from, to) = ((column * width + Across - 1) / Across, ((column + 1) * width + Across - 1) / Across);
                counts[first + column] += to - from;
                if (!row.IsEmpty)
                {
                    Add(row[from..to], thumb.values.AsSpan(4 * (first + column), 4));
                }
            }
        }
        for (var i = 0; i < thumb.values.Length; i++)
        {
            thumb.values[i] /= Math.Max(1, counts[i / 4]);
        }
        return thumb;
    }

    /// <summary>Adds up pixels, component by component.</summary>
    private static void Add(ReadOnlySpan<uint> pixels, Span<float> sums)
    {
        var (sum, i) = (Vector128<uint>.Zero, 0);
        // So few at a time that their sums have room in 16 bits.
        while (pixels.Length - i >= 4)
        {
            var part = Vector128<ushort>.Zero;
            for (var end = Math.Min(pixels.Length - 3, i + 4 * Most); i < end; i += 4)
            {
                var bytes = Vector128.Create(pixels[i..]).AsByte();
                part += Vector128.WidenLower(bytes) + Vector128.WidenUpper(bytes);
            }
            sum += Vector128.WidenLower(part) + Vector128.WidenUpper(part);
        }
        for (; i < pixels.Length; i++)
        {
            var p = pixels[i];
            sum += Vector128.Create(p & 0xFF, (p >> 8) & 0xFF, (p >> 16) & 0xFF, p >> 24);
        }
        for (var n = 0; n < 4; n++)
        {
            sums[n] += sum[n];
        }
    }

    /// <summary>Times that two bytes can be added to a number of 16 bits.</summary>
    private const int Most = 128;

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
