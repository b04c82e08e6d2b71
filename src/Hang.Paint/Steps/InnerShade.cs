using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>A shadow inside the edges: what is outside of the picture throws it.</summary>
internal sealed class InnerShade(SKSize sigma, SKPoint offset, float[] colour) : Shade(sigma, offset, 0)
{
    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) =>
        new InnerShade(SigmaOf(Ops.Inner.Sigma.Of(v), device), Mapped(device, Ops.Inner.Offset.Of(v)), Ops.Inner.Colour.Of(v).ToArray());

    public override SKImageFilter Over(SKImageFilter? input)
    {
        using var turn = Turn();
        return SKImageFilter.CreateBlendMode(SKBlendMode.SrcATop, input, SKImageFilter.CreateColorFilter(turn, Thrown(input)));
    }

    /// <summary>The alpha alone, since it is turned round later.</summary>
    private protected override SKColorFilter Tint() => SKColorFilter.CreateColorMatrix([0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0]);

    private protected override void Join(PixelSteps on, SKCanvas result, Action<SKCanvas> throwOnto)
    {
        using var plain = new SKPaint();
        result.DrawSurface(on.Picture, default, plain);
        // Outside of the shadow's picture it is dark too, so the whole is turned round at once.
        using var turn = Turn();
        using var turned = new SKPaint { ColorFilter = turn, BlendMode = SKBlendMode.SrcATop };
        result.SaveLayer(turned);
        throwOnto(result);
        result.Restore();
    }

    /// <summary>What is not covered, in the colour.</summary>
    private SKColorFilter Turn() =>
        SKColorFilter.CreateColorMatrix([0, 0, 0, 0, colour[0], 0, 0, 0, 0, colour[1], 0, 0, 0, 0, colour[2], 0, 0, 0, -colour[3], colour[3]]);
}
