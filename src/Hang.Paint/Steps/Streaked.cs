using Hang.Paint.Filters;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>The mean along a vector, in pixels of the target.</summary>
internal sealed class Streaked(SKPoint along) : DeviceStep
{
    public static DeviceStep? Of(ReadOnlySpan<float> v, SKMatrix device) =>
        Mapped(device, Ops.Streak.Offset.Of(v)) is { Length: > Nothing } along ? new Streaked(along) : null;

    // What is around what is seen is carried through it.
    public override bool IsFilter => true;

    public override SKImageFilter Over(SKImageFilter? input) => Streaks.Mean(along, input);

    public override void Work(PixelSteps on) => Copies.Mean(on.Blocks, on.Sheet, along);
}
