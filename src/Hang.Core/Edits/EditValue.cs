using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Motion;

namespace Hang.Core.Edits;

/// <summary>Values inside edits.</summary>
internal static class EditValue
{
    /// <summary>The feel of a change that nobody has shaped yet: eased at both ends, since even motion looks mechanical.</summary>
    public static Feel NewFeel { get; } = NamedFeels.All.Single(f => f.Name == "Gentle both").Feel;

    /// <exception cref="ProblemException">The value does not fit the channel.</exception>
    public static ChannelValue Read(Layer layer, ChannelName channel, JsonElement json)
    {
        try
        {
            return ChannelSetConverter.ReadValue(ChannelSpec.Of(channel), json, "");
        }
        catch (JsonException e)
        {
            throw new ProblemException(e.Message, "Nothing was changed.", layer.Name, JsonName.Of(channel));
        }
    }

    /// <summary>The layer with a value at the playhead when the channel is keyed, for all time when it is not.</summary>
    /// <param name="whole">True: all keyframes move by the difference at the playhead instead.</param>
    public static Layer Put(Layer layer, ChannelName channel, ChannelValue value, int at, bool whole)
    {
        var now = layer.Channels[channel];
        var next = !now.IsKeyed ? Channel.Of(value) : whole ? Moved(now, now.At(at), value) : now.WithKey(at, value, NewFeel);
        return layer with { Channels = layer.Channels.With(channel, next) };
    }

    private static Channel Moved(Channel channel, ChannelValue from, ChannelValue to) =>
        channel.MapValues(v => new(v.X + (to.X - from.X), v.Y + (to.Y - from.Y), v.Z + (to.Z - from.Z), v.W + (to.W - from.W)));
}
