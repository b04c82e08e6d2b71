using System.Collections.Concurrent;

namespace Hang.Media.Slices;

/// <summary>
/// The tiles that were encoded, by the hash of their pixels. It holds a bounded number: then it is emptied, since motion seldom returns to what was long
/// ago.
/// </summary>
/// <param name="tiles">Tiles of a frame.</param>
internal sealed class TileCache(int tiles)
{
    // A roll by whole pixels comes by the same tiles after 16 frames, the height of one. A tile's slices are 1 to 6 kB.
    private const int Phases = 16,
        Least = 1 << 8,
        Greatest = 1 << 15;
    private readonly int most = Math.Clamp(Phases * tiles, Least, Greatest);
    private readonly ConcurrentDictionary<UInt128, Tile> kept = new();
    private int count;

    public bool TryGet(UInt128 hash, out Tile tile) => kept.TryGetValue(hash, out tile);

    /// <summary>Called by one at a time.</summary>
    public void Keep(UInt128 hash, Tile tile)
    {
        if (++count > most)
        {
            kept.Clear();
            count = 1;
        }
        kept[hash] = tile;
    }
}
