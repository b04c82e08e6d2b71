using System.Buffers.Binary;
using Hang.Media.Frames;

namespace Hang.Media.Encoding;

/// <summary>
/// Frames with their times, as Matroska (RFC 9559) through a pipe: what a bare pipe of frames cannot say. Times are milliseconds; elements have the ids of
/// RFC 9559, section 5, and RFC 8794 says how their lengths are written.
/// </summary>
internal static class TimedFrames
{
    /// <summary>Arguments for ffmpeg to read such a pipe; it need not look ahead to know what comes.</summary>
    public static string[] Input { get; } = ["-fpsprobesize", "0", "-analyzeduration", "0", "-f", "matroska", "-i", "pipe:0"];

    /// <summary>What comes before raw frames.</summary>
    public static byte[] Head(Delivery delivery) => Head(delivery, "V_UNCOMPRESSED", [], Text(0x2EB524, "RGBA"));

    /// <summary>What comes before packets of a codec.</summary>
    /// <param name="codec">As Matroska calls it.</param>
    /// <param name="known">What must be known before the first.</param>
    /// <param name="matrix">Matrix coefficients after ITU-T H.273.</param>
    /// <param name="range">1 narrow, 2 full.</param>
    /// <param name="transfer">Transfer characteristics after ITU-T H.273.</param>
    public static byte[] Head(Delivery delivery, string codec, byte[] known, int matrix, int range, int transfer) =>
        Head(
            delivery,
            codec,
            [.. Element(0x63A2, known), .. Number(0x23E383, (long)Math.Round(1e9 * delivery.Rate.Denominator / delivery.Rate.Numerator))],
            // Primaries of BT.709.
            Element(0x55B0, Number(0x55B1, matrix), Number(0x55B9, range), Number(0x55BA, transfer), Number(0x55BB, 1))
        );

    private static byte[] Head(Delivery delivery, string codec, byte[] own, byte[] look) =>
        [
            .. Element(0x1A45DFA3, Text(0x4282, "matroska")),
            // A segment whose length is not known yet.
            0x18,
            0x53,
            0x80,
            0x67,
            0x01,
            0xFF,
            0xFF,
            0xFF,
            0xFF,
            0xFF,
            0xFF,
            0xFF,
            .. Element(0x1549A966, Number(0x2AD7B1, 1_000_000)),
            .. Element(
                0x1654AE6B,
                Element(
                    0xAE,
                    Number(0xD7, 1),
                    Number(0x73C5, 1),
                    Number(0x83, 1),
                    Text(0x86, codec),
                    own,
                    Element(0xE0, Number(0xB0, delivery.Width), Number(0xBA, delivery.Height), look)
                )
            ),
        ];

    /// <summary>The moment of a frame.</summary>
    /// <param name="frame">Place in the file.</param>
    public static long Milliseconds(Delivery delivery, int frame) => (long)Math.Round(frame * 1000.0 * delivery.Rate.Denominator / delivery.Rate.Numerator);

    /// <summary>What comes before a frame's bytes: a cluster of one block.</summary>
    /// <param name="milliseconds">When the frame begins to be shown.</param>
    /// <param name="standsAlone">True for one that needs no other.</param>
    public static byte[] Before(long milliseconds, int bytes, bool standsAlone = true)
    {
        var time = Number(0xE7, milliseconds);
        // Track 1, no time of its own, whether it is a key frame.
        byte[] block = [0xA3, .. Length(4 + bytes), 0x81, 0, 0, (byte)(standsAlone ? 0x80 : 0)];
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
