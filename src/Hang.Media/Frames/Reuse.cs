using System.Collections.Concurrent;
using Hang.Core.Handoff;

namespace Hang.Media.Frames;

/// <summary>
/// What one file leaves to the next that is alike: scenes that are painted, tiles that are encoded by an encoder that still runs, slices that are proved.
/// Whoever makes several files has one and gives it to each of them; any number of files may use it at once.
/// </summary>
public sealed class Reuse : IDisposable
{
    private readonly ConcurrentDictionary<Type, ILastOf> last = new();
    private readonly Lock door = new();
    private (string Alike, PaintedTiles Tiles)? painted;

    /// <summary>What was learnt of the last file that can be learnt as such.</summary>
    /// <param name="patience">How long it is kept; null: until another is. The first that asks decides.</param>
    internal LastOf<T> Last<T>(TimeSpan? patience = null)
        where T : class => (LastOf<T>)last.GetOrAdd(typeof(T), _ => new LastOf<T>(patience));

    /// <summary>The memory of frames of a size, an alpha and a backing. Of one kind of frames it is kept.</summary>
    internal PaintedTiles Painted(int width, int height, HandoffPlan plan)
    {
        var alike = $"{width} {height} {plan.HasAlpha} {plan.Premultiplied} {plan.Backing}";
        lock (door)
        {
            if (painted is not { } kept || kept.Alike != alike)
            {
                painted = kept = (alike, new(TileRing.ForSeveral));
            }
            return kept.Tiles;
        }
    }

    /// <summary>Forgets all of it, so that the next file begins as the first did.</summary>
    public void Forget()
    {
        foreach (var each in last.Values)
        {
            each.Forget();
        }
        lock (door)
        {
            painted = null;
        }
    }

    /// <summary>Ends the encoders that wait for more.</summary>
    public void Dispose() => Forget();
}
