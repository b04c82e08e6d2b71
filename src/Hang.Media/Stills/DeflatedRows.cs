using System.IO.Compression;
using System.Numerics;

namespace Hang.Media.Stills;

/// <summary>
/// Rows of pixels as PNG (filter type 1) and TIFF (predictor 2) have them: each byte less that of the pixel before it, compressed by the platform's zlib, which
/// passes over empty stretches ten times as fast as the one that comes with Skia.
/// </summary>
internal static class DeflatedRows
{
    private const int Level = 5;

    /// <param name="pixels">RGBA, of which alpha is left out where the picture has none.</param>
    /// <param name="mark">What stands before each row; null: nothing.</param>
    public static byte[] Pack(ReadOnlySpan<byte> pixels, int width, int height, bool hasAlpha, byte? mark)
    {
        using var packed = new MemoryStream();
        using (var zlib = new ZLibStream(packed, new ZLibCompressionOptions { CompressionLevel = Level }, true))
        {
            Write(pixels, width, height, hasAlpha, mark, zlib);
        }
        return packed.ToArray();
    }

    private static void Write(ReadOnlySpan<byte> pixels, int width, int height, bool hasAlpha, byte? mark, ZLibStream zlib)
    {
        var (length, size, before) = (width * 4, hasAlpha ? 4 : 3, mark is null ? 0 : 1);
        var filtered = new byte[before + width * size];
        var opaque = new byte[hasAlpha ? 0 : width * size];
        filtered[0] = mark ?? 0;
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
            row[..size].CopyTo(filtered.AsSpan(before));
            Less(row[size..], row[..^size], filtered.AsSpan(before + size));
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
