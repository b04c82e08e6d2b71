using Hang.Media.Frames;

namespace Hang.Media.Stills;

/// <summary>PNG stills (ISO/IEC 15948) of painted frames: always straight alpha, sRGB.</summary>
public static class PngEncoder
{
    /// <summary>Encodes a frame; colour under zero alpha is kept.</summary>
    public static byte[] Encode(PaintedFrame frame)
    {
        var png = new MemoryStream();
        PngChunks.Begin(png, frame.Width, frame.Height, frame.HasAlpha);
        PngChunks.Write(png, "IDAT"u8, PngChunks.Pack(frame.Pixels, frame.Width, frame.Height, frame.HasAlpha));
        PngChunks.Write(png, "IEND"u8, []);
        return png.ToArray();
    }
}
