using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Values;
using SkiaSharp;

namespace Hang.Paint.Pictures;

/// <summary>A picture file that has been checked by its content.</summary>
/// <param name="Hash">"sha256-" and 64 hexadecimal digits.</param>
public sealed record PictureFile(string Hash, Asset Asset, byte[] Bytes)
{
    /// <summary>Checks a file by decoding all of it.</summary>
    /// <param name="name">The name it came with; nothing is concluded from it.</param>
    /// <exception cref="ProblemException">It is no PNG, JPEG or WebP, is damaged, or too large.</exception>
    public static PictureFile Read(string name, byte[] bytes)
    {
        var shown = Path.GetFileName(name) is { Length: > 0 } file ? file : "The picture";
        if (bytes.Length > PictureSources.Kind.MostBytes)
        {
            throw new ProblemException(
                $"{shown} is {bytes.Length / 1_000_000} MB large.",
                $"Use a file of {PictureSources.Kind.MostBytes / 1_000_000} MB or less.",
                field: "picture"
            );
        }
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        var type = codec?.EncodedFormat switch
        {
            SKEncodedImageFormat.Png => "image/png",
            SKEncodedImageFormat.Jpeg => "image/jpeg",
            SKEncodedImageFormat.Webp => "image/webp",
            _ => null,
        };
        if (codec is null || type is null)
        {
            throw new ProblemException($"{shown} is no PNG, JPEG or WebP picture.", $"Save it as one of these and try again.", field: "picture");
        }
        var (width, height) = (codec.Info.Width, codec.Info.Height);
        if ((long)width * height > Asset.MostPixels || width > short.MaxValue || height > short.MaxValue)
        {
            throw new ProblemException(
                $"{shown} is {width} x {height} pixels.",
                $"Make it smaller: {Asset.MostPixels / 1_000_000} million pixels at the most.",
                field: "picture"
            );
        }
        using var bitmap = new SKBitmap();
        if (!bitmap.TryAllocPixels(Decoded(width, height)) || codec.GetPixels(bitmap.Info, bitmap.GetPixels()) != SKCodecResult.Success)
        {
            throw new ProblemException($"{shown} is damaged or cut short.", $"Save it again and try once more.", field: "picture");
        }
        return new(
            HashKind.HashOf(bytes),
            new()
            {
                Name = shown,
                Type = type,
                Width = width,
                Height = height,
            },
            bytes
        );
    }

    /// <summary>How pictures are held for painting: premultiplied sRGB, 8 bits.</summary>
    internal static SKImageInfo Decoded(int width, int height) => new(width, height, SKColorType.Rgba8888, SKAlphaType.Premul);
}
