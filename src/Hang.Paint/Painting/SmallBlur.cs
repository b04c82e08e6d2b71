using System.Runtime.Intrinsics;
using SkiaSharp;

namespace Hang.Paint.Painting;

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
            var weights = Weights(x);
            for (var row = 0; row < height; row++)
            {
                Line(pixels, row * width, 1, width, weights, line);
            }
        }
        if (y > 0)
        {
            var weights = Weights(y);
            for (var column = 0; column < width; column++)
            {
                Line(pixels, column, width, height, weights, line);
            }
        }
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
