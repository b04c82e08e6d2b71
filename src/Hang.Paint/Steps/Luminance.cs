using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>Luminance as alpha.</summary>
internal sealed class Luminance : DeviceStep
{
    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) => new Luminance();

    public override SKImageFilter Over(SKImageFilter? input)
    {
        using var luma = SKColorFilter.CreateLumaColor();
        return SKImageFilter.CreateColorFilter(luma, input);
    }
}
