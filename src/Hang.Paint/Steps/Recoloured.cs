using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>Colours by a matrix.</summary>
internal sealed class Recoloured(float[] matrix) : DeviceStep
{
    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) => new Recoloured(Ops.Recolour.Matrix.Of(v).ToArray());

    public override SKImageFilter Over(SKImageFilter? input) => Coloured(matrix, input);
}
