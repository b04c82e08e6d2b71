using SkiaSharp;

namespace Hang.Paint.Filters;

/// <summary>
/// A blur that grows evenly with its standard deviation. Skia's own is three box blurs of whole widths, so it jumps from one width to the
/// next; the mean of two neighbouring widths, weighed so that the variance is the one asked for, does not.
/// </summary>
internal static class EvenBlur
{
    /// <summary>Skia's window for a standard deviation: its width is this many times it, rounded (W3C Filter Effects, feGaussianBlur: 3 √(2π) / 4).</summary>
    private const double WindowOf = 1.8799712059732503;

    /// <summary>Beyond this the steps between windows are not seen.</summary>
    private const float Large = 60;

    /// <summary>Skia's widths for large deviations give blurs that are smaller than asked for by this: a window of w has a variance of w²/4.</summary>
    private const float Smaller = (float)(WindowOf / 2);

    /// <summary>Beyond this Skia's blur grows no more (532, measured); two of them do.</summary>
    private const float Largest = 490;

    /// <summary>The blur; the input itself when both deviations are 0.</summary>
    /// <param name="x">Standard deviation across in pixels: 0, or 2 and more.</param>
    public static SKImageFilter? Of(float x, float y, SKImageFilter? input)
    {
        if (x == y)
        {
            return x == 0 ? input : Mean(x, (s, i) => SKImageFilter.CreateBlur(s, s, SKShaderTileMode.Decal, i), input);
        }
        var across = x == 0 ? input : Mean(x, (s, i) => SKImageFilter.CreateBlur(s, 0, SKShaderTileMode.Decal, i), input);
        return y == 0 ? across : Mean(y, (s, i) => SKImageFilter.CreateBlur(0, s, SKShaderTileMode.Decal, i), across);
    }

    /// <summary>The two standard deviations that give Skia's neighbouring windows, and the share of the second.</summary>
    public static (float First, float Second, float Share) Windows(double sigma)
    {
        var window = Math.Max(2, (int)(sigma * WindowOf));
        while (Variance(window + 1) < sigma * sigma)
        {
            window++;
        }
        while (window > 2 && Variance(window) > sigma * sigma)
        {
            window--;
        }
        var share = Math.Clamp((sigma * sigma - Variance(window)) / (Variance(window + 1) - Variance(window)), 0, 1);
        return ((float)(window / WindowOf), (float)((window + 1) / WindowOf), (float)share);
    }

    /// <summary>Variance of three box blurs: of an odd width three times, of an even one twice and once of the next (Filter Effects, feGaussianBlur).</summary>
    private static double Variance(int window)
    {
        static double Box(int w) => (w * (double)w - 1) / 12;
        return window % 2 == 1 ? 3 * Box(window) : 2 * Box(window) + Box(window + 1);
    }

    private static SKImageFilter Mean(float sigma, Func<float, SKImageFilter?, SKImageFilter> blur, SKImageFilter? input)
    {
        if (sigma > Large)
        {
            return sigma > Largest ? Mean(sigma / MathF.Sqrt(2), blur, Mean(sigma / MathF.Sqrt(2), blur, input)) : blur(sigma / Smaller, input);
        }
        var (first, second, share) = Windows(sigma);
        if (share is < 0.004f or > 0.996f)
        {
            return blur(share < 0.5f ? first : second, input);
        }
        using var less = Faded(blur(first, input), 1 - share);
        using var more = Faded(blur(second, input), share);
        return SKImageFilter.CreateBlendMode(SKBlendMode.Plus, less, more);
    }

    private static SKImageFilter Faded(SKImageFilter input, float share)
    {
        using (input)
        using (var fade = SKColorFilter.CreateColorMatrix([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, share, 0]))
        {
            return SKImageFilter.CreateColorFilter(fade, input);
        }
    }
}
