using Hang.Scene.Kernels;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>Noise by cells (<see cref="Grain"/>).</summary>
internal sealed class Grained(float[] numbers, SKMatrix device) : ByPixel(numbers, device)
{
    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) => new Grained(v[..Ops.Grain.RowSize(0)].ToArray(), device);

    private protected override void Do(Span<byte> pixels, int width, int height, SKRectI needed, ReadOnlySpan<double> own, ReadOnlySpan<double> back)
    {
        var v = Numbers;
        var (amount, size, seed, mono) = (v[Ops.Grain.Amount], Math.Max(0.01, v[Ops.Grain.Size]), (int)v[Ops.Grain.Seed], v[Ops.Grain.Mono] != 0);
        Grain.Work(pixels, width, needed.Left, needed.Top, needed.Right, needed.Bottom, back, amount, size, seed, mono);
    }
}
