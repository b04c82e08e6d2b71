using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Motion;

namespace Hang.Core.Edits;

/// <summary>Edits of named keyframes, channel by channel.</summary>
internal static class KeyGroups
{
    /// <exception cref="ProblemException">One of the keyframes is not there.</exception>
    public static void Demand(Graphic graphic, ImmutableArray<KeyPlace> keys)
    {
        foreach (var key in keys)
        {
            var layer = graphic.Layer(key.Layer);
            if (layer.At(key.Address).Channel.KeyAt(key.At) is null)
            {
                throw new ProblemException($"There is no keyframe at frame {key.At}.", $"It may have been moved; choose again.", layer.Name, key.Address.Text);
            }
        }
    }

    public static Graphic Change(Graphic graphic, ImmutableArray<KeyPlace> keys, Func<Channel, HashSet<int>, Channel> change)
    {
        Demand(graphic, keys);
        foreach (var group in keys.GroupBy(k => (k.Layer, k.Address)))
        {
            var place = graphic.Layer(group.Key.Layer).At(group.Key.Address);
            graphic = graphic.With(place.Put(change(place.Channel, group.Select(k => k.At).ToHashSet())));
        }
        return graphic;
    }

    /// <summary>Keyframes at other frames; all else stays.</summary>
    /// <param name="frame">The frame that a keyframe goes to.</param>
    /// <param name="change">What else changes in a keyframe that moves, given its channel's selected keyframes.</param>
    /// <exception cref="ProblemException">A keyframe would land on one that does not move, on another that does, or outside the graphic's time.</exception>
    public static Graphic Retime(
        Graphic graphic,
        ImmutableArray<KeyPlace> keys,
        Func<KeyPlace, int> frame,
        Func<ImmutableArray<Keyframe>, ImmutableArray<Keyframe>>? change = null
    )
    {
        Demand(graphic, keys);
        foreach (var group in keys.GroupBy(k => (k.Layer, k.Address)))
        {
            var place = graphic.Layer(group.Key.Layer).At(group.Key.Address);
            var channel = place.Channel;
            var to = group.DistinctBy(k => k.At).ToDictionary(k => k.At, frame);
            var chosen = channel.Keys.Where(k => to.ContainsKey(k.At)).ToImmutableArray();
            var moved = (change?.Invoke(chosen) ?? chosen).Zip(chosen, (k, old) => k with { At = to[old.At] }).ToArray();
            var all = channel.Keys.Where(k => !to.ContainsKey(k.At)).Concat(moved).ToArray();
            var clash = all.GroupBy(k => k.At).FirstOrDefault(g => g.Count() > 1);
            if (clash is not null)
            {
                throw new ProblemException(
                    $"Two keyframes would fall together at frame {clash.Key}.",
                    $"Choose another length or stagger, or move the keyframe that is in the way.",
                    place.Layer.Name,
                    place.Address.Text
                );
            }
            graphic = graphic.With(place.Put(Channel.Of(channel.Kind, all)));
        }
        return graphic;
    }
}
