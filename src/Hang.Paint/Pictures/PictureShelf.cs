using System.Collections.Concurrent;
using Hang.Core;
using Hang.Core.Contents;
using SkiaSharp;

namespace Hang.Paint.Pictures;

/// <summary>Decoded pictures by content hash, and without their ground by <see cref="PictureId"/>; decoded when first painted.</summary>
/// <param name="bytes">Gives the file with that hash, or null.</param>
public sealed class PictureShelf(Func<string, byte[]?> bytes) : IDisposable
{
    private readonly ConcurrentDictionary<string, Lazy<SKImage>> decoded = new(StringComparer.Ordinal);

    /// <exception cref="ProblemException">The picture is not to be had, or is damaged.</exception>
    public SKImage Get(string hash)
    {
        var entry = decoded.GetOrAdd(hash, h => new(() => Decode(h)));
        try
        {
            return entry.Value;
        }
        catch (ProblemException)
        {
            // It may be there the next time.
            decoded.TryRemove(new(hash, entry));
            throw;
        }
    }

    public void Dispose()
    {
        foreach (var image in decoded.Values.Where(i => i.IsValueCreated))
        {
            image.Value.Dispose();
        }
    }

    private SKImage Decode(string id) => Decode(id, PictureId.Parse(id) is { } cut ? bytes(cut.Hash) : bytes(id));

    private static SKImage Decode(string id, byte[]? file)
    {
        using var data = file is null ? null : SKData.CreateCopy(file);
        using var codec = data is null ? null : SKCodec.Create(data);
        var bitmap = codec is null ? null : SKBitmap.Decode(codec, PictureFile.Decoded(codec.Info.Width, codec.Info.Height));
        if (bitmap is null)
        {
            throw new ProblemException("A picture of the graphic is missing or damaged.", "Add it again.", field: id);
        }
        if (PictureId.Parse(id) is { } cut)
        {
            using var whole = bitmap;
            bitmap = Knockout.Of(whole, cut.Ground, cut.Tolerance);
        }
        using (bitmap)
        {
            bitmap.SetImmutable();
            return SKImage.FromBitmap(bitmap);
        }
    }

    /// <summary>A picture without its ground as a PNG file.</summary>
    /// <exception cref="ProblemException">The picture is damaged.</exception>
    public static byte[] WithoutGround(PictureId id, byte[] file)
    {
        using var image = Decode(id.ToString(), file);
        using var png = image.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }
}
