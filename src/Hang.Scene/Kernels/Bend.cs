namespace Hang.Scene.Kernels;

/// <summary>Takes each pixel from another place: moved across a wave's way, or towards and from a centre.</summary>
public static class Bend
{
    /// <param name="pixels">Red, green, blue and alpha of each pixel, premultiplied, row by row.</param>
    /// <param name="from">The same before.</param>
    /// <param name="left">First column that is worked on; right and bottom are one behind the last.</param>
    /// <param name="own">From the group's coordinates to the pixels': two rows of three.</param>
    /// <param name="back">From the pixels' coordinates to the group's.</param>
    /// <param name="length">Of the wave, above 0.</param>
    /// <param name="tall">How far it moves at most.</param>
    /// <param name="phase">In turns.</param>
    /// <param name="fades">Distance from the centre at which a round one has come to nothing; 0: everywhere alike.</param>
    public static void Work(
        Span<byte> pixels,
        ReadOnlySpan<byte> from,
        int width,
        int height,
        int left,
        int top,
        int right,
        int bottom,
        ReadOnlySpan<double> own,
        ReadOnlySpan<double> back,
        double x0,
        double y0,
        double dx,
        double dy,
        double length,
        double tall,
        double phase,
        double fades,
        bool round
    )
    {
        for (var row = top; row < bottom; row++)
        {
            for (var column = left; column < right; column++)
            {
                var mx = column + 0.5;
                var my = row + 0.5;
                var x = back[0] * mx + back[1] * my + back[2];
                var y = back[3] * mx + back[4] * my + back[5];
                var px = x - x0;
                var py = y - y0;
                var qx = x;
                var qy = y;
                if (!round)
                {
                    var by = tall * Sine.OfTurns((px * dx + py * dy) / length - phase);
                    qx = x - dy * by;
                    qy = y + dx * by;
                }
                else
                {
                    var r = Math.Sqrt(px * px + py * py);
                    if (r > 0.000001)
                    {
                        var by = tall * Sine.OfTurns(r / length - phase) * (fades > 0 ? Math.Max(0, 1 - r / fades) : 1);
                        qx = x + px / r * by;
                        qy = y + py / r * by;
                    }
                }
                var sx = own[0] * qx + own[1] * qy + own[2] - 0.5;
                var sy = own[3] * qx + own[4] * qy + own[5] - 0.5;
                var fx = Math.Floor(sx);
                var fy = Math.Floor(sy);
                var i = (row * width + column) * 4;
                if (fx < -1 || fy < -1 || fx >= width || fy >= height)
                {
                    pixels[i] = 0;
                    pixels[i + 1] = 0;
                    pixels[i + 2] = 0;
                    pixels[i + 3] = 0;
                    continue;
                }
                var lx = (int)fx;
                var ly = (int)fy;
                var across = sx - fx;
                var down = sy - fy;
                for (var channel = 0; channel < 4; channel++)
                {
                    var above = Pick(from, width, height, lx, ly, channel) * (1 - across) + Pick(from, width, height, lx + 1, ly, channel) * across;
                    var below = Pick(from, width, height, lx, ly + 1, channel) * (1 - across) + Pick(from, width, height, lx + 1, ly + 1, channel) * across;
                    pixels[i + channel] = (byte)Math.Floor(above * (1 - down) + below * down + 0.5);
                }
            }
        }
    }

    private static int Pick(ReadOnlySpan<byte> from, int width, int height, int x, int y, int channel) =>
        x < 0 || y < 0 || x >= width || y >= height ? 0 : from[(y * width + x) * 4 + channel];
}
