using Hang.Paint.Filters;
using Hang.Paint.Pixels;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>What throws the picture's own shape.</summary>
/// <param name="sigma">Standard deviations across and down, in pixels of the target; 0 for none.</param>
/// <param name="offset">How far it is moved, in pixels of the target.</param>
/// <param name="grow">How far it is larger than what casts it, in pixels of the target.</param>
internal abstract class Shade(SKSize sigma, SKPoint offset, float grow) : DeviceStep
{
    /// <summary>Blurs reach this many standard deviations far.</summary>
    private protected const float Far = 3;

    /// <summary>Pixels beyond which it makes no difference how many there are.</summary>
    private const float Most = 1 << 20;

    private protected SKSize Sigma => sigma;

    private protected SKPoint Offset => offset;

    public override bool IsFilter => Math.Abs(grow) >= Nothing;

    public override int Lattice => Softener.Lattice(sigma);

    public override bool NeedsPixels => IsSmall(sigma);

    // To grow, it looks three standard deviations of as much as it grows around.
    private protected override float Beyond => 2 * Math.Abs(grow);

    /// <summary>The picture's alpha as what is thrown.</summary>
    private protected abstract SKColorFilter Tint();

    /// <summary>What is thrown, grown, moved and soft.</summary>
    private protected SKImageFilter Thrown(SKImageFilter? input)
    {
        using var tint = Tint();
        var soft = EvenBlur.Of(sigma.Width, sigma.Height, SKImageFilter.CreateColorFilter(tint, Grown(grow, input)));
        return SKImageFilter.CreateMatrix(SKMatrix.CreateTranslation(offset.X, offset.Y), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.None), soft);
    }

    /// <summary>Puts together a row of what is thrown and of the picture.</summary>
    /// <param name="mask">How much is thrown on each pixel.</param>
    private protected abstract unsafe void Join(byte* mask, uint* pixels, int count);

    public override unsafe void Work(PixelSteps on)
    {
        var needed = on.Needed;
        using var hard = Hard(on);
        using var soft = sigma.Width > 0 || sigma.Height > 0 ? Softener.Of(on.Blocks, hard, Under(on), on.Sheet.Left, on.Sheet.Top, sigma) : null;
        using var moved = new Moved(on.Blocks, soft ?? hard, offset.X, offset.Y, needed.Width);
        for (var y = needed.Top; y < needed.Bottom; y++)
        {
            Join(moved.Row(needed.Left, y, needed.Width), on.Sheet.Row(y) + needed.Left, needed.Width);
        }
    }

    /// <summary>The picture's alpha, grown.</summary>
    private Mask Hard(PixelSteps on)
    {
        using var growing = Grown(grow, null);
        if (growing is null)
        {
            return Mask.OfAlpha(on.Blocks, on.Sheet, on.Sheet.Whole);
        }
        using var grown = on.Redrawn(growing);
        return Mask.OfAlpha(on.Blocks, grown, grown.Whole);
    }

    /// <summary>What is needed of the mask, before it is moved.</summary>
    private SKRectI Under(PixelSteps on)
    {
        var place = on.Needed;
        place.Offset(-(int)MathF.Floor(Math.Clamp(offset.X, -Most, Most)), -(int)MathF.Floor(Math.Clamp(offset.Y, -Most, Most)));
        place.Inflate(1, 1);
        var all = on.Sheet.Whole;
        all.Inflate((int)MathF.Ceiling(Math.Min(Most, Far * sigma.Width)) + 2, (int)MathF.Ceiling(Math.Min(Most, Far * sigma.Height)) + 2);
        place.Intersect(all);
        return place.Width > 0 && place.Height > 0 ? place : default;
    }

    /// <summary>
    /// A picture of one colour grown or shrunk: blurred, a straight edge has Φ(-d/σ) of its alpha at a distance d (the normal distribution); there it is made
    /// steep again. The same is done by the browser's shade.ts.
    /// </summary>
    private static SKImageFilter? Grown(float by, SKImageFilter? input)
    {
        var far = Math.Abs(by);
        if (far < Nothing)
        {
            return input;
        }
        var sigma = Math.Max(far, Small);
        var z = far / sigma;
        var density = MathF.Exp(-z * z / 2) / MathF.Sqrt(2 * MathF.PI);
        // Abramowitz and Stegun, 26.2.16: within 1e-5 of Φ.
        var t = 1 / (1 + 0.33267f * z);
        var beyond = density * t * (0.4361836f + t * (-0.1201676f + t * 0.937298f));
        var edge = by > 0 ? beyond : 1 - beyond;
        var steep = Math.Max(1, sigma / density);
        return Coloured([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, steep, 0.5f - edge * steep], EvenBlur.Of(sigma, sigma, input));
    }
}
