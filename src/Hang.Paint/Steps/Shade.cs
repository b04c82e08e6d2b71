using Hang.Paint.Filters;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>What throws the picture's own shape.</summary>
/// <param name="sigma">Standard deviations across and down, in pixels of the target; 0 for none.</param>
/// <param name="offset">How far it is moved, in pixels of the target.</param>
/// <param name="grow">How far it is larger than what casts it, in pixels of the target.</param>
internal abstract class Shade(SKSize sigma, SKPoint offset, float grow) : DeviceStep
{
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

    /// <summary>Puts together what is thrown and the picture.</summary>
    /// <param name="throwOnto">Draws what is thrown.</param>
    private protected abstract void Join(PixelSteps on, SKCanvas result, Action<SKCanvas> throwOnto);

    public override void Work(PixelSteps on)
    {
        using var tint = Tint();
        using var tinted = new SKPaint { ColorFilter = tint };
        using var growing = Grown(grow, null);
        using var through = new SKPaint { ImageFilter = growing };
        using var grown = growing is null ? null : on.Redrawn(on.Picture, through);
        using var thrown = on.Redrawn(grown ?? on.Picture, tinted);
        on.Soften(thrown, sigma);
        var result = on.Surface();
        using var plain = new SKPaint();
        Join(on, result.Canvas, canvas => PixelSteps.Draw(canvas, thrown, offset, plain));
        on.Replace(result);
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
