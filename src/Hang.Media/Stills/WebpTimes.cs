using System.Buffers.Binary;

namespace Hang.Media.Stills;

/// <summary>How long the frames of an animated WebP stand (RFC 9649, section 2.7.1.1).</summary>
internal static class WebpTimes
{
    private const int FileHeader = 12,
        ChunkHeader = 8,
        DurationAt = 12,
        MostTime = 0xFFFFFF;

    /// <summary>Lets the last frame stand until a time.</summary>
    /// <param name="milliseconds">From the start of the first.</param>
    public static void End(string path, long milliseconds)
    {
        using var file = new FileStream(path, FileMode.Open, FileAccess.ReadWrite);
        var (before, last, at) = (0L, -1L, (long)FileHeader);
        Span<byte> header = stackalloc byte[ChunkHeader];
        Span<byte> time = stackalloc byte[3];
        while (at + ChunkHeader <= file.Length)
        {
            file.Position = at;
            file.ReadExactly(header);
            if (header[..4].SequenceEqual("ANMF"u8))
            {
                if (last >= 0)
                {
                    before += Read(file, last, time);
                }
                last = at + ChunkHeader + DurationAt;
            }
            var length = BinaryPrimitives.ReadUInt32LittleEndian(header[4..]);
            at += ChunkHeader + length + length % 2;
        }
        if (last >= 0)
        {
            var stands = (int)Math.Clamp(milliseconds - before, 1, MostTime);
            (time[0], time[1], time[2]) = ((byte)stands, (byte)(stands >> 8), (byte)(stands >> 16));
            file.Position = last;
            file.Write(time);
        }
    }

    private static int Read(FileStream file, long at, Span<byte> time)
    {
        file.Position = at;
        file.ReadExactly(time);
        return time[0] | (time[1] << 8) | (time[2] << 16);
    }
}
