using System.Runtime.Intrinsics;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>Colours by a matrix.</summary>
internal sealed class Recoloured(float[] matrix) : DeviceStep
{
    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) => new Recoloured(Ops.Recolour.Matrix.Of(v).ToArray());

    public override SKImageFilter Over(SKImageFilter? input) => Coloured(matrix, input);

    public override void Work(PixelSteps on)
    {
        var (r, g, b, a) = (Column(0), Column(1), Column(2), Column(3));
        var constant = Column(4);
        on.Each(p =>
        {
            // Of straight colours, 0..1; what has no alpha has no colour.
            var alpha = p >> 24;
            var by = alpha == 0 ? 0 : 1f / alpha;
            var made = r * ((p & 0xFF) * by) + g * (((p >> 8) & 0xFF) * by) + b * (((p >> 16) & 0xFF) * by) + a * (alpha / 255f) + constant;
            made = Vector128.Min(Vector128.Max(made, Vector128<float>.Zero), Vector128<float>.One);
            var opacity = made[3];
            var v = Vector128.ConvertToInt32(made.WithElement(3, 1) * (opacity * 255) + Vector128.Create(0.5f));
            return (uint)v[0] | ((uint)v[1] << 8) | ((uint)v[2] << 16) | ((uint)v[3] << 24);
        });
    }

    private Vector128<float> Column(int i) => Vector128.Create(matrix[i], matrix[i + 5], matrix[i + 10], matrix[i + 15]);
}
