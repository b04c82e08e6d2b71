using Hang.Paint.Pictures;
using Hang.Paint.Pixels;
using SkiaSharp;

namespace Hang.Paint.Operations;

/// <summary>
/// A picture as it lies on the pixels of a sheet: where it stands at whole pixels in its own size its pixels as they are, elsewhere read between them. A
/// smaller one is read from its halves, from the two nearest in size, by how near those are.
/// </summary>
internal sealed unsafe class PictureRows : ColourRows
{
    private readonly SKImage image;
    private readonly Blocks blocks;
    private readonly Blocks.Block block;
    private readonly Texture large,
        small;
    private readonly SKMatrix toLarge,
        toSmall;
    private readonly int share,
        room;

    private PictureRows(SKImage image, Blocks blocks, Texture large, Texture small, SKMatrix toLarge, SKMatrix toSmall, int share, int longest)
    {
        (this.image, this.blocks, this.large, this.small, this.toLarge, this.toSmall, this.share) = (image, blocks, large, small, toLarge, toSmall, share);
        room = (longest + 15) & ~7;
        block = blocks.Take(8L * room);
    }

    /// <summary>The rows of a picture; null when they are left to Skia.</summary>
    /// <param name="device">From the picture's pixels to those of the sheet.</param>
    /// <param name="longest">The longest row that is asked for.</param>
    public static PictureRows? Of(Blocks blocks, SKImage image, SKMatrix device, int longest)
    {
        // As Skia chooses: by the smaller scale, and half a size larger.
        var scale = Math.Min(Length(device.ScaleX, device.SkewY), Length(device.SkewX, device.ScaleY));
        if (!device.TryInvert(out var back) || !(scale > 0) || Smaller.Of(image, 0) is not { } whole)
        {
            return null;
        }
        var level = Math.Max(0, -Math.Log2(scale) - 0.5);
        var share = (int)Math.Round((level - Math.Floor(level)) * 256);
        var (large, small) = (whole, whole);
        if (level > 0)
        {
            (large, small) = (Smaller.Of(image, (int)level)!.Value, Smaller.Of(image, (int)level + 1)!.Value);
        }
        SKMatrix To(Texture t) => SKMatrix.CreateScale(t.Width / (float)whole.Width, t.Height / (float)whole.Height).PreConcat(back);
        return new(image, blocks, large, small, To(large), To(small), share, longest);
    }

    private static double Length(double x, double y) => Math.Sqrt(x * x + y * y);

    public override uint* Row(int left, int top, int count)
    {
        var colours = (uint*)block.Data;
        var (x, y) = (left + 0.5, top + 0.5);
        double u = toLarge.ScaleX * x + toLarge.SkewX * y + toLarge.TransX - 0.5,
            v = toLarge.SkewY * x + toLarge.ScaleY * y + toLarge.TransY - 0.5;
        if (share == 0 && toLarge.ScaleX == 1 && toLarge.SkewY == 0 && large.Whole(u, v, count) is var row && row is not null)
        {
            return row;
        }
        large.Line(u, v, toLarge.ScaleX, toLarge.SkewY, colours, count);
        if (share > 0)
        {
            var other = colours + room;
            u = toSmall.ScaleX * x + toSmall.SkewX * y + toSmall.TransX - 0.5;
            v = toSmall.SkewY * x + toSmall.ScaleY * y + toSmall.TransY - 0.5;
            small.Line(u, v, toSmall.ScaleX, toSmall.SkewY, other, count);
            Compositing.Mean(other, colours, count, share);
        }
        return colours;
    }

    public override void Dispose()
    {
        blocks.Give(block);
        // Its pixels were read where they are.
        GC.KeepAlive(image);
    }
}
