using static Hang.Media.Movies.Atom;

namespace Hang.Media.Movies;

/// <summary>The samples of one track: where each lies and how long it is. Every sample lasts as long as the others.</summary>
/// <param name="scale">Units of time in a second.</param>
/// <param name="step">Units that a sample lasts.</param>
internal sealed class MovTrack(uint scale, uint step)
{
    // A reader loads a chunk at a time: a short one is soon there.
    private const int MostInChunk = 16;
    private readonly List<uint> sizes = [];
    private readonly List<(ulong At, uint Count)> chunks = [];
    private ulong end;

    public uint Scale => scale;

    public uint Step => step;

    public uint Count => (uint)sizes.Count;

    public uint Duration => Count * step;

    /// <summary>Notes a sample that was written.</summary>
    /// <param name="at">Place in the file, in bytes.</param>
    public void Add(ulong at, int size)
    {
        if (chunks.Count > 0 && at == end && chunks[^1].Count < MostInChunk)
        {
            chunks[^1] = (chunks[^1].At, chunks[^1].Count + 1);
        }
        else
        {
            chunks.Add((at, 1));
        }
        sizes.Add((uint)size);
        end = at + (ulong)size;
    }

    /// <summary>The table of samples, behind the description of what they are.</summary>
    public byte[] Table(byte[] description)
    {
        var runs = new List<byte[]>();
        for (var i = 0; i < chunks.Count; i++)
        {
            if (i == 0 || chunks[i].Count != chunks[i - 1].Count)
            {
                runs.Add([.. U32((uint)i + 1), .. U32(chunks[i].Count), .. U32(1)]);
            }
        }
        var lengths = new byte[12 + 4 * sizes.Count];
        U32(Count).CopyTo(lengths, 8);
        for (var i = 0; i < sizes.Count; i++)
        {
            U32(sizes[i]).CopyTo(lengths, 12 + 4 * i);
        }
        return Of(
            "stbl",
            Of("stsd", U32(0), U32(1), description),
            Of("stts", U32(0), U32(1), U32(Count), U32(step)),
            Of("stsc", U32(0), U32((uint)runs.Count), [.. runs.SelectMany(r => r)]),
            Of("stsz", lengths),
            Places([.. chunks.Select(c => c.At)])
        );
    }

    /// <summary>Where chunks lie in the file, in 64 bits where 32 are not enough.</summary>
    public static byte[] Places(ulong[] chunks)
    {
        var isLarge = chunks.Length > 0 && chunks[^1] > uint.MaxValue;
        var places = new byte[8 + chunks.Length * (isLarge ? 8 : 4)];
        U32((uint)chunks.Length).CopyTo(places, 4);
        for (var i = 0; i < chunks.Length; i++)
        {
            (isLarge ? U64(chunks[i]) : U32((uint)chunks[i])).CopyTo(places, 8 + i * (isLarge ? 8 : 4));
        }
        return Of(isLarge ? "co64" : "stco", places);
    }
}
