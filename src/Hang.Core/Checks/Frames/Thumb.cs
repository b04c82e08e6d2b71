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
        Span<int> columns = new int[width];
        for (var x = 0; x < width; x++)
        {
            columns[x] = x * Across / width;
        }
        for (var y = 0; y < height; y++)
        {
            var row = pixels.Slice(y * width, width);
            var first = y * Down / height * Across;
            for (var x = 0; x < row.Length; x++)
            {
                var cell = first + columns[x];
                counts[cell]++;
                var p = row[x];
                if (p == 0)
                {
                    continue;
                }
                var v = thumb.values.AsSpan(cell * 4, 4);
                v[0] += p & 0xFF;
                v[1] += (p >> 8) & 0xFF;
                v[2] += (p >> 16) & 0xFF;
                v[3] += p >> 24;
            }
        }
        for (var i = 0; i < thumb.values.Length; i++)
        {
            thumb.values[i] /= Math.Max(1, counts[i / 4]);
        }
        return thumb;
    }

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
