using System.Buffers.Binary;
using System.IO.Hashing;

namespace Hang.Media.Stills;

/// <summary>The pieces of a PNG (ISO/IEC 15948): its chunks, and pixels as they lie in them, by filter type 1.</summary>
internal static class PngChunks
{
    private const byte Rgb = 2,
        Rgba = 6,
        Sub = 1;

    public static ReadOnlySpan<byte> Signature => [137, 80, 78, 71, 13, 10, 26, 10];

    /// <summary>What a picture begins with: the signature, its size and kind, and that it is sRGB of perceptual intent.</summary>
    public static void Begin(Stream to, int width, int height, bool hasAlpha)
    {
        to.Write(Signature);
        Span<byte> header = stackalloc byte[13];
        BinaryPrimitives.WriteInt32BigEndian(header, width);
        BinaryPrimitives.WriteInt32BigEndian(header[4..], height);
        header[8] = 8;
        header[9] = hasAlpha ? Rgba : Rgb;
        Write(to, "IHDR"u8, header);
        Write(to, "sRGB"u8, [0]);
    }

    public static void Write(Stream to, ReadOnlySpan<byte> name, ReadOnlySpan<byte> data)
    {
        Span<byte> number = stackalloc byte[4];
        BinaryPrimitives.WriteInt32BigEndian(number, data.Length);
        to.Write(number);
        to.Write(name);
        to.Write(data);
        var crc = new Crc32();
        crc.Append(name);
        crc.Append(data);
        BinaryPrimitives.WriteUInt32BigEndian(number, crc.GetCurrentHashAsUInt32());
        to.Write(number);
    }

    /// <summary>Pixels, filtered and compressed.</summary>
    /// <param name="pixels">RGBA, of which alpha is left out where the picture has none.</param>
    public static byte[] Pack(ReadOnlySpan<byte> pixels, int width, int height, bool hasAlpha) => DeflatedRows.Pack(pixels, width, height, hasAlpha, Sub);
}
