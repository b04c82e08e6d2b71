using SkiaSharp;

namespace Hang.Paint.Pixels;

/// <summary>One channel of a part of a picture, 8 bits each: how much of something is there.</summary>
internal sealed unsafe class Mask : IDisposable
{
    private readonly Blocks blocks;
    private readonly Blocks.Block block;

    /// <param name="place">What it covers, in pixels of the sheet that it is for; holds anything.</param>
    public Mask(Blocks blocks, SKRectI place)
    {
        this.blocks = blocks;
        Place = place;
        block = blocks.Take((long)Math.Max(1, place.Width) * Math.Max(1, place.Height));
    }

    public SKRectI Place { get; }

    /// <summary>The row at a height of the sheet, from the left of its place on.</summary>
    public byte* Row(int y) => block.Data + (long)(y - Place.Top) * Place.Width;

    /// <summary>The alpha of a part of a sheet.</summary>
    public static Mask OfAlpha(Blocks blocks, Sheet sheet, SKRectI place)
    {
        var mask = new Mask(blocks, place);
        for (var y = place.Top; y < place.Bottom; y++)
        {
            Spread.Alpha(sheet.Row(y) + place.Left, mask.Row(y), place.Width);
        }
        return mask;
    }

    public void Dispose() => blocks.Give(block);
}
