namespace Hang.Core.Contents;

/// <summary>When the pieces of a layer go off in their own way, each earlier than the last one, whose motion is the layer's as it is written.</summary>
/// <param name="From">First frame that belongs to going off; before it the pieces run as they came on.</param>
/// <param name="Room">Frames, 0 or more, by which the first piece may go before the last.</param>
public sealed record Departing(int From, int Room)
{
    /// <summary>Frames by which each piece goes before the last one.</summary>
    /// <param name="ranks">The place of each piece in the order of going, from 0.</param>
    /// <param name="every">Frames from one to the next; they are closer where the room is not enough for all.</param>
    public int[] Ahead(int[] ranks, int every)
    {
        var late = (long)ranks.DefaultIfEmpty().Max() * every;
        return [.. ranks.Select(r => late - (long)r * every).Select(a => (int)(late <= Room ? a : Math.Round((double)a * Room / late)))];
    }
}
