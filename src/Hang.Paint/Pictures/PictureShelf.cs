using System.Collections.Concurrent;
using Hang.Core;
using SkiaSharp;

namespace Hang.Paint.Pictures;

/// <summary>Decoded pictures by content hash, decoded when first painted.</summary>
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

    private SKImage Decode(string hash)
    {
        using var data = bytes(hash) is { } file ? SKData.CreateCopy(file) : null;
        using var codec = data is null ? null : SKCodec.Create(data);
        using var bitmap = codec is null ? null : SKBitmap.Decode(codec, PictureFile.Decoded(codec.Info.Width, codec.Info.Height));
        if (bitmap is null)
        {
            throw new ProblemException("A picture of the graphic is missing or damaged.", "Add it again.", field: hash);
        }
        bitmap.SetImmutable();
        return SKImage.FromBitmap(bitmap);
    }
}
