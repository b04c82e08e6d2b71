namespace Hang.Media.Frames;

/// <summary>The pixels of the tiles that were painted last, in one piece of memory that does not grow: each new one takes the place of the oldest.</summary>
/// <param name="places">Tiles that it has room for, 1 or more.</param>
internal sealed class TileRing(int places)
{
    public const int TileBytes = TileGrid.TileWidth * TileGrid.TileHeight * TileGrid.PixelBytes;

    /// <summary>24 MB: the tiles that two rows of half the size of full HD have for themselves.</summary>
    public const int ForSeveral = 3072;

    /// <summary>4 MB, for a file that leaves nothing to another: what comes again in it is encoded already.</summary>
    public const int ForOne = 512;

    private readonly Lock door = new();
    private readonly byte[] room = GC.AllocateUninitializedArray<byte>(places * TileBytes);
    private readonly Dictionary<UInt128, (int Place, int Length)> found = new(places);
    private readonly UInt128[] at = new UInt128[places];
    private int next;

    public bool Has(UInt128 tile)
    {
        lock (door)
        {
            return found.ContainsKey(tile);
        }
    }

    /// <summary>Copies a tile's pixels.</summary>
    /// <param name="to">Room for <see cref="TileBytes"/>.</param>
    /// <returns>Their bytes; 0 where they are not remembered.</returns>
    public int Copy(UInt128 tile, Span<byte> to)
    {
        lock (door)
        {
            if (!found.TryGetValue(tile, out var where))
            {
                return 0;
            }
            room.AsSpan(where.Place * TileBytes, where.Length).CopyTo(to);
            return where.Length;
        }
    }

    public void Keep(UInt128 tile, ReadOnlySpan<byte> pixels)
    {
        lock (door)
        {
            if (found.ContainsKey(tile))
            {
                return;
            }
            found.Remove(at[next]);
            pixels.CopyTo(room.AsSpan(next * TileBytes));
            (at[next], found[tile]) = (tile, (next, pixels.Length));
            next = (next + 1) % places;
        }
    }
}
