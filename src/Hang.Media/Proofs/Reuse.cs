using Hang.Media.Frames;
using Hang.Media.Slices;

namespace Hang.Media.Proofs;

/// <summary>
/// What one file leaves to the next that is alike: scenes that are painted, tiles that are encoded by an encoder that still runs, slices that are proved.
/// </summary>
public static class Reuse
{
    /// <summary>Forgets all of it, so that a measurement begins as a fresh process would.</summary>
    public static void Forget()
    {
        SliceWriter.Forget();
        SliceComparison.Forget();
        PaintedTiles.Forget();
    }
}
