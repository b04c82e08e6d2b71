using System.Collections.Concurrent;

namespace Hang.Media.Frames;

/// <summary>
/// What was painted lately, as tiles: a scene that comes again, in another take or in the proof of the same file, is not painted again where only its
/// tiles are asked for. A bounded amount of it is kept.
/// </summary>
/// <param name="places">Tiles whose pixels are kept.</param>
internal sealed class PaintedTiles(int places)
{
    // 4 MB beside the tiles of several files.
    private const long HashBytesOfPlace = 1365;
    private readonly ConcurrentDictionary<UInt128, byte[]> scenes = new();
    private long hashBytes;

    /// <summary>The hashes of a scene's tiles, in the order of the grid; null where it was not painted lately.</summary>
    public byte[]? HashesOf(UInt128 scene) => scenes.GetValueOrDefault(scene);

    /// <summary>Pixels of tiles, as the grid extracts them.</summary>
    public TileRing Pixels { get; } = new(places);

    public void KeepHashes(UInt128 scene, byte[] hashes)
    {
        if (Interlocked.Add(ref hashBytes, hashes.Length) > places * HashBytesOfPlace)
        {
            scenes.Clear();
            Interlocked.Exchange(ref hashBytes, hashes.Length);
        }
        scenes[scene] = hashes;
    }
}
