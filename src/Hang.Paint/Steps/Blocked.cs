using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>Gives all pixels whose middles lie in a cell their mean.</summary>
internal sealed class Blocked(float[] numbers, SKMatrix device) : ByPixel(numbers, device)
{
    public static DeviceStep Of(ReadOnlySpan<float> v, SKMatrix device) => new Blocked(v[..Ops.Blocks.RowSize(0)].ToArray(), device);

    private protected override void Do(Span<byte> pixels, int width, int height, SKRectI needed, Matrix own, Matrix back)
    {
        var v = Numbers;
        var (w, h) = (Math.Max(0.01, v[Ops.Blocks.Size]), Math.Max(0.01, v[Ops.Blocks.Size + 1]));
        var (x0, y0) = ((double)v[Ops.Blocks.At], (double)v[Ops.Blocks.At + 1]);
        var cells = new Dictionary<(int, int), Sum>();
        var of = new Sum[pixels.Length / 4];
        for (var i = 0; i < pixels.Length; i += 4)
        {
            var (x, y) = At(back, i / 4 % width, i / 4 / width);
            var key = ((int)Math.Floor((x - x0) / w), (int)Math.Floor((y - y0) / h));
            if (!cells.TryGetValue(key, out var sum))
            {
                cells.Add(key, sum = new());
            }
            of[i / 4] = sum;
            sum.Count++;
            (sum.R, sum.G, sum.B, sum.A) = (sum.R + pixels[i], sum.G + pixels[i + 1], sum.B + pixels[i + 2], sum.A + pixels[i + 3]);
        }
        for (var i = 0; i < pixels.Length; i += 4)
        {
            var sum = of[i / 4];
            (pixels[i], pixels[i + 1], pixels[i + 2], pixels[i + 3]) = (sum.Mean(sum.R), sum.Mean(sum.G), sum.Mean(sum.B), sum.Mean(sum.A));
        }
    }

    private sealed class Sum
    {
        public int Count { get; set; }

        public long R { get; set; }

        public long G { get; set; }

        public long B { get; set; }

        public long A { get; set; }

        public byte Mean(long sum) => (byte)((sum + Count / 2) / Count);
    }
}
