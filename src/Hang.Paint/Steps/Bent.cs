using Hang.Scene.Kernels;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>Waves and ripples (<see cref="Bend"/>).</summary>
internal sealed class Bent(float[] numbers, SKMatrix device) : ByPixel(numbers, device)
{
    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) => new Bent(v[..Ops.Bend.RowSize(0)].ToArray(), device);

    // One of the pixels for smooth edges that it carries is around every picture already.
    private protected override float Beyond => -1;

    private protected override void Do(Span<byte> pixels, int width, int height, SKRectI needed, ReadOnlySpan<double> own, ReadOnlySpan<double> back)
    {
        var v = Numbers;
        Bend.Work(
            pixels,
            pixels.ToArray(),
            width,
            height,
            needed.Left,
            needed.Top,
            needed.Right,
            needed.Bottom,
            own,
            back,
            v[Ops.Bend.At],
            v[Ops.Bend.At + 1],
            v[Ops.Bend.Along],
            v[Ops.Bend.Along + 1],
            Math.Max(0.01, v[Ops.Bend.Length]),
            v[Ops.Bend.Height],
            v[Ops.Bend.Phase],
            v[Ops.Bend.Fades],
            v[Ops.Bend.Round] != 0
        );
    }
}
