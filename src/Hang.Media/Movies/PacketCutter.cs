using System.Buffers.Binary;

namespace Hang.Media.Movies;

/// <summary>Cuts an encoder's bare output into samples. Both kinds begin each sample with its own length.</summary>
internal static class PacketCutter
{
    private const int Header = 4;

    /// <summary>The next sample of ProRes (SMPTE RDD 36: frame_size) or of run-length coding (its chunk size), whole.</summary>
    /// <returns>Null at the end.</returns>
    /// <exception cref="EndOfStreamException">The output broke off within a sample.</exception>
    public static async Task<byte[]?> NextAsync(Stream output, CancellationToken cancel)
    {
        var header = new byte[Header];
        var read = await output.ReadAtLeastAsync(header, Header, false, cancel);
        if (read == 0)
        {
            return null;
        }
        if (read < Header)
        {
            throw new EndOfStreamException("The encoder broke off within a sample.");
        }
        var length = BinaryPrimitives.ReadInt32BigEndian(header) & 0x3FFFFFFF;
        var sample = new byte[Math.Max(Header, length)];
        header.CopyTo(sample, 0);
        await output.ReadExactlyAsync(sample.AsMemory(Header), cancel);
        return sample;
    }
}
