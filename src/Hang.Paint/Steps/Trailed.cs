using Hang.Paint.Filters;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>What the picture passes over along a vector, in pixels of the target.</summary>
internal sealed class Trailed(SKPoint along, float[] colour, bool only) : DeviceStep
{
    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) =>
        new Trailed(Mapped(device, Ops.Trail.Offset.Of(v)), Ops.Trail.Colour.Of(v).ToArray(), v[Ops.Trail.Only] != 0);

    public override bool IsFilter => true;

    public override SKImageFilter Over(SKImageFilter? input)
    {
        var opaque = Coloured([0, 0, 0, 0, colour[0], 0, 0, 0, 0, colour[1], 0, 0, 0, 0, colour[2], 0, 0, 0, 1, 0], input);
        // Copies of what lets something through would add up: it is made so at the end.
        var trail = Coloured([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, colour[3], 0], Streaks.Union(along, opaque));
        return only ? trail : SKImageFilter.CreateBlendMode(SKBlendMode.SrcOver, trail, input);
    }
}
