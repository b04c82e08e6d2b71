using System.Runtime.InteropServices;

namespace Hang.Paint.Pixels;

/// <summary>
/// Finished pictures of groups by all that decides them, so that what stands, or only moves by whole pixels, is painted once for many frames. A picture is
/// kept when it is made for the second time, since most are never made again; as many as there is room for, those used last. Serves any number of threads.
/// </summary>
/// <param name="most">Room in bytes.</param>
internal sealed class KeptPictures(long most) : IDisposable
{
    /// <summary>How many pictures that were made once are remembered, without their pixels.</summary>
    private const int MostSeen = 1 << 14;

    private readonly Lock gate = new();
    private readonly Dictionary<UInt128, LinkedListNode<Picture>> found = [];
    private readonly LinkedList<Picture> byUse = [];
    private readonly HashSet<UInt128> seen = [];

    /// <summary>Bytes of pixels that are kept.</summary>
    public long Held { get; private set; }

    /// <summary>How often a picture was not painted because it was kept.</summary>
    public int Saved { get; private set; }

    /// <summary>A picture that is kept, to be given back by <see cref="Return"/>; null where there is none.</summary>
    public Picture? Take(UInt128 key)
    {
        lock (gate)
        {
            if (!found.TryGetValue(key, out var node))
            {
                return null;
            }
            byUse.Remove(node);
            byUse.AddFirst(node);
            node.Value.Users++;
            Saved++;
            return node.Value;
        }
    }

    public void Return(Picture picture)
    {
        lock (gate)
        {
            if (--picture.Users == 0)
            {
                picture.Dispose();
            }
        }
    }

    /// <summary>Keeps a copy of a picture that was made again.</summary>
    public unsafe void Keep(UInt128 key, Sheet sheet)
    {
        var bytes = 4L * sheet.Width * sheet.Height;
        lock (gate)
        {
            if (bytes > most || found.ContainsKey(key))
            {
                return;
            }
            if (seen.Add(key))
            {
                if (seen.Count > MostSeen)
                {
                    seen.Clear();
                }
                return;
            }
        }
        var pixels = (uint*)NativeMemory.Alloc((nuint)bytes);
        NativeMemory.Copy(sheet.Pixels, pixels, (nuint)bytes);
        var picture = new Picture(key, pixels, sheet.Width, sheet.Height);
        lock (gate)
        {
            if (!found.TryAdd(key, byUse.AddFirst(picture)))
            {
                byUse.RemoveFirst();
                picture.Dispose();
                return;
            }
            Held += bytes;
            while (Held > most)
            {
                Drop(byUse.Last!.Value);
            }
        }
    }

    /// <summary>Lets go of all; what is being drawn lives until it is given back.</summary>
    public void Dispose()
    {
        lock (gate)
        {
            while (byUse.Last is { } last)
            {
                Drop(last.Value);
            }
            seen.Clear();
        }
    }

    private void Drop(Picture picture)
    {
        found.Remove(picture.Key);
        byUse.RemoveLast();
        Held -= picture.Bytes;
        if (--picture.Users == 0)
        {
            picture.Dispose();
        }
    }

    /// <summary>Pixels as <see cref="Sheet"/> has them. Whoever forgets the whole store leaves it to the collector, who is told how large they are.</summary>
    public sealed unsafe class Picture : IDisposable
    {
        private bool isFree;

        public Picture(UInt128 key, uint* pixels, int width, int height)
        {
            Pixels = pixels;
            (Key, Width, Height) = (key, width, height);
            GC.AddMemoryPressure(Bytes);
        }

        ~Picture() => Dispose();

        public UInt128 Key { get; }

        public uint* Pixels { get; }

        public int Width { get; }

        public int Height { get; }

        public ReadOnlySpan<uint> All => new(Pixels, Width * Height);

        public long Bytes => 4L * Width * Height;

        /// <summary>Those who hold it, the store included.</summary>
        internal int Users { get; set; } = 1;

        public void Dispose()
        {
            if (!isFree)
            {
                isFree = true;
                NativeMemory.Free(Pixels);
                GC.RemoveMemoryPressure(Bytes);
                GC.SuppressFinalize(this);
            }
        }
    }
}
