using Hang.Media.Rendering;
using SkiaSharp;

namespace Hang.Media.Stills;

/// <summary>PNG stills (ISO/IEC 15948) of painted frames: always straight alpha, sRGB.</summary>
public static class PngEncoder
{
    private static readonly SKPngEncoderOptions Options = new(SKPngEncoderFilterFlags.Sub, 6);

    /// <summary>Encodes a frame; colour under zero alpha is kept.</summary>
    public static unsafe byte[] Encode(PaintedFrame frame)
    {
        fixed (byte* pixels = frame.Pixels)
        {
            var info = new SKImageInfo(frame.Width, frame.Height, SKColorType.Rgba8888, frame.HasAlpha ? SKAlphaType.Unpremul : SKAlphaType.Opaque, SKColorSpace.CreateSrgb());
            using var pixmap = new SKPixmap(info, (IntPtr)pixels, frame.Width * 4);
            using var data = pixmap.Encode(Options) ?? throw new InvalidOperationException("The still could not be encoded.");
            return data.ToArray();
        }
    }
}
