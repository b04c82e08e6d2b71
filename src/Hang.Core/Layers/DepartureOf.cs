using Hang.Core.Contents;
using Hang.Scene.Phases;

namespace Hang.Core.Layers;

/// <summary>When a layer goes off, read from its keyframes.</summary>
public static class DepartureOf
{
    /// <summary>
    /// The motion that begins in Leave, or, where none does, the last one that runs on into it. The room for pieces before it is what is left of Leave;
    /// where that is less, half as long as the motion itself, so that they still go one after the other.
    /// Null for a layer that does not move in Leave.
    /// </summary>
    /// <param name="phases">Of the graphic that the layer is in.</param>
    /// <param name="start">Frame at which that graphic begins.</param>
    public static Departing? Layer(Layer layer, PhaseLengths phases, int start = 0)
    {
        var leave = start + phases.LeaveStart;
        var changes = layer.Mentioned().SelectMany(m => m.Channel.Changes).Where(c => c.To.At > leave).ToArray();
        if (changes.Length == 0)
        {
            return null;
        }
        var begun = changes.Where(c => c.From.At >= leave).ToArray();
        var first = begun.Length > 0 ? begun.Min(c => c.From.At) : changes.Max(c => c.From.At);
        var room = Math.Max(first - leave, (changes.Max(c => c.To.At) - first) / 2);
        var from = Math.Max(first - room, Math.Min(first, start + phases.HoldStart));
        return new(from, first - from);
    }
}
