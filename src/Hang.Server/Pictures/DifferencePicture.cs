using Hang.Core.Evaluation;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using SkiaSharp;

namespace Hang.Server.Pictures;

/// <summary>What differs between two graphics as a small picture, PNG: what is alike faintly in grey, what is not in one strong colour.</summary>
internal static class DifferencePicture
{
    private const int Width = 340,
        Height = 190;

    /// <summary>Steps of 255 that count as other; less is no more than another rounding.</summary>
    private const int Other = 6;

    /// <summary>The share of the picture that differs, 0..1, and the picture. Both are shown at the frame that shows best what they are.</summary>
    public static (double Share, byte[] Png) Of(Evaluator before, Evaluator after, PictureShelf picturesBefore, PictureShelf picturesAfter)
    {
        var (wide, high) = (Math.Max(before.Graphic.Width, after.Graphic.Width), Math.Max(before.Graphic.Height, after.Graphic.Height));
        var scale = Math.Min(1, Math.Min((double)Width / wide, (double)Height / high));
        using var a = Painted(before, scale, wide, high, picturesBefore);
        using var b = Painted(after, scale, wide, high, picturesAfter);
        using var shown = new SKBitmap(new SKImageInfo(a.Width, a.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        var one = a.Pixels;
        var two = b.Pixels;
        var to = shown.GetPixelSpan();
        var other = 0;
        for (var i = 0; i < one.Length; i += 4)
        {
            var step = 0;
            for (var c = 0; c < 4; c++)
            {
                step = Math.Max(step, Math.Abs(one[i + c] - two[i + c]));
            }
            // Luma of BT.709, of the premultiplied picture: what is not there stays dark and see-through.
            var grey = (byte)(0.2126 * two[i] + 0.7152 * two[i + 1] + 0.0722 * two[i + 2]);
            (to[i], to[i + 1], to[i + 2], to[i + 3]) =
                step > Other ? ((byte)229, (byte)0, (byte)125, (byte)255) : (grey, grey, grey, (byte)(two[i + 3] * 2 / 5));
            other += step > Other ? 1 : 0;
        }
        using var png = shown.Encode(SKEncodedImageFormat.Png, 100);
        return (other / (double)(one.Length / 4), png.ToArray());
    }

    private static FrameCanvas Painted(Evaluator evaluator, double scale, int wide, int high, PictureShelf pictures)
    {
        var canvas = new FrameCanvas(Math.Max(1, (int)(wide * scale)), Math.Max(1, (int)(high * scale)), null, pictures);
        canvas.Paint(evaluator.At(evaluator.Graphic.Poster));
        return canvas;
    }
}
