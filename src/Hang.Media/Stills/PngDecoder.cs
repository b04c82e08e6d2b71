using Hang.Scene;
using SkiaSharp;

namespace Hang.Media.Stills;

/// <summary>Reads PNG stills again.</summary>
internal static class PngDecoder
{
    /// <returns>RGBA as it stands in the file, rows from the top.</returns>
    /// <exception cref="ProblemException">It is no picture, or a damaged one.</exception>
    public static byte[] Decode(byte[] still, string name)
    {
        using var data = SKData.CreateCopy(still);
        using var codec = SKCodec.Create(data) ?? throw new ProblemException($"{name} is no picture.", $"Hand it off again.", field: "file");
        var info = new SKImageInfo(codec.Info.Width, codec.Info.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul);
        var rgba = new byte[info.BytesSize];
        return Fill(codec, info, rgba) ? rgba : throw new ProblemException($"{name} is damaged.", $"Hand it off again.", field: "file");
    }

    private static unsafe bool Fill(SKCodec codec, SKImageInfo info, byte[] rgba)
    {
        fixed (byte* pixels = rgba)
        {
            return codec.GetPixels(info, (IntPtr)pixels) == SKCodecResult.Success;
        }
    }
}
