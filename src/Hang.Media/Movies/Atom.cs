using System.Buffers.Binary;

namespace Hang.Media.Movies;

/// <summary>
/// The pieces that a QuickTime file is made of (Apple, QuickTime File Format): big-endian numbers, and atoms, each with its length and its name before its
/// parts.
/// </summary>
internal static class Atom
{
    /// <summary>The identity of a picture's place: a 3 x 3 matrix in fixed point.</summary>
    public static byte[] Identity { get; } =
    [.. U32(0x10000), .. U32(0), .. U32(0), .. U32(0), .. U32(0x10000), .. U32(0), .. U32(0), .. U32(0), .. U32(0x40000000)];

    public static byte[] Of(string name, params byte[][] parts) => [.. U32((uint)(8 + parts.Sum(p => p.Length))), .. Latin(name), .. parts.SelectMany(p => p)];

    public static byte[] U16(int value)
    {
        var bytes = new byte[2];
        BinaryPrimitives.WriteUInt16BigEndian(bytes, (ushort)value);
        return bytes;
    }

    public static byte[] U32(uint value)
    {
        var bytes = new byte[4];
        BinaryPrimitives.WriteUInt32BigEndian(bytes, value);
        return bytes;
    }

    public static byte[] U64(ulong value)
    {
        var bytes = new byte[8];
        BinaryPrimitives.WriteUInt64BigEndian(bytes, value);
        return bytes;
    }

    public static byte[] Latin(string text) => System.Text.Encoding.Latin1.GetBytes(text);

    /// <summary>A text of a file's user data, in UTF-8; empty for an empty text.</summary>
    public static byte[] Words(string name, string text)
    {
        var bytes = System.Text.Encoding.UTF8.GetBytes(text);
        // 0x55C4: language "und" in packed ISO 639-2.
        return text.Length == 0 ? [] : Of(name, U16(bytes.Length), U16(0x55C4), bytes);
    }
}
