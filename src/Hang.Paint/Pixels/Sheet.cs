using System.Runtime.InteropServices;
using SkiaSharp;

namespace Hang.Paint.Pixels;

/// <summary>
/// A part of the target as a picture whose pixels are at hand: premultiplied RGBA, 8 bits, row by row without gaps. Skia paints on it by its canvas, our own
/// filters by its memory.
/// </summary>
internal sealed unsafe class Sheet : IDisposable
{
    private readonly Blocks? blocks;
    private readonly Blocks.Block block;
    private readonly SKSurface surface;

    /// <summary>An empty sheet in a block of its own.</summary>
    /// <param name="left">Where its first column lies on the frame.</param>
    /// <param name="top">Where its first row lies on the frame.</param>
    public Sheet(Blocks blocks, int left, int top, int width, int height)
        : this((uint*)Taken(blocks, width, height, out var block), left, top, width, height)
    {
        (this.blocks, this.block) = (blocks, block);
        Clear();
    }

    /// <summary>A sheet over memory of somebody else's.</summary>
    public Sheet(uint* pixels, int left, int top, int width, int height)
    {
        Pixels = pixels;
        (Left, Top, Width, Height) = (left, top, width, height);
        surface = SKSurface.Create(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul), (IntPtr)pixels, width * 4)
            ?? throw new InvalidOperationException($"There is no memory for a picture of {width} x {height}.");
    }

    public uint* Pixels { get; }

    public int Left { get; }

    public int Top { get; }

    /// <summary>Where its pixels begin on the frame.</summary>
    public SKPointI Corner => new(Left, Top);

    public int Width { get; }

    public int Height { get; }

    public SKCanvas Canvas => surface.Canvas;

    /// <summary>All of it, in its own pixels.</summary>
    public SKRectI Whole => new(0, 0, Width, Height);

    public uint* Row(int y) => Pixels + (long)y * Width;

    public void Clear() => NativeMemory.Clear(Pixels, (nuint)((long)Width * Height * 4));

    /// <summary>The pixels as an image that reads them where they are.</summary>
    public SKImage Image() => SKImage.FromPixels(new SKImageInfo(Width, Height, SKColorType.Rgba8888, SKAlphaType.Premul), (IntPtr)Pixels, Width * 4);

    /// <summary>Lays the picture on another, or cuts that by it.</summary>
    /// <param name="onto">Skia's canvas of the other.</param>
    /// <param name="target">The other's pixels, where they are at hand.</param>
    /// <param name="left">Where the picture's first column lies on the other.</param>
    /// <param name="top">Where its first row lies on the other.</param>
    /// <param name="opacity">Of the picture, 0..1.</param>
    public void MixInto(SKCanvas onto, Sheet? target, int left, int top, float opacity, SKBlendMode blend)
    {
        var strength = (int)(opacity * 255 + 0.5f);
        if (target is not null && onto.IsClipRect && blend is SKBlendMode.SrcOver or SKBlendMode.DstIn or SKBlendMode.DstOut or SKBlendMode.SrcATop)
        {
            var clip = SKRectI.Intersect(onto.DeviceClipBounds, target.Whole);
            Mix(target, clip, SKRectI.Intersect(clip, new(left, top, left + Width, top + Height)), left, top, strength, blend);
            return;
        }
        using var image = Image();
        using var paint = new SKPaint { BlendMode = blend, ColorF = new SKColorF(0, 0, 0, opacity) };
        onto.Save();
        onto.ResetMatrix();
        if (blend == SKBlendMode.DstIn)
        {
            // What cuts others acts where it is not, too.
            onto.SaveLayer(paint);
            onto.DrawImage(image, left, top, SKSamplingOptions.Default);
            onto.Restore();
        }
        else
        {
            onto.DrawImage(image, left, top, SKSamplingOptions.Default, paint);
        }
        onto.Restore();
    }

    private void Mix(Sheet target, SKRectI clip, SKRectI both, int left, int top, int strength, SKBlendMode blend)
    {
        if (blend == SKBlendMode.DstIn)
        {
            target.Clear(clip, both);
        }
        for (var y = both.Top; y < both.Bottom; y++)
        {
            uint* from = Row(y - top) + both.Left - left,
                to = target.Row(y) + both.Left;
            if (blend == SKBlendMode.SrcOver)
            {
                Compositing.Over(from, to, both.Width, strength);
            }
            else if (blend == SKBlendMode.SrcATop)
            {
                Compositing.Atop(from, to, both.Width, strength);
            }
            else
            {
                Compositing.Cut(from, to, both.Width, strength, blend == SKBlendMode.DstOut);
            }
        }
    }

    /// <summary>Empties a part but for what lies within another.</summary>
    private void Clear(SKRectI part, SKRectI but)
    {
        for (var y = part.Top; y < part.Bottom; y++)
        {
            var there = y >= but.Top && y < but.Bottom && but.Width > 0;
            var (end, begin) = there ? (but.Left, but.Right) : (part.Right, part.Right);
            new Span<uint>(Row(y) + part.Left, end - part.Left).Clear();
            new Span<uint>(Row(y) + begin, part.Right - begin).Clear();
        }
    }

    public void Dispose()
    {
        surface.Dispose();
        blocks?.Give(block);
    }

    private static byte* Taken(Blocks blocks, int width, int height, out Blocks.Block block)
    {
        block = blocks.Take((long)width * height * 4);
        return block.Data;
    }
}
