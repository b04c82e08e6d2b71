using Hang.Core.Sounds;
using Hang.Media.Frames;
using Hang.Media.Sounds;
using Hang.Scene.Time;
using static Hang.Media.Movies.Atom;

namespace Hang.Media.Movies;

/// <summary>The sound of a QuickTime file: PCM of 24 bits in chunks between the pictures, so that a reader has both at hand.</summary>
internal sealed class MovSound(SoundTrack track) : IDisposable
{
    private const int ChunkSamples = SampleClock.Rate / 2;
    private readonly FileStream wave = File.OpenRead(track.Path);
    private readonly List<(ulong At, uint Count)> chunks = [];
    private long written;

    public uint Count => (uint)track.Count;

    /// <summary>Writes the chunks that begin before a sample.</summary>
    public void WriteUpTo(Stream file, long sample)
    {
        while (written < Math.Min(sample, track.Count))
        {
            var count = (int)Math.Min(ChunkSamples, track.Count - written);
            var bytes = SoundTrack.Read(wave, written, count);
            for (var i = 0; i < bytes.Length; i += 3)
            {
                (bytes[i], bytes[i + 2]) = (bytes[i + 2], bytes[i]);
            }
            chunks.Add(((ulong)file.Position, (uint)count));
            file.Write(bytes);
            written += count;
        }
    }

    /// <summary>The table of samples.</summary>
    public byte[] Table()
    {
        // Version 1 of a sound's description: one sample a packet, 3 bytes a channel; big-endian.
        var description = Of(
            "in24",
            new byte[6],
            U16(1),
            U16(1),
            U16(0),
            U32(0),
            U16(ISamples.Channels),
            U16(16),
            U16(0),
            U16(0),
            U32((uint)SampleClock.Rate << 16),
            U32(1),
            U32(3),
            U32(BroadcastWave.SampleBytes),
            U32(2),
            Of("wave", Of("frma", Latin("in24")), Of("enda", U16(0)), U32(8), U32(0)),
            // Left and right.
            Of("chan", U32(0), U32(0x650002), U32(0), U32(0))
        );
        var runs = new List<byte[]>();
        for (var i = 0; i < chunks.Count; i++)
        {
            if (i == 0 || chunks[i].Count != chunks[i - 1].Count)
            {
                runs.Add([.. U32((uint)i + 1), .. U32(chunks[i].Count), .. U32(1)]);
            }
        }
        return Of(
            "stbl",
            Of("stsd", U32(0), U32(1), description),
            Of("stts", U32(0), U32(1), U32(Count), U32(1)),
            Of("stsc", U32(0), U32((uint)runs.Count), [.. runs.SelectMany(r => r)]),
            // All samples are of one size.
            Of("stsz", U32(0), U32(BroadcastWave.SampleBytes), U32(Count)),
            MovTrack.Places([.. chunks.Select(c => c.At)])
        );
    }

    public void Dispose() => wave.Dispose();
}
