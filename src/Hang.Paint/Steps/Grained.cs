using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>
/// Adds to every cell of the layer a number from -1 to 1, the sum of two even ones, so that small ones are more frequent (a triangular distribution).
/// </summary>
internal sealed class Grained(float[] numbers, SKMatrix device) : ByPixel(numbers, device)
{
    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) => new Grained(v[..Ops.Grain.RowSize(0)].ToArray(), device);

    private protected override void Do(Span<byte> pixels, int width, int height, SKRectI needed, Matrix own, Matrix back)
    {
        var v = Numbers;
        var (amount, size, seed, mono) = ((double)v[Ops.Grain.Amount], Math.Max(0.01, v[Ops.Grain.Size]), (uint)v[Ops.Grain.Seed], v[Ops.Grain.Mono] != 0);
        for (var i = 0; i < pixels.Length; i += 4)
        {
            var alpha = pixels[i + 3];
            if (alpha == 0)
            {
                continue;
            }
            var (x, y) = At(back, i / 4 % width, i / 4 / width);
            var (cx, cy) = ((int)Math.Floor(x / size), (int)Math.Floor(y / size));
            for (var channel = 0; channel < 3; channel++)
            {
                var noise = Noise(cx, cy, mono ? seed : seed + (uint)channel * 7919);
                pixels[i + channel] = (byte)Math.Clamp(Math.Floor(pixels[i + channel] + noise * amount * alpha + 0.5), 0, alpha);
            }
        }
    }

    /// <summary>From -1 to 1 by a cell and a seed: 32 bits mixed by multiplications with large odd numbers, halves of which are added.</summary>
    private static double Noise(int x, int y, uint seed)
    {
        var h = unchecked((uint)x * 374761393u + (uint)y * 668265263u + seed * 2246822519u);
        h = unchecked((h ^ (h >> 13)) * 1274126177u);
        h = unchecked((h ^ (h >> 16)) * 2654435761u);
        h ^= h >> 15;
        return (h & 0xFFFF) / 65535.0 + (h >> 16) / 65535.0 - 1;
    }
}
