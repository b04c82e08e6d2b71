using Hang.Paint.Pixels;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>A shadow behind.</summary>
/// <param name="only">True: without the picture itself.</param>
internal sealed class CastShade(SKSize sigma, SKPoint offset, float grow, float[] colour, bool only) : Shade(sigma, offset, grow)
{
    private readonly uint premultiplied = Compositing.Premultiplied(colour, 1);

    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) =>
        new CastShade(
            SigmaOf(Ops.Cast.Sigma.Of(v), device),
            Mapped(device, Ops.Cast.Offset.Of(v)),
            v[Ops.Cast.Grow] * MathF.Sqrt(Math.Abs(device.ScaleX * device.ScaleY - device.SkewX * device.SkewY)),
            Ops.Cast.Colour.Of(v).ToArray(),
            v[Ops.Cast.Only] != 0
        );

    public override SKImageFilter Over(SKImageFilter? input)
    {
        var cast = Thrown(input);
        return only ? cast : SKImageFilter.CreateBlendMode(SKBlendMode.SrcOver, cast, input);
    }

    private protected override SKColorFilter Tint() =>
        SKColorFilter.CreateColorMatrix([0, 0, 0, 0, colour[0], 0, 0, 0, 0, colour[1], 0, 0, 0, 0, colour[2], 0, 0, 0, colour[3], 0]);

    private protected override unsafe void Join(byte* mask, uint* pixels, int count) => Compositing.Behind(premultiplied, mask, pixels, count, only);
}
