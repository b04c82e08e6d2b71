using Hang.Scene.Geometry;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>
/// A step that looks at each pixel by its place: a kernel on premultiplied 8-bit pixels. The browser's painter does the same, with what is printed from it.
/// </summary>
/// <param name="numbers">The step's own.</param>
/// <param name="device">From the group's coordinates to pixels of the target.</param>
internal abstract class ByPixel(float[] numbers, SKMatrix device) : DeviceStep
{
    public override bool NeedsPixels => true;

    public override int Lattice => 0;

    private protected float[] Numbers => numbers;

    public override SKImageFilter? Over(SKImageFilter? input) => input;

    public override void Work(PixelSteps on) =>
        on.Work(
            (pixels, width, height, needed, left, top) =>
            {
                var own = new Matrix(device.ScaleX, device.SkewY, device.SkewX, device.ScaleY, device.TransX - left, device.TransY - top);
                var back = own.Inverse;
                if (double.IsFinite(back.A + back.D + back.E + back.F))
                {
                    Do(pixels, width, height, SKRectI.Intersect(needed, new(0, 0, width, height)), Rows(own), Rows(back));
                }
            }
        );

    /// <param name="pixels">Red, green, blue and alpha of each pixel, premultiplied, row by row.</param>
    /// <param name="needed">The pixels that can come into sight; others may become anything.</param>
    /// <param name="own">From the group's coordinates to the pixels': two rows of three.</param>
    /// <param name="back">From the pixels' coordinates to the group's.</param>
    private protected abstract void Do(Span<byte> pixels, int width, int height, SKRectI needed, ReadOnlySpan<double> own, ReadOnlySpan<double> back);

    private static double[] Rows(Matrix m) => [m.A, m.C, m.E, m.B, m.D, m.F];
}
