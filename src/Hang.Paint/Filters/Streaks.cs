using SkiaSharp;

namespace Hang.Paint.Filters;

/// <summary>
/// Copies of a picture along a vector, each time twice as many: as many as there are pixels along it after as many steps as its length has bits.
/// The browser's streaks.ts does the same.
/// </summary>
internal static class Streaks
{
    /// <summary>The even mean of all copies, half of the vector to either side.</summary>
    public static SKImageFilter Mean(SKPoint along, SKImageFilter? input)
    {
        var doublings = Doublings(along);
        var count = 1 << doublings;
        var made = input;
        for (var i = 0; i < doublings; i++)
        {
            // Copies lie along/count apart; each doubling sets as many again beside those that are there.
            var by = (float)(1 << i) / count;
            made = SKImageFilter.CreateBlendMode(SKBlendMode.Plus, Half(made), Half(Moved(along.X * by, along.Y * by, made)));
        }
        var back = -0.5f * (count - 1) / count;
        return Moved(along.X * back, along.Y * back, made);
    }

    /// <summary>All copies over each other, from the picture to the vector's end.</summary>
    public static SKImageFilter Union(SKPoint along, SKImageFilter input)
    {
        var doublings = Doublings(along);
        var count = 1 << doublings;
        var made = input;
        for (var i = 0; i < doublings; i++)
        {
            var by = (float)(1 << i) / (count - 1);
            made = SKImageFilter.CreateBlendMode(SKBlendMode.SrcOver, made, Moved(along.X * by, along.Y * by, made));
        }
        // What was moved again and again is soft; the end is the picture itself, moved once.
        return SKImageFilter.CreateBlendMode(SKBlendMode.SrcOver, made, Moved(along.X, along.Y, input));
    }

    /// <summary>How often the copies are doubled.</summary>
    public static int Doublings(SKPoint along) => Math.Clamp((int)Math.Ceiling(Math.Log2(Math.Max(along.Length, 1))), 1, 12);

    private static SKImageFilter Half(SKImageFilter? input)
    {
        using var half = SKColorFilter.CreateColorMatrix([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0.5f, 0]);
        return SKImageFilter.CreateColorFilter(half, input);
    }

    private static SKImageFilter Moved(float x, float y, SKImageFilter? input) =>
        SKImageFilter.CreateMatrix(SKMatrix.CreateTranslation(x, y), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.None), input);
}
