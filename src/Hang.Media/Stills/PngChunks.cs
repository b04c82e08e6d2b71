using System.Buffers.Binary;
using System.IO.Compression;
using System.IO.Hashing;
using System.Numerics;

namespace Hang.Media.Stills;

/// <summary>
/// The pieces of a PNG (ISO/IEC 15948): its chunks, and pixels as they lie in them: each byte less that of the pixel before it (filter type 1), compressed by
/// the platform's zlib, which passes over empty stretches ten times as fast as the one that comes with Skia.
/// </summary>
internal static class PngChunks
{
    private const int Level = 5;
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
    public static byte[] Pack(ReadOnlySpan<byte> pixels, int width, int height, bool hasAlpha)
    {
        using var packed = new MemoryStream();
        using (var zlib = new ZLibStream(packed, new ZLibCompressionOptions { CompressionLevel = Level }, true))
        {
            Filter(pixels, width, height, hasAlpha, zlib);
        }
        return packed.ToArray();
    }

    private static void Filter(ReadOnlySpan<byte> pixels, int width, int height, bool hasAlpha, ZLibStream zlib)
    {
        var (length, size) = (width * 4, hasAlpha ? 4 : 3);
        var filtered = new byte[1 + width * size];
        var opaque = new byte[hasAlpha ? 0 : width * size];
        filtered[0] = Sub;
        for (var y = 0; y < height; y++)
        {
            var row = pixels.Slice(y * length, length);
            if (!hasAlpha)
            {
                for (var x = 0; x < width; x++)
                {
                    row.Slice(4 * x, 3).CopyTo(opaque.AsSpan(3 * x));
                }
                row = opaque;
            }
            row[..size].CopyTo(filtered.AsSpan(1));
            Less(row[size..], row[..^size], filtered.AsSpan(1 + size));
            zlib.Write(filtered);
        }
    }

    /// <summary>The difference of bytes, modulo 256.</summary>
    private static void Less(ReadOnlySpan<byte> of, ReadOnlySpan<byte> by, Span<byte> to)
    {
        var i = 0;
        for (; i <= of.Length - Vector<byte>.Count; i += Vector<byte>.Count)
        {
            (new Vector<byte>(of[i..]) - new Vector<byte>(by[i..])).CopyTo(to[i..]);
        }
        for (; i < of.Length; i++)
        {
            to[i] = (byte)(of[i] - by[i]);
        }
    }
}
