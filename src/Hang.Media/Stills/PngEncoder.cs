using System.Buffers;
using System.Buffers.Binary;
using System.IO.Compression;
using System.IO.Hashing;
using System.Numerics;
using Hang.Media.Rendering;

namespace Hang.Media.Stills;

/// <summary>
/// PNG stills (ISO/IEC 15948) of painted frames: always straight alpha, sRGB. Each byte less that of the pixel before it (filter type 1), compressed by the
/// platform's zlib, which passes over empty stretches ten times as fast as the one that comes with Skia.
/// </summary>
public static class PngEncoder
{
    private const int Level = 5;
    private const byte Rgb = 2, Rgba = 6, Sub = 1;

    private static ReadOnlySpan<byte> Signature => [137, 80, 78, 71, 13, 10, 26, 10];

    /// <summary>Encodes a frame; colour under zero alpha is kept.</summary>
    public static byte[] Encode(PaintedFrame frame)
    {
        var png = new MemoryStream();
        png.Write(Signature);
        Span<byte> header = stackalloc byte[13];
        BinaryPrimitives.WriteInt32BigEndian(header, frame.Width);
        BinaryPrimitives.WriteInt32BigEndian(header[4..], frame.Height);
        header[8] = 8;
        header[9] = frame.HasAlpha ? Rgba : Rgb;
        Chunk(png, "IHDR"u8, header);
        // Perceptual intent.
        Chunk(png, "sRGB"u8, [0]);
        var packed = new MemoryStream();
        using (var zlib = new ZLibStream(packed, new ZLibCompressionOptions { CompressionLevel = Level }, true))
        {
            Filter(frame, zlib);
        }
        Chunk(png, "IDAT"u8, packed.GetBuffer().AsSpan(0, (int)packed.Length));
        Chunk(png, "IEND"u8, []);
        return png.ToArray();
    }

    private static void Filter(PaintedFrame frame, Stream to)
    {
        var (length, size) = (frame.Width * 4, frame.HasAlpha ? 4 : 3);
        var rows = ArrayPool<byte>.Shared.Rent(1 + frame.Width * size);
        var opaque = frame.HasAlpha ? [] : ArrayPool<byte>.Shared.Rent(frame.Width * size);
        for (var y = 0; y < frame.Height; y++)
        {
            ReadOnlySpan<byte> row = frame.Pixels.Slice(y * length, length);
            if (!frame.HasAlpha)
            {
                for (var x = 0; x < frame.Width; x++)
                {
                    row.Slice(4 * x, 3).CopyTo(opaque.AsSpan(3 * x));
                }
                row = opaque.AsSpan(0, frame.Width * 3);
            }
            var filtered = rows.AsSpan(0, 1 + row.Length);
            filtered[0] = Sub;
            row[..size].CopyTo(filtered[1..]);
            Less(row[size..], row[..^size], filtered[(1 + size)..]);
            to.Write(filtered);
        }
        ArrayPool<byte>.Shared.Return(rows);
        if (!frame.HasAlpha)
        {
            ArrayPool<byte>.Shared.Return(opaque);
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

    private static void Chunk(MemoryStream png, ReadOnlySpan<byte> name, ReadOnlySpan<byte> data)
    {
        Span<byte> number = stackalloc byte[4];
        BinaryPrimitives.WriteInt32BigEndian(number, data.Length);
        png.Write(number);
        png.Write(name);
        png.Write(data);
        var crc = new Crc32();
        crc.Append(name);
        crc.Append(data);
        BinaryPrimitives.WriteUInt32BigEndian(number, crc.GetCurrentHashAsUInt32());
        png.Write(number);
    }
}
