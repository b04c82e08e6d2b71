using System.Runtime.Intrinsics;
using SkiaSharp;

namespace Hang.Paint.Filters;

/// <summary>A true Gaussian of small standard deviation over premultiplied pixels, one axis after the other (W3C Filter Effects, feGaussianBlur).</summary>
internal static unsafe class SmallBlur
{
    /// <summary>Standard deviations after which the weights are nothing.</summary>
    private const float Reach = 3;

    /// <param name="x">Standard deviation across in pixels; 0: none.</param>
    public static void Do(SKSurface picture, int width, int height, float x, float y)
    {
        if (x <= 0 && y <= 0)
        {
            return;
        }
        picture.Canvas.Flush();
        using var pixmap = picture.PeekPixels();
        var pixels = new Span<uint>((void*)pixmap.GetPixels(), width * height);
        var line = new Vector128<float>[Math.Max(width, height)];
        if (x > 0)
        {
            var weights = Weights(Sampled(x));
            for (var row = 0; row < height; row++)
            {
                Line(pixels, row * width, 1, width, weights, line);
            }
        }
        if (y > 0)
        {
            var weights = Weights(Sampled(y));
            for (var column = 0; column < width; column++)
            {
                Line(pixels, column, width, height, weights, line);
            }
        }
    }

    /// <summary>
    /// The deviation whose bell, read at whole pixels, carries as much across a straight edge as the bell of another does over whole pixels: a pixel is no
    /// point.
    /// </summary>
    /// <param name="sigma">Above 0, below 2.</param>
    public static float Sampled(float sigma)
    {
        var wanted = Beyond(sigma);
        var (low, high) = (0.05, 1.9999);
        for (var i = 0; i < 40; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Tail(middle) < wanted ? (middle, high) : (low, middle);
        }
        return (float)high;
    }

    /// <summary>What a Gaussian carries of an area into the first pixel beyond its edge: the integral of Φ(-x/σ) over it.</summary>
    private static double Beyond(double sigma)
    {
        const int steps = 64;
        // The midpoint rule twice over: Φ itself is the sum of its bell.
        var (sum, cdf) = (0.0, 0.5);
        double Bell(double x) => Math.Exp(-x * x / (2 * sigma * sigma)) / (sigma * Math.Sqrt(2 * Math.PI));
        for (var i = 0; i < steps; i++)
        {
            var (a, m, b) = ((double)i / steps, (i + 0.5) / steps, (i + 1.0) / steps);
            var half = (Bell(a) + 4 * Bell((a + m) / 2) + Bell(m)) / (12 * steps);
            sum += (cdf - half) / steps;
            cdf -= (Bell(a) + 4 * Bell(m) + Bell(b)) / (6 * steps);
        }
        return sum;
    }

    /// <summary>The same of a bell read at whole pixels.</summary>
    private static double Tail(double sigma)
    {
        var side = 0.0;
        for (var n = 1; n <= Math.Ceiling(sigma * Reach); n++)
        {
            side += Math.Exp(-n * n / (2 * sigma * sigma));
        }
        return side / (1 + 2 * side);
    }

    /// <summary>Half of the kernel: the middle and one side, of sum 1 over both sides.</summary>
    public static float[] Weights(float sigma)
    {
        var weights = new float[(int)MathF.Ceiling(sigma * Reach) + 1];
        var sum = 0f;
        for (var i = 0; i < weights.Length; i++)
        {
            weights[i] = MathF.Exp(-i * i / (2 * sigma * sigma));
            sum += i == 0 ? weights[i] : 2 * weights[i];
        }
        for (var i = 0; i < weights.Length; i++)
        {
            weights[i] /= sum;
        }
        return weights;
    }

    private static void Line(Span<uint> pixels, int start, int step, int count, float[] weights, Vector128<float>[] line)
    {
        var any = false;
        for (var i = 0; i < count; i++)
        {
            var p = pixels[start + i * step];
            any |= p != 0;
            line[i] = Vector128.Create(p & 0xFF, (p >> 8) & 0xFF, (p >> 16) & 0xFF, (float)(p >> 24));
        }
        if (!any)
        {
            return;
        }
        var half = Vector128.Create(0.5f);
        for (var i = 0; i < count; i++)
        {
            var sum = line[i] * weights[0];
            for (var n = 1; n < weights.Length; n++)
            {
                var pair = (i - n >= 0 ? line[i - n] : default) + (i + n < count ? line[i + n] : default);
                sum += pair * weights[n];
            }
            var v = Vector128.ConvertToInt32(sum + half);
            pixels[start + i * step] = (uint)v[0] | ((uint)v[1] << 8) | ((uint)v[2] << 16) | ((uint)v[3] << 24);
        }
    }
}
