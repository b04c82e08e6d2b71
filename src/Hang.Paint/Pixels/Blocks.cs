using System.Runtime.InteropServices;

namespace Hang.Paint.Pixels;

/// <summary>
/// Blocks of native memory for pictures within a frame, used again: a fresh block costs more than the picture it is for, since every page of it is handed out
/// anew. What nobody holds is kept up to a limit. Serves one thread.
/// </summary>
internal sealed unsafe class Blocks : IDisposable
{
    /// <summary>Bytes that may lie here unused.</summary>
    private const long Most = 48 << 20;

    /// <summary>Vectors read and write whole, so each block is longer than asked for by this.</summary>
    private const int Beyond = 256;

    private readonly List<Block> free = [];
    private long unused;

    /// <summary>A block of at least so many bytes, holding anything.</summary>
    public Block Take(long bytes)
    {
        var best = -1;
        for (var i = 0; i < free.Count; i++)
        {
            if (free[i].Length >= bytes && (best < 0 || free[i].Length < free[best].Length))
            {
                best = i;
            }
        }
        // One that is far too large stays for what needs it.
        if (best >= 0 && free[best].Length <= 4 * bytes + (1 << 16))
        {
            var found = free[best];
            free.RemoveAt(best);
            unused -= found.Length;
            return found;
        }
        return new((byte*)NativeMemory.AlignedAlloc((nuint)(bytes + Beyond), 64), bytes);
    }

    /// <summary>Takes a block back.</summary>
    public void Give(Block block)
    {
        free.Add(block);
        unused += block.Length;
        while (unused > Most)
        {
            unused -= free[0].Length;
            NativeMemory.AlignedFree(free[0].Data);
            free.RemoveAt(0);
        }
    }

    public void Dispose()
    {
        foreach (var block in free)
        {
            NativeMemory.AlignedFree(block.Data);
        }
        free.Clear();
        unused = 0;
    }

    /// <param name="Length">Bytes that were asked for when it was made.</param>
    public readonly record struct Block(IntPtr At, long Length)
    {
        public Block(byte* data, long length)
            : this((IntPtr)data, length) { }

        public byte* Data => (byte*)At;
    }
}
