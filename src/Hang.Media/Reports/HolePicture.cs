using System.Runtime.InteropServices;
using Hang.Core.Checks.Frames;
using Hang.Core.Evaluation;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using SkiaSharp;

namespace Hang.Media.Reports;

/// <summary>Shows where a stinger's cover lets the picture below through.</summary>
public static class HolePicture
{
    private const int Width = 480,
        RingWidth = 3;
    private const uint Covered = 0xFF000000;
    private static readonly SKColor Signal = new(0xE5, 0x00, 0x7D);

    /// <summary>PNG: the frame, small, with all that is not covered in one loud colour, and a ring about the first such pixel.</summary>
    public static byte[] Png(Evaluator evaluator, PictureShelf pictures, Hole hole)
    {
        var graphic = evaluator.Graphic;
        using var canvas = new FrameCanvas(graphic.Width, graphic.Height, null, pictures);
        canvas.Paint(evaluator.At(hole.Frame));
        foreach (ref var pixel in MemoryMarshal.Cast<byte, uint>(canvas.Pixels))
        {
            pixel = pixel < Covered ? (uint)(Signal.Red | (Signal.Green << 8) | (Signal.Blue << 16)) | Covered : pixel;
        }
        var scale = Math.Min(1.0, (double)Width / graphic.Width);
        var size = new SKImageInfo(
            Math.Max(1, (int)(graphic.Width * scale)),
            Math.Max(1, (int)(graphic.Height * scale)),
            SKColorType.Rgba8888,
            SKAlphaType.Opaque
        );
        using var surface = SKSurface.Create(size);
        using var frame = SKImage.FromPixelCopy(
            new SKImageInfo(graphic.Width, graphic.Height, SKColorType.Rgba8888, SKAlphaType.Premul),
            canvas.Pixels.ToArray()
        );
        surface.Canvas.DrawImage(frame, SKRect.Create(size.Width, size.Height), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var ring = new SKPaint
        {
            Style = SKPaintStyle.Stroke,
            StrokeWidth = RingWidth,
            Color = Signal,
            IsAntialias = true,
        };
        surface.Canvas.DrawCircle((float)(hole.X * scale), (float)(hole.Y * scale), 14, ring);
        using var image = surface.Snapshot();
        using var data = image.Encode(SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }
}
