using System.Collections.Immutable;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Edits;

/// <summary>Sets a value, or a part of one: at the playhead when it is keyed, for all time when it is not.</summary>
/// <param name="Address">Of the value, such as fill, position/x or effects/e1/radius.</param>
/// <param name="Value">As documents write it.</param>
/// <param name="At">The frame shown.</param>
/// <param name="Whole">True: a keyed value is moved as a whole, by the difference at the playhead, and gets no keyframe.</param>
public sealed record SetValue(string Layer, Address Address, JsonElement Value, int At, bool Whole = false) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        graphic.Layers.FirstOrDefault(l => l.Id == Layer)?.Find(Address) is { } place
            ? (Sentence)$"{place.Spec.Term} of {place.Layer.Name}"
            : $"Set {Address.Text}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var place = graphic.Layer(Layer).At(Address);
        return graphic.With(EditValue.Put(place, EditValue.Read(place, Value, At), At, Whole));
    }
}

/// <summary>Moves layers by a few pixels from wherever they are, so that nudges that follow each other quickly add up.</summary>
/// <param name="Whole">True: keyed positions are moved as a whole.</param>
/// <param name="By">Pixels right and down, in the coordinates that the layers' positions are given in.</param>
/// <param name="At">The frame shown.</param>
public sealed record Nudge(
    ImmutableArray<string> Layers,
    [property: Within(-ValueSpec.Far, ValueSpec.Far)] ImmutableArray<double> By,
    int At,
    bool Whole = false
) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        Layers.Length == 1 ? (Sentence)$"Nudge {NameOf(graphic, Layers[0])}" : $"Nudge {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        if (By.Length != 2)
        {
            throw new ProblemException($"A nudge needs two numbers.", $"Nothing was changed.", field: "by");
        }
        foreach (var id in Layers.Where(id => graphic.Layer(id).Content.Kind.IsOnStage))
        {
            var place = graphic.Layer(id).At(new(LayerValues.Position.Name));
            var from = place.Channel.At(At);
            graphic = graphic.With(EditValue.Put(place, new(from.X + By[0], from.Y + By[1]), At, Whole));
        }
        return graphic;
    }
}
