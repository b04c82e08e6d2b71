using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Placing;
using Hang.Scene.Time;

namespace Hang.Core.Sounds;

/// <summary>The frames of a graphic in which something begins to be heard.</summary>
public static class Beats
{
    /// <param name="onsets">Where something begins in the sound with that content hash, in samples.</param>
    /// <returns>Frames, rising; each is the nearest to what begins.</returns>
    public static ImmutableArray<int> Of(Graphic graphic, Func<string, IReadOnlyList<long>> onsets)
    {
        graphic = Unfolding.Heard(graphic);
        var beats = new SortedSet<int>();
        foreach (var layer in SoundMix.Heard(graphic, guides: true))
        {
            var (from, to, offset) = SoundPart.Heard(graphic, layer);
            foreach (var onset in onsets(layer.Content.Kind.Heard!.HashOf(layer.Content.Values)))
            {
                var at = onset - offset;
                var frame = (int)Math.Round(SampleClock.FrameOf(graphic.Rate, at), MidpointRounding.AwayFromZero);
                if (at >= from && at < to && frame < graphic.Phases.Total)
                {
                    beats.Add(frame);
                }
            }
        }
        return [.. beats];
    }
}
