using Hang.Scene.Kernels;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>A mosaic (<see cref="Blocks"/>).</summary>
internal sealed class Blocked(float[] numbers, SKMatrix device) : ByPixel(numbers, device)
{
    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) => new Blocked(v[..Ops.Blocks.RowSize(0)].ToArray(), device);

    private protected override void Do(Span<byte> pixels, int width, int height, SKRectI needed, ReadOnlySpan<double> own, ReadOnlySpan<double> back)
    {
        var v = Numbers;
        var (w, h) = (Math.Max(0.01, v[Ops.Blocks.Size]), Math.Max(0.01, v[Ops.Blocks.Size + 1]));
        var table = new int[Blocks.Row * Blocks.Room(width, height, back, w, h)];
        Blocks.Work(pixels, width, height, back, v[Ops.Blocks.At], v[Ops.Blocks.At + 1], w, h, table, new int[width * height]);
    }
}
