using System.Collections.Concurrent;

namespace Hang.Media.Reading;

/// <summary>
/// Memory for the frames of one file, used again: they are many megabytes each, and the collector, left to itself, comes round only after many of them.
/// Whatever nobody gives back is its own again.
/// </summary>
internal sealed class FrameMemory
{
    private readonly ConcurrentBag<byte[]> free = [];
    private FrameMemory? other;

    /// <summary>Memory for the same frames with colour in full resolution, where this one is for fewer samples of it.</summary>
    public FrameMemory Unfolded => Other();

    /// <summary>Memory for the same frames with fewer samples of colour, where this one is for all.</summary>
    public FrameMemory Folded => Other();

    /// <summary>An array of a length, holding anything.</summary>
    public byte[] Take(int length)
    {
        while (free.TryTake(out var bytes))
        {
            if (bytes.Length == length)
            {
                return bytes;
            }
        }
        return GC.AllocateUninitializedArray<byte>(length);
    }

    private FrameMemory Other() => LazyInitializer.EnsureInitialized(ref other, () => new());

    /// <summary>Takes an array back that nobody reads any more.</summary>
    public void Give(byte[] bytes) => free.Add(bytes);
}
