using System.Buffers.Binary;
using System.IO.Hashing;
using System.Runtime.InteropServices;
using Hang.Scene.Geometry;

namespace Hang.Media.Frames;

/// <summary>
/// A picture cut into tiles, each as large as a whole slice: 128 x 16 pixels. The last column may be narrower; what is missing of a tile at the right
/// and bottom edge repeats its last pixels, as the encoder does.
/// </summary>
internal sealed class TileGrid(int width, int height)
{
    public const int TileWidth = 128,
        TileHeight = 16,
        PixelBytes = 4,
        HashBytes = 16;
    private const int Macroblock = 16;

    /// <summary>Columns of whole width.</summary>
    public int WholeColumns { get; } = width / TileWidth;

    public int Columns { get; } = (width + TileWidth - 1) / TileWidth;

    public int Rows { get; } = (height + TileHeight - 1) / TileHeight;

    public int Count => Columns * Rows;

    /// <summary>Width of the tiles in the narrower last column, in whole macroblocks; 0 when there is none.</summary>
    public int RestWidth { get; } = (width % TileWidth + Macroblock - 1) / Macroblock * Macroblock;

    public bool IsRest(int column) => column >= WholeColumns;

    /// <summary>A hash for each tile that is seen: 16 bytes, all zero for one without any pixel.</summary>
    /// <param name="inUse">Outside of it all pixels are zero or of one colour that is not.</param>
    public void Hash(ReadOnlySpan<byte> pixels, Box inUse, bool isOpaque, Span<byte> hashes)
    {
        hashes.Clear();
        Span<byte> tile = new byte[TileWidth * TileHeight * PixelBytes];
        var (first, last) =
            isOpaque ? (0, Rows - 1)
            : inUse.IsEmpty ? (0, -1)
            : ((int)inUse.Top / TileHeight, Math.Min(Rows - 1, (int)inUse.Bottom / TileHeight));
        for (var row = first; row <= last; row++)
        {
            for (var column = 0; column < Columns; column++)
            {
                var length = Extract(pixels, row, column, tile);
                if (length > 0)
                {
                    // The same pixels in a narrower tile make other slices.
                    BinaryPrimitives.WriteUInt128LittleEndian(
                        hashes[((row * Columns + column) * HashBytes)..],
                        XxHash128.HashToUInt128(tile[..length], IsRest(column) ? 1 : 0)
                    );
                }
            }
        }
    }

    /// <summary>Copies the pixels of a tile.</summary>
    /// <returns>Bytes of the tile; 0 when all of its pixels are zero.</returns>
    public int Extract(ReadOnlySpan<byte> pixels, int row, int column, Span<byte> tile)
    {
        var real = Math.Min(TileHeight, height - row * TileHeight);
        var wide = Math.Min(TileWidth, width - column * TileWidth);
        var padded = IsRest(column) ? RestWidth : TileWidth;
        var start = (row * TileHeight * width + column * TileWidth) * PixelBytes;
        var isSeen = false;
        for (var y = 0; y < real && !isSeen; y++)
        {
            isSeen = pixels.Slice(start + y * width * PixelBytes, wide * PixelBytes).ContainsAnyExcept((byte)0);
        }
        if (!isSeen)
        {
            return 0;
        }
        for (var y = 0; y < TileHeight; y++)
        {
            var from = pixels.Slice(start + Math.Min(y, real - 1) * width * PixelBytes, wide * PixelBytes);
            var to = tile.Slice(y * padded * PixelBytes, padded * PixelBytes);
            from.CopyTo(to);
            MemoryMarshal.Cast<byte, uint>(to[(wide * PixelBytes)..]).Fill(MemoryMarshal.Read<uint>(from[((wide - 1) * PixelBytes)..]));
        }
        return padded * TileHeight * PixelBytes;
    }
}
