using System.Text.Json;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Motion;
using Hang.Scene.Values;

namespace Hang.Core.Edits;

/// <summary>Values inside edits.</summary>
internal static class EditValue
{
    /// <summary>The feel of a change that nobody has shaped yet: eased at both ends, since even motion looks mechanical.</summary>
    public static Feel NewFeel { get; } = NamedFeels.All.Single(f => f.Name == "Gentle both").Feel;

    /// <summary>A value, or a part of one, as documents write it; the whole value with it at a moment.</summary>
    /// <exception cref="ProblemException">The value does not fit the address.</exception>
    public static Value Read(ValuePlace place, JsonElement json, int at)
    {
        try
        {
            var here = new JsonPlace(json, "/value");
            if (place.Part.IsEmpty)
            {
                return place.Spec.Kind.Read(here);
            }
            var part = place.Spec.Kind.Part(place.Channel.At(at), place.Part.AsSpan())
                ?? throw new ProblemException(
                    $"{place.Spec.Term} has no part {string.Join("/", place.Part)}.",
                    $"Name one that it has, or set the whole value."
                );
            return part.Put(part.Kind.Read(here));
        }
        catch (ProblemException e)
        {
            throw new ProblemException(e.Problem with { Layer = place.Layer.Name, Field = place.Address.Text });
        }
    }

    /// <summary>The layer with a value at the playhead when it is keyed, for all time when it is not.</summary>
    /// <param name="whole">True: all keyframes move by the difference at the playhead instead; where values have no difference, all become it.</param>
    public static Layer Put(ValuePlace place, Value value, int at, bool whole)
    {
        var now = place.Channel;
        return place.Put(
            !now.IsKeyed ? Channel.Of(place.Spec.Kind, value)
            : whole ? Moved(now, now.At(at), value)
            : now.WithKey(at, value, NewFeel)
        );
    }

    private static Channel Moved(Channel channel, Value from, Value to) =>
        channel.Kind is NumbersKind or ColourKind or PaintKind && to.Held is null && channel.Keys.All(k => k.Value.Held is null)
            ? channel.MapValues(v => new(v.X + (to.X - from.X), v.Y + (to.Y - from.Y), v.Z + (to.Z - from.Z), v.W + (to.W - from.W)))
            : channel.MapValues(_ => to);
}
