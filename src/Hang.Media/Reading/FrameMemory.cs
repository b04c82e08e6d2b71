using System.Collections.Concurrent;

namespace Hang.Media.Reading;

/// <summary>
/// Memory for the frames of one file, used again: they are many megabytes each, and the collector, left to itself, comes round only after many of them.
/// Whatever nobody gives back is its own again.
/// </summary>
internal sealed class FrameMemory
{
    private readonly ConcurrentDictionary<int, ConcurrentBag<byte[]>> free = [];

    /// <summary>An array of a length, holding anything.</summary>
    public byte[] Take(int length) =>
        free.TryGetValue(length, out var some) && some.TryTake(out var bytes) ? bytes : GC.AllocateUninitializedArray<byte>(length);

    /// <summary>Takes an array back that nobody reads any more.</summary>
    public void Give(byte[] bytes) => free.GetOrAdd(bytes.Length, _ => []).Add(bytes);
}
