using System.Text.Json;
using Hang.Core.Layers;
using Hang.Scene.Json;
using Hang.Scene.Motion;
using Hang.Scene.Values;

namespace Hang.Core.Documents;

/// <summary>The value behind a target: what kind it is, what it is in the Hold, and the layer with another.</summary>
/// <param name="Spec">Of the value as a whole.</param>
/// <param name="Kind">Of the value, or of the part of it that is filled.</param>
public sealed record FieldPlace(Layer Layer, ValueSpec Spec, ValueKind Kind, ValuePlace? Place)
{
    private static readonly ValueSpec ShownSpec = new(FieldTarget.Shown, "Shown", FlagKind.Flag, "", new(1), "Whether the layer is there at all.");

    /// <summary>What a target names; null when there is nothing there that a field can fill.</summary>
    public static FieldPlace? Find(Graphic graphic, FieldTarget target)
    {
        if (graphic.Layers.FirstOrDefault(l => l.Id == target.Layer) is not { } layer)
        {
            return null;
        }
        if (target.Address.Text == FieldTarget.Shown)
        {
            return new(layer, ShownSpec, FlagKind.Flag, null);
        }
        if (layer.Find(target.Address) is not { } place)
        {
            return null;
        }
        var kind = place.Part.IsEmpty ? place.Spec.Kind : place.Spec.Kind.Part(place.Channel.At(graphic.Phases.HoldLast), place.Part.AsSpan())?.Kind;
        return kind is null || !Suits(kind) ? null : new(layer, place.Spec, kind, place);
    }

    /// <summary>True for kinds that a person can fill by a word, a number, a colour, a choice or a file.</summary>
    public static bool Suits(ValueKind kind) => kind is TextKind or NumbersKind or ColourKind or PaintKind or ChoiceKind or FlagKind or HashKind;

    /// <summary>Both kinds are filled in the same way.</summary>
    public static bool Same(ValueKind a, ValueKind b) => a.Name == b.Name && a.Options.SequenceEqual(b.Options);

    /// <summary>The value in the Hold, at its last frame.</summary>
    public Value At(Graphic graphic)
    {
        if (Place is null)
        {
            return new(Layer.Hidden ? 0 : 1);
        }
        var whole = Place.Channel.At(graphic.Phases.HoldLast);
        return Place.Part.IsEmpty ? whole : Spec.Kind.Part(whole, Place.Part.AsSpan())!.Value;
    }

    /// <summary>
    /// The layer with another value here. Of one that is keyed, each keyframe that has the value of the Hold gets the new one, so that what it comes from and
    /// goes to stays; where none has it, all do.
    /// </summary>
    public Layer With(Graphic graphic, Value value)
    {
        if (Place is not { } place)
        {
            return Layer with { Hidden = value.X == 0 };
        }
        Value Put(Value whole) => place.Part.IsEmpty ? value : Spec.Kind.Part(whole, place.Part.AsSpan())!.Put(value);
        var channel = place.Channel;
        if (!channel.IsKeyed)
        {
            return place.Put(Channel.Of(Spec.Kind, Put(channel.Constant)));
        }
        var rest = At(graphic);
        Value Of(Value whole) => place.Part.IsEmpty ? whole : Spec.Kind.Part(whole, place.Part.AsSpan())!.Value;
        var some = channel.Keys.Any(k => Of(k.Value) == rest);
        return place.Put(channel.MapValues(v => !some || Of(v) == rest ? Put(v) : v));
    }

    /// <summary>A value as JSON writes it.</summary>
    internal Value Read(JsonElement json) => Kind.Read(new JsonPlace(json, ""));
}
