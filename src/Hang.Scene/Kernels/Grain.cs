namespace Hang.Scene.Kernels;

/// <summary>
/// Adds to every cell of the layer a number from -1 to 1, the sum of two even ones, so that small ones are more frequent (a triangular distribution).
/// </summary>
public static class Grain
{
    /// <param name="pixels">Red, green, blue and alpha of each pixel, premultiplied, row by row.</param>
    /// <param name="left">First column that is worked on; right and bottom are one behind the last.</param>
    /// <param name="back">From the pixels' coordinates to the group's: two rows of three.</param>
    /// <param name="amount">Of the alpha, 0..1.</param>
    /// <param name="size">Of a cell in pixels of the group, above 0.</param>
    public static void Work(
        Span<byte> pixels,
        int width,
        int left,
        int top,
        int right,
        int bottom,
        ReadOnlySpan<double> back,
        double amount,
        double size,
        int seed,
        bool mono
    )
    {
        for (var y = top; y < bottom; y++)
        {
            for (var x = left; x < right; x++)
            {
                var i = (y * width + x) * 4;
                int alpha = pixels[i + 3];
                if (alpha == 0)
                {
                    continue;
                }
                var mx = x + 0.5;
                var my = y + 0.5;
                var cx = (int)Math.Floor((back[0] * mx + back[1] * my + back[2]) / size);
                var cy = (int)Math.Floor((back[3] * mx + back[4] * my + back[5]) / size);
                for (var channel = 0; channel < 3; channel++)
                {
                    var noise = Noise(cx, cy, mono ? seed : seed + channel * 7919);
                    pixels[i + channel] = (byte)Math.Clamp(Math.Floor(pixels[i + channel] + noise * amount * alpha + 0.5), 0, alpha);
                }
            }
        }
    }

    /// <summary>From -1 to 1 by a cell and a seed: 32 bits mixed by multiplications with large odd numbers, halves of which are added.</summary>
    public static double Noise(int x, int y, int seed)
    {
        var h = (uint)x * 374761393u + (uint)y * 668265263u + (uint)seed * 2246822519u;
        h = (h ^ (h >> 13)) * 1274126177u;
        h = (h ^ (h >> 16)) * 2654435761u;
        h = h ^ (h >> 15);
        return (h & 0xFFFFu) / 65535.0 + (h >> 16) / 65535.0 - 1;
    }
}
