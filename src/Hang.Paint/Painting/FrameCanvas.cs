using System.Runtime.InteropServices;
using Hang.Paint.Pictures;
using Hang.Paint.Pixels;
using Hang.Scene.Colour;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>
/// A picture in memory that scenes are painted into: premultiplied RGBA, 8 bits, sRGB. Only what the scene before or the new one touches is
/// cleared and painted. Serves one thread.
/// </summary>
public sealed unsafe class FrameCanvas : IDisposable
{
    private readonly ScenePainter painter;
    private readonly Sheet sheet;
    private readonly byte* pixels;
    private readonly SKColor behind;

    /// <param name="width">Of the picture in pixels.</param>
    /// <param name="backing">Opaque colour behind the graphic, or null for none.</param>
    public FrameCanvas(int width, int height, Rgba? backing, PictureShelf pictures)
    {
        (Width, Height) = (width, height);
        painter = new(pictures);
        pixels = (byte*)NativeMemory.AllocZeroed((nuint)width * (nuint)height, 4);
        sheet = new((uint*)pixels, 0, 0, width, height);
        behind = backing is { } b ? SKColor.Parse((b with { A = 1 }).ToString()) : SKColors.Transparent;
        sheet.Canvas.Clear(behind);
    }

    public int Width { get; }

    public int Height { get; }

    /// <summary>Whole pixels that the last painted scene can have touched, by their edges.</summary>
    public Box InUse { get; private set; }

    /// <summary>The rows of the picture from the top, 4 bytes a pixel, without padding.</summary>
    public Span<byte> Pixels => new(pixels, Width * Height * 4);

    /// <summary>
    /// Paints a scene as large as the picture, whose sides are whole pixels: it is never short of a part of one. Everything else becomes the backing.
    /// </summary>
    public void Paint(SceneMoment scene)
    {
        var (x, y) = (Width / (double)scene.Width, Height / (double)scene.Height);
        var bounds = Scaled(scene.Bounds, x, y);
        var touched = bounds.Union(InUse);
        if (touched.IsEmpty)
        {
            return;
        }
        var canvas = sheet.Canvas;
        canvas.Save();
        canvas.ClipRect(new SKRect((float)touched.Left, (float)touched.Top, (float)touched.Right, (float)touched.Bottom));
        painter.Paint(sheet, scene, behind, SKMatrix.CreateScale((float)x, (float)y));
        canvas.Restore();
        canvas.Flush();
        InUse = bounds;
    }

    /// <summary>The picture as PNG; straight alpha, or opaque when there is a backing.</summary>
    public byte[] ToPng()
    {
        using var image = sheet.Image();
        using var data = image.Encode(SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }

    /// <summary>A part of the picture as PNG, no larger than the picture itself.</summary>
    /// <param name="part">In pixels; what lies outside of the picture is left out.</param>
    public byte[] ToPng(in Box part)
    {
        var (left, top) = (Math.Clamp((int)part.Left, 0, Width - 1), Math.Clamp((int)part.Top, 0, Height - 1));
        var (right, bottom) = (Math.Clamp((int)Math.Ceiling(part.Right), left + 1, Width), Math.Clamp((int)Math.Ceiling(part.Bottom), top + 1, Height));
        using var whole = sheet.Image();
        using var image = whole.Subset(new SKRectI(left, top, right, bottom));
        using var data = image.Encode(SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }

    public void Dispose()
    {
        painter.Dispose();
        sheet.Dispose();
        NativeMemory.Free(pixels);
    }

    private Box Scaled(Box box, double x, double y) =>
        box.IsEmpty
            ? Box.Empty
            : new Box(Math.Floor(box.Left * x) - 1, Math.Floor(box.Top * y) - 1, Math.Ceiling(box.Right * x) + 1, Math.Ceiling(box.Bottom * y) + 1).Intersect(
                new(0, 0, Width, Height)
            );
}
