using System.Buffers.Binary;
using Hang.Media.Rendering;

namespace Hang.Media.Encoding;

/// <summary>
/// Raw frames with their times, as Matroska (RFC 9559) through a pipe: what a bare pipe of frames cannot say. Times are milliseconds; elements have the ids of
/// RFC 9559, section 5, and RFC 8794 says how their lengths are written.
/// </summary>
internal static class TimedFrames
{
    /// <summary>Arguments for ffmpeg to read such a pipe; it need not look ahead to know what comes.</summary>
    public static string[] Input { get; } = ["-fpsprobesize", "0", "-analyzeduration", "0", "-f", "matroska", "-i", "pipe:0"];

    /// <summary>What comes before the frames.</summary>
    public static byte[] Head(Delivery delivery) =>
    [
        .. Element(0x1A45DFA3, Text(0x4282, "matroska")),
        // A segment whose length is not known yet.
        0x18, 0x53, 0x80, 0x67, 0x01, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF,
        .. Element(0x1549A966, Number(0x2AD7B1, 1_000_000)),
        .. Element(0x1654AE6B, Element(0xAE, Number(0xD7, 1), Number(0x73C5, 1), Number(0x83, 1), Text(0x86, "V_UNCOMPRESSED"),
            Element(0xE0, Number(0xB0, delivery.Width), Number(0xBA, delivery.Height), Text(0x2EB524, "RGBA")))),
    ];

    /// <summary>What comes before a frame's pixels: a cluster of one block.</summary>
    /// <param name="milliseconds">When the frame begins to be shown.</param>
    public static byte[] Before(long milliseconds, int bytes)
    {
        var time = Number(0xE7, milliseconds);
        // Track 1, no time of its own, a key frame.
        byte[] block = [0xA3, .. Length(4 + bytes), 0x81, 0, 0, 0x80];
        return [0x1F, 0x43, 0xB6, 0x75, .. Length(time.Length + block.Length + bytes), .. time, .. block];
    }

    private static byte[] Element(uint id, params byte[][] parts) => [.. Id(id), .. Length(parts.Sum(p => p.Length)), .. parts.SelectMany(p => p)];

    private static byte[] Number(uint id, long value)
    {
        var bytes = new byte[8];
        BinaryPrimitives.WriteInt64BigEndian(bytes, value);
        return Element(id, bytes);
    }

    private static byte[] Text(uint id, string text) => Element(id, System.Text.Encoding.ASCII.GetBytes(text));

    private static byte[] Id(uint id)
    {
        var bytes = new byte[4];
        BinaryPrimitives.WriteUInt32BigEndian(bytes, id);
        return bytes[bytes.AsSpan().IndexOfAnyExcept((byte)0)..];
    }

    /// <summary>A length in eight bytes.</summary>
    private static byte[] Length(long length)
    {
        var bytes = new byte[8];
        BinaryPrimitives.WriteInt64BigEndian(bytes, length | (1L << 56));
        return bytes;
    }
}
