using System.Buffers.Binary;

namespace Hang.Media.Movies;

/// <summary>Cuts an encoder's bare output into samples. Both kinds begin each sample with its own length.</summary>
internal sealed class PacketCutter(Stream output)
{
    private const int Header = 4;
    private byte[] room = new byte[1 << 16];

    /// <summary>
    /// The next sample of ProRes (SMPTE RDD 36: frame_size) or of run-length coding (its chunk size), whole. It is valid until the next one is asked for.
    /// </summary>
    /// <returns>Empty at the end.</returns>
    /// <exception cref="EndOfStreamException">The output broke off within a sample.</exception>
    public async Task<ReadOnlyMemory<byte>> NextAsync(CancellationToken cancel)
    {
        var read = await output.ReadAtLeastAsync(room.AsMemory(0, Header), Header, false, cancel);
        if (read == 0)
        {
            return default;
        }
        if (read < Header)
        {
            throw new EndOfStreamException("The encoder broke off within a sample.");
        }
        var length = Math.Max(Header, BinaryPrimitives.ReadInt32BigEndian(room) & 0x3FFFFFFF);
        if (length > room.Length)
        {
            // Half as much again: frames of one film are about as large as each other.
            Array.Resize(ref room, length + length / 2);
        }
        await output.ReadExactlyAsync(room.AsMemory(Header, length - Header), cancel);
        return room.AsMemory(0, length);
    }
}
