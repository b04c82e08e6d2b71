using SkiaSharp;

namespace Hang.Paint.Filters;

/// <summary>
/// Colours by luminance: the first stop's colour all over, and over it each further one with an alpha that rises from 0 at its predecessor's luminance to 1 at
/// its own. The browser's colourMap.ts does the same.
/// </summary>
internal static class ColourMap
{
    /// <summary>Luminance of straight red, green and blue (Filter Effects, luminanceToAlpha).</summary>
    private const float R = 0.2126f,
        G = 0.7152f,
        B = 0.0722f;

    private const float Least = 1e-4f;

    /// <param name="stops">Luminance, red, green, blue and alpha of each.</param>
    public static SKImageFilter Over(float[] stops, SKImageFilter? input)
    {
        var made = Flat(stops.AsSpan(1, 4), input);
        for (var i = 5; i + 4 < stops.Length; i += 5)
        {
            var (from, to) = (stops[i - 5], Math.Max(stops[i], stops[i - 5] + Least));
            var k = 1 / (to - from);
            using var rise = SKColorFilter.CreateColorMatrix([
                0,
                0,
                0,
                0,
                stops[i + 1],
                0,
                0,
                0,
                0,
                stops[i + 2],
                0,
                0,
                0,
                0,
                stops[i + 3],
                R * k,
                G * k,
                B * k,
                0,
                -from * k,
            ]);
            made = SKImageFilter.CreateBlendMode(SKBlendMode.SrcATop, made, SKImageFilter.CreateColorFilter(rise, input));
        }
        var least = 1f;
        for (var i = 4; i < stops.Length; i += 5)
        {
            least = Math.Min(least, stops[i]);
        }
        if (least >= 1)
        {
            return made;
        }
        // How much is replaced, by luminance too: the mapped picture with that alpha over the picture itself.
        var share = Share(stops, input);
        return SKImageFilter.CreateBlendMode(SKBlendMode.SrcATop, input, SKImageFilter.CreateBlendMode(SKBlendMode.DstIn, made, share));
    }

    private static SKImageFilter Flat(ReadOnlySpan<float> colour, SKImageFilter? input)
    {
        using var flat = SKColorFilter.CreateColorMatrix([0, 0, 0, 0, colour[0], 0, 0, 0, 0, colour[1], 0, 0, 0, 0, colour[2], 0, 0, 0, 1, 0]);
        return SKImageFilter.CreateColorFilter(flat, input);
    }

    /// <summary>The stops' alphas as the alpha of a picture: as colours are mapped, in grey, and that grey as alpha.</summary>
    private static SKImageFilter Share(float[] stops, SKImageFilter? input)
    {
        var grey = new float[stops.Length];
        for (var i = 0; i < stops.Length; i += 5)
        {
            (grey[i], grey[i + 1], grey[i + 2], grey[i + 3], grey[i + 4]) = (stops[i], stops[i + 4], stops[i + 4], stops[i + 4], 1);
        }
        using var alpha = SKColorFilter.CreateColorMatrix([0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0]);
        return SKImageFilter.CreateColorFilter(alpha, Over(grey, input));
    }
}
