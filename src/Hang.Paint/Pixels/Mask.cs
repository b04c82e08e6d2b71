using SkiaSharp;

namespace Hang.Paint.Pixels;

/// <summary>One channel of a part of a picture, 8 bits each: how much of something is there.</summary>
internal sealed unsafe class Mask : IDisposable
{
    private readonly Blocks blocks;
    private readonly Blocks.Block block;

    private readonly int stride;

    /// <param name="place">What it covers, in pixels of the sheet that it is for; holds anything.</param>
    public Mask(Blocks blocks, SKRectI place)
        : this(blocks, place, place.Width) { }

    private Mask(Blocks blocks, SKRectI place, int stride)
    {
        this.blocks = blocks;
        Place = place;
        this.stride = Math.Max(1, stride);
        block = blocks.Take((long)this.stride * Math.Max(1, place.Height));
    }

    public SKRectI Place { get; }

    /// <summary>The row at a height of the sheet, from the left of its place on.</summary>
    public byte* Row(int y) => block.Data + (long)(y - Place.Top) * stride;

    /// <summary>An empty mask that Skia draws on.</summary>
    /// <param name="place">Within the sheet that it is for.</param>
    /// <param name="surface">Skia's, in pixels of the sheet, over the mask's memory; to be let go of before the mask.</param>
    public static Mask ToDrawOn(Blocks blocks, SKRectI place, out SKSurface surface)
    {
        // Skia covers edges of curves a little differently wherever they lie. So its surface begins where the sheet does, and what is drawn lies where it
        // would lie there; what comes before the mask's own memory is never touched, since it is clipped.
        var mask = new Mask(blocks, place, place.Right);
        for (var y = place.Top; y < place.Bottom; y++)
        {
            new Span<byte>(mask.Row(y), place.Width).Clear();
        }
        var corner = mask.Row(0) - place.Left;
        surface = SKSurface.Create(new SKImageInfo(place.Right, place.Bottom, SKColorType.Alpha8, SKAlphaType.Premul), (IntPtr)corner, place.Right)
            ?? throw new InvalidOperationException($"There is no memory for a mask of {place.Width} x {place.Height}.");
        surface.Canvas.ClipRect(place);
        return mask;
    }

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
