using Hang.Paint.Filters;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>A blur.</summary>
/// <param name="sigma">Standard deviations across and down, in pixels of the target; 0 for none.</param>
internal sealed class Softened(SKSize sigma) : DeviceStep
{
    public static DeviceStep? Of(ReadOnlySpan<float> v, SKMatrix device) =>
        SigmaOf(Ops.Soften.Sigma.Of(v), device) is { } sigma && (sigma.Width > 0 || sigma.Height > 0) ? new Softened(sigma) : null;

    public override bool NeedsPixels => IsSmall(sigma);

    public override int Lattice => Softener.Lattice(sigma);

    public override SKImageFilter? Over(SKImageFilter? input) => EvenBlur.Of(sigma.Width, sigma.Height, input);

    public override void Work(PixelSteps on) => on.Soften(sigma);
}
