using Hang.Scene.Colour;
using SkiaSharp;

namespace Hang.Paint.Pictures;

/// <summary>
/// Takes a flat ground out of a picture. Colours as near to the ground as the tolerance go, those beyond half as much again stay, and between them the edge is
/// taken apart: what is mixed with the ground there is divided into ground and colour, so that no rim of it stays.
/// </summary>
internal static class Knockout
{
    private const double Edge = 0.5,
        LeastEdge = 0.02;

    /// <summary>The picture with straight alpha, without its ground.</summary>
    public static SKBitmap Of(SKBitmap picture, Rgba ground, double tolerance)
    {
        var made = new SKBitmap(new SKImageInfo(picture.Width, picture.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        using (var pixmap = picture.PeekPixels())
        {
            if (!pixmap.ReadPixels(made.Info, made.GetPixels(), made.RowBytes))
            {
                throw new InvalidOperationException("The picture's pixels cannot be read.");
            }
        }
        var (gr, gg, gb) = (ground.R * 255, ground.G * 255, ground.B * 255);
        var room = Math.Max(LeastEdge, tolerance * Edge);
        var pixels = made.GetPixelSpan();
        unsafe
        {
            fixed (byte* p = pixels)
            {
                for (var i = 0; i < pixels.Length; i += 4)
                {
                    var (r, g, b) = (p[i] - gr, p[i + 1] - gg, p[i + 2] - gb);
                    var far = Math.Sqrt((r * r + g * g + b * b) / 3) / 255;
                    var share = Math.Clamp((far - tolerance) / room, 0, 1);
                    if (share < 1)
                    {
                        p[i + 3] = (byte)Math.Round(p[i + 3] * share);
                        if (share > 0)
                        {
                            p[i] = Byte(gr + r / share);
                            p[i + 1] = Byte(gg + g / share);
                            p[i + 2] = Byte(gb + b / share);
                        }
                    }
                }
            }
        }
        return made;
    }

    private static byte Byte(double value) => (byte)Math.Clamp(Math.Round(value), 0, 255);
}
