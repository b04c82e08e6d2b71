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
        int? begins = null, runsFrom = null;
        var ends = 0;
        foreach (var keys in layer.Mentioned().Select(m => m.Channel.Keys))
        {
            for (var i = 1; i < keys.Length; i++)
            {
                var (a, b) = (keys[i - 1], keys[i]);
                if (b.At <= leave || (a.Value.Equals(b.Value) && a.Bend is null && b.Bend is null))
                {
                    continue;
                }
                ends = Math.Max(ends, b.At);
                if (a.At >= leave)
                {
                    begins = Math.Min(begins ?? int.MaxValue, a.At);
                }
                else
                {
                    runsFrom = Math.Max(runsFrom ?? int.MinValue, a.At);
                }
            }
        }
        if ((begins ?? runsFrom) is not { } first)
        {
            return null;
        }
        var room = Math.Max(first - leave, (ends - first) / 2);
        var from = Math.Max(first - room, Math.Min(first, start + phases.HoldStart));
        return new(from, first - from);
    }
}
