using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
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
        var made = Whole(stops, input);
        var least = 1f;
        for (var i = 4; i < stops.Length; i += 5)
        {
            least = Math.Min(least, stops[i]);
        }
        if (least >= 1)
        {
            return made;
        }
        // How much is replaced, by luminance too: the mapped colours with that alpha over the picture itself. Both are made of the picture's colours alone, so
        // that where it lets something through no less of it is replaced.
        var opaque = Opaque(input);
        return SKImageFilter.CreateBlendMode(
            SKBlendMode.SrcATop,
            input,
            SKImageFilter.CreateBlendMode(SKBlendMode.DstIn, Whole(stops, opaque), Share(stops, opaque))
        );
    }

    /// <summary>All of the picture in the colours of the stops.</summary>
    private static SKImageFilter Whole(float[] stops, SKImageFilter? input)
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
        return made;
    }

    /// <summary>Steps of luminance that the table tells apart.</summary>
    private const int Shades = 4096;

    /// <summary>The same as a table: for each luminance the straight colour, and in place of alpha how much of it replaces what is there.</summary>
    public static uint[] Table(float[] stops)
    {
        var table = new uint[Shades];
        for (var i = 0; i < Shades; i++)
        {
            var light = i / (float)(Shades - 1);
            var made = Vector128.Create(stops[1], stops[2], stops[3], stops[4]);
            for (var n = 5; n + 4 < stops.Length; n += 5)
            {
                var (from, to) = (stops[n - 5], Math.Max(stops[n], stops[n - 5] + Least));
                made += (Vector128.Create(stops[n + 1], stops[n + 2], stops[n + 3], stops[n + 4]) - made) * Math.Clamp((light - from) / (to - from), 0, 1);
            }
            var v = Vector128.ConvertToInt32(Vector128.Min(Vector128.Max(made, Vector128<float>.Zero), Vector128<float>.One) * 255f + Vector128.Create(0.5f));
            table[i] = (uint)v[0] | ((uint)v[1] << 8) | ((uint)v[2] << 16) | ((uint)v[3] << 24);
        }
        return table;
    }

    /// <summary>A premultiplied pixel with other colours and the same alpha.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static uint Mapped(uint[] table, uint pixel)
    {
        var alpha = pixel >> 24;
        if (alpha == 0)
        {
            return 0;
        }
        var light = (R * (pixel & 0xFF) + G * ((pixel >> 8) & 0xFF) + B * ((pixel >> 16) & 0xFF)) / alpha;
        var found = table[(int)(light * (Shades - 1) + 0.5f)];
        var share = found >> 24;
        uint One(int shift)
        {
            var (mapped, own) = (((found >> shift) & 0xFF) * alpha, ((pixel >> shift) & 0xFF) * 255);
            return (mapped * share + own * (255 - share) + 255 * 255 / 2) / (255 * 255);
        }
        return One(0) | (One(8) << 8) | (One(16) << 16) | (alpha << 24);
    }

    private static SKImageFilter Opaque(SKImageFilter? input)
    {
        using var opaque = SKColorFilter.CreateColorMatrix([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0, 1]);
        return SKImageFilter.CreateColorFilter(opaque, input);
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
        return SKImageFilter.CreateColorFilter(alpha, Whole(grey, input));
    }
}
