using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Edits;

/// <summary>Names one keyframe.</summary>
/// <param name="At">Its frame.</param>
public sealed record KeyPlace(string Layer, Address Address, int At);

/// <summary>Keys a value at a frame with what it is there.</summary>
public sealed record AddKey(string Layer, Address Address, int At) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Key {Address.Text} of {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var place = graphic.Layer(Layer).At(Address);
        return place.Spec.Keyable
            ? graphic.With(place.Put(place.Channel.WithKeyAt(At, EditValue.NewFeel)))
            : throw new ProblemException($"{place.Spec.Term} is decided once and cannot be keyed.", $"Nothing was changed.", place.Layer.Name, Address.Text);
    }
}

/// <summary>Takes every keyframe from a value; it keeps what it is at a frame.</summary>
public sealed record ClearKeys(string Layer, Address Address, int At) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Unkey {Address.Text} of {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var place = graphic.Layer(Layer).At(Address);
        return graphic.With(place.Put(Channel.Of(place.Spec.Kind, place.Channel.At(At))));
    }
}

/// <summary>Deletes keyframes. A value that has none left keeps what it is at a frame.</summary>
/// <param name="At">The frame shown; absent: such a value becomes what its first keyframe said.</param>
public sealed record RemoveKeys(ImmutableArray<KeyPlace> Keys, int? At = null) : Edit
{
    public override Sentence Describe(Graphic graphic) => Keys.Length == 1 ? (Sentence)$"Delete a keyframe" : $"Delete {Keys.Length} keyframes";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper) => KeyGroups.Change(graphic, Keys, (channel, frames) =>
        {
            var left = channel.WithoutKeys(frames.Contains);
            return !left.IsKeyed && At is { } at ? Channel.Of(channel.Kind, Plain(channel.At(at))) : left;
        });

    /// <summary>What is half-way between two kinds of gradient cannot be written: the nearer one is.</summary>
    private static Value Plain(Value value) => value.Held is Crossing crossing ? PaintKind.Of(crossing.Nearer) : value;
}

/// <summary>Moves keyframes in time, together. They stop at the ends of the graphic; a keyframe that they land on is replaced.</summary>
/// <param name="By">Frames, later when positive.</param>
/// <param name="Copy">True: the keyframes stay where they are, and copies of them move.</param>
public sealed record MoveKeys(ImmutableArray<KeyPlace> Keys, int By, bool Copy = false) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        (Copy, Keys.Length) switch
        {
            (true, 1) => $"Duplicate a keyframe",
            (true, var many) => $"Duplicate {many} keyframes",
            (false, 1) => $"Move a keyframe",
            (false, var many) => $"Move {many} keyframes",
        };

    public override Sentence? Note(Graphic before)
    {
        if (Keys.IsEmpty)
        {
            return null;
        }
        var by = Limited(before);
        var moving = Keys.ToHashSet();
        var replaced = Keys.Count(k =>
            before.Layer(k.Layer).Find(k.Address)?.Channel.KeyAt(k.At + by) is not null && (Copy ? by != 0 : !moving.Contains(k with { At = k.At + by }))
        );
        return replaced switch
        {
            0 => null,
            1 => $"A keyframe in the way was replaced; undo brings it back.",
            _ => $"{replaced} keyframes in the way were replaced; undo brings them back.",
        };
    }

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        if (Keys.IsEmpty)
        {
            return graphic;
        }
        KeyGroups.Demand(graphic, Keys);
        var by = Limited(graphic);
        return KeyGroups.Change(graphic, Keys, (channel, frames) =>
        {
            var moved = channel.Keys.Where(k => frames.Contains(k.At)).Select(k => k with { At = k.At + by });
            return Channel.Of(channel.Kind, channel.Keys.Where(k => Copy || !frames.Contains(k.At)).Concat(moved));
        });
    }

    private int Limited(Graphic graphic) => Math.Clamp(By, -Keys.Min(k => k.At), Math.Max(0, graphic.Phases.Total - 1 - Keys.Max(k => k.At)));
}

/// <summary>Sets the feel that follows keyframes.</summary>
/// <param name="Feel">CSS easing text.</param>
/// <param name="Part">Index of the component that gets it; absent: all do.</param>
public sealed record SetFeel(ImmutableArray<KeyPlace> Keys, string Feel, int? Part = null) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Change the feel";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var feel = FeelText.Parse(Feel);
        return KeyGroups.Change(graphic, Keys, (channel, frames) => channel.Map(k => frames.Contains(k.At) ? With(k, feel) : k));
    }

    private Keyframe With(Keyframe key, Feel feel)
    {
        if (Part is not { } part)
        {
            return key with { Feel = feel, Parts = null };
        }
        if (part is < 0 or > 3)
        {
            throw new ProblemException($"There is no component {part}.", $"Use 0 for the first.", field: "part");
        }
        var parts = (key.Parts ?? FeelParts.All(key.Feel)).With(part, feel);
        return parts == FeelParts.All(feel) ? key with { Feel = feel, Parts = null } : key with { Feel = parts.X, Parts = parts };
    }
}
