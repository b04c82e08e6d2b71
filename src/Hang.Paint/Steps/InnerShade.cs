using Hang.Paint.Pixels;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>A shadow inside the edges: what is outside of the picture throws it.</summary>
internal sealed class InnerShade(SKSize sigma, SKPoint offset, float[] colour) : Shade(sigma, offset, 0)
{
    private readonly uint premultiplied = Compositing.Premultiplied(colour, 1);

    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) =>
        new InnerShade(SigmaOf(Ops.Inner.Sigma.Of(v), device), Mapped(device, Ops.Inner.Offset.Of(v)), Ops.Inner.Colour.Of(v).ToArray());

    // It carries nothing, but what lies around is seen by what it throws.
    private protected override float Beyond => Math.Max(Far * Sigma.Width + Math.Abs(Offset.X), Far * Sigma.Height + Math.Abs(Offset.Y)) + 1;

    public override SKImageFilter Over(SKImageFilter? input)
    {
        using var turn = Turn();
        return SKImageFilter.CreateBlendMode(SKBlendMode.SrcATop, input, SKImageFilter.CreateColorFilter(turn, Thrown(input)));
    }

    /// <summary>The alpha alone, since it is turned round later.</summary>
    private protected override SKColorFilter Tint() => SKColorFilter.CreateColorMatrix([0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0]);

    // Outside of the shadow's picture it is dark too.
    private protected override unsafe void Join(byte* mask, uint* pixels, int count) => Compositing.AtopOutside(premultiplied, mask, pixels, count);

    /// <summary>What is not covered, in the colour.</summary>
    private SKColorFilter Turn() =>
        SKColorFilter.CreateColorMatrix([0, 0, 0, 0, colour[0], 0, 0, 0, 0, colour[1], 0, 0, 0, 0, colour[2], 0, 0, 0, -colour[3], colour[3]]);
}
