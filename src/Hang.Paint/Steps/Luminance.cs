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

    // The same weights in 65536ths.
    public override void Work(PixelSteps on) =>
        on.Each(p => (((p & 0xFF) * 13933 + ((p >> 8) & 0xFF) * 46871 + ((p >> 16) & 0xFF) * 4732 + 0x8000) >> 16) << 24);
}
