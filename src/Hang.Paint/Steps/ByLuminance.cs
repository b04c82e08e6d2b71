using Hang.Paint.Filters;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>Colours by luminance.</summary>
/// <param name="stops">Luminance, red, green, blue and alpha of each.</param>
internal sealed class ByLuminance(float[] stops) : DeviceStep
{
    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) => new ByLuminance(v.Slice(Ops.Map.Stops, 5 * (int)v[Ops.Map.Count]).ToArray());

    public override SKImageFilter Over(SKImageFilter? input) => ColourMap.Over(stops, input);

    public override void Work(PixelSteps on)
    {
        var table = ColourMap.Table(stops);
        on.Each(p => ColourMap.Mapped(table, p));
    }
}
