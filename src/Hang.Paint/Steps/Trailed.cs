using Hang.Paint.Filters;
using Hang.Paint.Pixels;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>What the picture passes over along a vector, in pixels of the target.</summary>
internal sealed class Trailed(SKPoint along, float[] colour, bool only) : DeviceStep
{
    private readonly uint premultiplied = Compositing.Premultiplied(colour, 1);

    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) =>
        new Trailed(Mapped(device, Ops.Trail.Offset.Of(v)), Ops.Trail.Colour.Of(v).ToArray(), v[Ops.Trail.Only] != 0);

    // What is around what is seen lays its trail over it.
    public override bool IsFilter => true;

    public override SKImageFilter Over(SKImageFilter? input)
    {
        var opaque = Coloured([0, 0, 0, 0, colour[0], 0, 0, 0, 0, colour[1], 0, 0, 0, 0, colour[2], 0, 0, 0, 1, 0], input);
        // Copies of what lets something through would add up: it is made so at the end.
        var trail = Coloured([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, colour[3], 0], Streaks.Union(along, opaque));
        return only ? trail : SKImageFilter.CreateBlendMode(SKBlendMode.SrcOver, trail, input);
    }

    public override unsafe void Work(PixelSteps on)
    {
        using var own = Mask.OfAlpha(on.Blocks, on.Sheet, on.Sheet.Whole);
        using var trail = Copies.Union(on.Blocks, own, along);
        var needed = on.Needed;
        for (var y = needed.Top; y < needed.Bottom; y++)
        {
            Compositing.Behind(premultiplied, trail.Row(y) + needed.Left, on.Sheet.Row(y) + needed.Left, needed.Width, only);
        }
    }
}
