using System.Runtime.CompilerServices;
using Hang.Paint.Pixels;
using Hang.Scene;
using Hang.Scene.Values;
using SkiaSharp;

namespace Hang.Paint.Pictures;

/// <summary>
/// Decoded pictures by content hash, and without their ground by <see cref="PictureId"/>; decoded when first painted. As many are kept as there is room
/// for, those used last; one that is let go of lives as long as somebody paints it.
/// </summary>
/// <param name="bytes">Gives the file with that hash, or null.</param>
/// <param name="most">Room in bytes of pixels.</param>
/// <param name="groups">Room in bytes for finished pictures of groups; 0: each is painted for every frame.</param>
public sealed class PictureShelf(Func<string, byte[]?> bytes, long most = PictureShelf.Usual, long groups = PictureShelf.UsualGroups) : IDisposable
{
    /// <summary>Room for eight groups as large as a frame of full HD.</summary>
    public const long UsualGroups = 64L << 20;

    /// <summary>Room for five of the largest pictures that are taken.</summary>
    public const long Usual = 512L * 1024 * 1024;

    private readonly Dictionary<string, LinkedListNode<Kept>> decoded = new(StringComparer.Ordinal);
    private readonly LinkedList<Kept> byUse = [];
    private readonly Lock gate = new();
    private long held;

    /// <summary>Finished pictures of groups, for all who paint from this shelf.</summary>
    internal KeptPictures Groups { get; } = new(groups);

    /// <summary>Forgets the pictures of groups, so that the next frames are painted as the first were.</summary>
    public void ForgetGroups() => Groups.Dispose();

    /// <summary>Bytes of pixels on the shelf.</summary>
    public long Held
    {
        get
        {
            lock (gate)
            {
                return held;
            }
        }
    }

    /// <exception cref="ProblemException">The picture is not to be had, or is damaged.</exception>
    public SKImage Get(string hash)
    {
        Kept entry;
        lock (gate)
        {
            if (decoded.TryGetValue(hash, out var node))
            {
                byUse.Remove(node);
                byUse.AddFirst(node);
                entry = node.Value;
            }
            else
            {
                entry = new(hash, new(() => Decode(hash)));
                decoded[hash] = byUse.AddFirst(entry);
            }
        }
        SKImage image;
        try
        {
            image = entry.Image.Value;
        }
        catch (ProblemException)
        {
            // It may be there the next time.
            lock (gate)
            {
                Remove(entry);
            }
            throw;
        }
        lock (gate)
        {
            if (entry.Bytes == 0 && decoded.GetValueOrDefault(hash)?.Value == entry)
            {
                held += entry.Bytes = Math.Max(1, (long)image.Info.RowBytes * image.Height);
                while (held > most && byUse.Last is { } last && last.Value != entry)
                {
                    Remove(last.Value);
                }
            }
        }
        return image;
    }

    public void Dispose()
    {
        Groups.Dispose();
        lock (gate)
        {
            foreach (var entry in byUse.Where(e => e.Image.IsValueCreated))
            {
                entry.Image.Value.Dispose();
            }
            byUse.Clear();
            decoded.Clear();
            held = 0;
        }
    }

    /// <summary>Takes one off the shelf. Within the gate. Somebody may be painting it: the collector, who is told how large it is, lets go of it.</summary>
    private void Remove(Kept entry)
    {
        if (decoded.TryGetValue(entry.Id, out var node) && node.Value == entry)
        {
            decoded.Remove(entry.Id);
            byUse.Remove(node);
            held -= entry.Bytes;
        }
    }

    private SKImage Decode(string id) => Weight.Of(Decode(id, PictureId.Parse(id) is { } cut ? bytes(cut.Hash) : bytes(id)));

    private static SKImage Decode(string id, byte[]? file)
    {
        using var data = file is null ? null : SKData.CreateCopy(file);
        using var codec = data is null ? null : SKCodec.Create(data);
        var bitmap = codec is null ? null : SKBitmap.Decode(codec, PictureFile.Decoded(codec.Info.Width, codec.Info.Height));
        if (bitmap is null)
        {
            throw new ProblemException($"A picture of the graphic is missing or damaged.", $"Add it again.", field: id);
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

    private sealed class Kept(string id, Lazy<SKImage> image)
    {
        public string Id => id;

        public Lazy<SKImage> Image => image;

        /// <summary>0 until it was decoded.</summary>
        public long Bytes { get; set; }
    }

    /// <summary>Tells the collector of the native memory behind a picture, so that it looks for those that nobody has any more.</summary>
    private sealed class Weight
    {
        private static readonly ConditionalWeakTable<SKImage, Weight> All = [];
        private readonly long bytes;

        private Weight(long bytes) => GC.AddMemoryPressure(this.bytes = Math.Max(1, bytes));

        ~Weight() => GC.RemoveMemoryPressure(bytes);

        public static SKImage Of(SKImage image)
        {
            All.Add(image, new((long)image.Info.RowBytes * image.Height));
            return image;
        }
    }
}
