namespace Hang.Scene.Kernels;

/// <summary>Gives all pixels whose middles lie in a cell their mean.</summary>
public static class Blocks
{
    /// <summary>Numbers of a cell in the table: whether it is taken, its column and row, its pixels, and the sums of their four components.</summary>
    public const int Row = 8;

    /// <summary>How many cells the table must have room for: a power of two, twice as many as can be met.</summary>
    /// <param name="back">From the pixels' coordinates to the group's: two rows of three.</param>
    /// <param name="w">Width of a cell in pixels of the group, above 0.</param>
    public static int Room(int width, int height, ReadOnlySpan<double> back, double w, double h)
    {
        var columns = Math.Ceiling((Math.Abs(back[0]) * width + Math.Abs(back[1]) * height) / w) + 2;
        var rows = Math.Ceiling((Math.Abs(back[3]) * width + Math.Abs(back[4]) * height) / h) + 2;
        var most = Math.Min(columns * rows, width * height);
        var room = 2;
        while (room < 2 * most)
        {
            room *= 2;
        }
        return room;
    }

    /// <param name="pixels">Red, green, blue and alpha of each pixel, premultiplied, row by row.</param>
    /// <param name="x0">Where a corner of the cells lies.</param>
    /// <param name="table">Zeros, <see cref="Row"/> for each of <see cref="Room"/> cells.</param>
    /// <param name="of">Room for a number a pixel.</param>
    public static void Work(
        Span<byte> pixels,
        int width,
        int height,
        ReadOnlySpan<double> back,
        double x0,
        double y0,
        double w,
        double h,
        Span<int> table,
        Span<int> of
    )
    {
        var mask = (uint)(table.Length / Row - 1);
        var pixel = 0;
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var mx = x + 0.5;
                var my = y + 0.5;
                var cx = (int)Math.Floor((back[0] * mx + back[1] * my + back[2] - x0) / w);
                var cy = (int)Math.Floor((back[3] * mx + back[4] * my + back[5] - y0) / h);
                var hash = (uint)cx * 374761393u + (uint)cy * 668265263u;
                hash = hash ^ (hash >> 15);
                var at = (int)(hash & mask) * Row;
                while (table[at] != 0 && (table[at + 1] != cx || table[at + 2] != cy))
                {
                    at = (at + Row) % table.Length;
                }
                table[at] = 1;
                table[at + 1] = cx;
                table[at + 2] = cy;
                table[at + 3] += 1;
                for (var channel = 0; channel < 4; channel++)
                {
                    table[at + 4 + channel] += pixels[pixel * 4 + channel];
                }
                of[pixel] = at;
                pixel++;
            }
        }
        for (var i = 0; i < pixel; i++)
        {
            var at = of[i];
            var count = table[at + 3];
            for (var channel = 0; channel < 4; channel++)
            {
                pixels[i * 4 + channel] = (byte)((table[at + 4 + channel] + count / 2) / count);
            }
        }
    }
}
