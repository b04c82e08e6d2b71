using System.Collections.Immutable;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Typesetting;

namespace Hang.Core.Edits;

/// <summary>Sets a channel's value: at the playhead when the channel is keyed, for all time when it is not.</summary>
/// <param name="Whole">True: a keyed channel is moved as a whole, by the difference at the playhead, and gets no keyframe.</param>
/// <param name="Value">As documents write it: a number, an array of numbers, or "#RRGGBB".</param>
/// <param name="At">The frame shown.</param>
public sealed record SetValue(string Layer, ChannelName Channel, JsonElement Value, int At, bool Whole = false) : Edit
{
    public override string Describe(Graphic graphic) => $"{Channel} of {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = graphic.Layer(Layer);
        var value = EditValue.Read(layer, Channel, Value);
        return graphic.With(EditValue.Put(layer, Channel, value, At, Whole));
    }
}

/// <summary>Moves layers by a few pixels from wherever they are, so that nudges that follow each other quickly add up.</summary>
/// <param name="Whole">True: keyed positions are moved as a whole.</param>
/// <param name="By">Pixels right and down, in the coordinates that the layers' positions are given in.</param>
/// <param name="At">The frame shown.</param>
public sealed record Nudge(ImmutableArray<string> Layers, ImmutableArray<double> By, int At, bool Whole = false) : Edit
{
    public override string Describe(Graphic graphic) => Layers.Length == 1 ? $"Nudge {NameOf(graphic, Layers[0])}" : $"Nudge {Layers.Length} layers";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        if (By.Length != 2)
        {
            throw new ProblemException("A nudge needs two numbers.", "Nothing was changed.", field: "by");
        }
        foreach (var id in Layers)
        {
            var layer = graphic.Layer(id);
            var from = layer.Channels[ChannelName.Position].At(At);
            graphic = graphic.With(EditValue.Put(layer, ChannelName.Position, new(from.X + By[0], from.Y + By[1]), At, Whole));
        }
        return graphic;
    }
}
