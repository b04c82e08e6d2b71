using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Motion;

namespace Hang.Core.Edits;

/// <summary>Names one keyframe.</summary>
/// <param name="At">Its frame.</param>
public sealed record KeyPlace(string Layer, ChannelName Channel, int At);

/// <summary>Keys a channel at a frame with the value that it has there.</summary>
public sealed record AddKey(string Layer, ChannelName Channel, int At) : Edit
{
    public override string Describe(Graphic graphic) => $"Key {Channel} of {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic)
    {
        var layer = graphic.Layer(Layer);
        var channel = layer.Channels[Channel];
        return graphic.With(layer with { Channels = layer.Channels.With(Channel, channel.WithKey(At, channel.At(At), EditValue.NewFeel)) });
    }
}

/// <summary>Takes every keyframe from a channel; it keeps the value it has at a frame.</summary>
public sealed record ClearKeys(string Layer, ChannelName Channel, int At) : Edit
{
    public override string Describe(Graphic graphic) => $"Unkey {Channel} of {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic)
    {
        var layer = graphic.Layer(Layer);
        return graphic.With(layer with { Channels = layer.Channels.With(Channel, layer.Channels[Channel].At(At)) });
    }
}

/// <summary>Deletes keyframes.</summary>
public sealed record RemoveKeys(ImmutableArray<KeyPlace> Keys) : Edit
{
    public override string Describe(Graphic graphic) => Keys.Length == 1 ? "Delete a keyframe" : $"Delete {Keys.Length} keyframes";

    private protected override Graphic Change(Graphic graphic) =>
        KeyGroups.Change(graphic, Keys, (channel, frames) => channel.WithoutKeys(frames.Contains));
}

/// <summary>Moves keyframes in time, together. They stop at the ends of the graphic; a keyframe that they land on is replaced.</summary>
/// <param name="By">Frames, later when positive.</param>
public sealed record MoveKeys(ImmutableArray<KeyPlace> Keys, int By) : Edit
{
    public override string Describe(Graphic graphic) => Keys.Length == 1 ? "Move a keyframe" : $"Move {Keys.Length} keyframes";

    private protected override Graphic Change(Graphic graphic)
    {
        if (Keys.IsEmpty)
        {
            return graphic;
        }
        KeyGroups.Demand(graphic, Keys);
        var by = Math.Clamp(By, -Keys.Min(k => k.At), Math.Max(0, graphic.Phases.Total - 1 - Keys.Max(k => k.At)));
        return KeyGroups.Change(graphic, Keys, (channel, frames) =>
        {
            var moved = channel.Keys.Where(k => frames.Contains(k.At)).Select(k => k with { At = k.At + by });
            return Channel.Of(channel.Keys.Where(k => !frames.Contains(k.At)).Concat(moved));
        });
    }
}

/// <summary>Sets the feel that follows keyframes.</summary>
/// <param name="Feel">CSS easing text.</param>
public sealed record SetFeel(ImmutableArray<KeyPlace> Keys, string Feel) : Edit
{
    public override string Describe(Graphic graphic) => "Change the feel";

    private protected override Graphic Change(Graphic graphic)
    {
        var feel = FeelText.Parse(Feel);
        return KeyGroups.Change(graphic, Keys, (channel, frames) => channel.Map(k => frames.Contains(k.At) ? k with { Feel = feel } : k));
    }
}

/// <summary>Edits of named keyframes, channel by channel.</summary>
internal static class KeyGroups
{
    /// <exception cref="ProblemException">One of the keyframes is not there.</exception>
    public static void Demand(Graphic graphic, ImmutableArray<KeyPlace> keys)
    {
        foreach (var key in keys)
        {
            var layer = graphic.Layer(key.Layer);
            if (layer.Channels[key.Channel].KeyAt(key.At) is null)
            {
                throw new ProblemException($"There is no keyframe at frame {key.At}.", "It may have been moved; choose again.", layer.Name, JsonName.Of(key.Channel));
            }
        }
    }

    public static Graphic Change(Graphic graphic, ImmutableArray<KeyPlace> keys, Func<Channel, HashSet<int>, Channel> change)
    {
        Demand(graphic, keys);
        foreach (var group in keys.GroupBy(k => (k.Layer, k.Channel)))
        {
            var layer = graphic.Layer(group.Key.Layer);
            var channel = layer.Channels[group.Key.Channel];
            var frames = group.Select(k => k.At).ToHashSet();
            graphic = graphic.With(layer with { Channels = layer.Channels.With(group.Key.Channel, change(channel, frames)) });
        }
        return graphic;
    }
}
