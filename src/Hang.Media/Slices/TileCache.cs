namespace Hang.Media.Slices;

/// <summary>The tiles that were encoded, by the hash of their pixels. It holds a bounded number: then it is emptied, since motion seldom returns to what was long ago.</summary>
internal sealed class TileCache
{
    // A tile's slices are 1 to 6 kB.
    private const int Most = 1 << 14;
    private readonly Dictionary<UInt128, Tile> tiles = [];

    public bool TryGet(UInt128 hash, out Tile tile) => tiles.TryGetValue(hash, out tile);

    public void Keep(UInt128 hash, Tile tile)
    {
        if (tiles.Count >= Most)
        {
            tiles.Clear();
        }
        tiles[hash] = tile;
    }
}
