using System.Collections.Immutable;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Motion;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Edits;

/// <summary>A keyframe that was copied.</summary>
/// <param name="Layer">Which of the copied layers it belongs to, from 0.</param>
/// <param name="Key">The keyframe as documents write it; its frame counts from the first of all that were copied.</param>
public sealed record CopiedKey([property: Within(0, 1000)] int Layer, Address Address, JsonElement Key);

/// <summary>Puts copied keyframes on layers, of this graphic or another. Keyframes of one layer go onto every target; those of several go onto as many
/// targets, in the same order.</summary>
/// <param name="Layers">The targets.</param>
/// <param name="At">The frame of the first of them.</param>
public sealed record PasteKeys(
    ImmutableArray<string> Layers,
    ImmutableArray<CopiedKey> Keys,
    [property: Within(0, Scene.Phases.PhaseLengths.MostFrames)] int At
) : Edit
{
    private const int Most = 20_000;

    public override Sentence Describe(Graphic graphic) => Keys.Length == 1 ? (Sentence)$"Paste a keyframe" : $"Paste {Keys.Length} keyframes";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        if (Keys.IsEmpty || Layers.IsEmpty)
        {
            throw new ProblemException($"There is nothing to paste, or no layer to paste onto.", $"Copy keyframes, select a layer, and paste.");
        }
        if (Keys.Length > Most)
        {
            throw new ProblemException($"{Keys.Length} keyframes at once are too many.", $"Copy {Most} or fewer.");
        }
        var sources = Keys.Max(k => k.Layer) + 1;
        if (sources > 1 && sources != Layers.Length)
        {
            throw new ProblemException(
                Layers.Length == 1
                    ? (Sentence)$"Keyframes of {sources} layers were copied, and 1 layer is selected."
                    : $"Keyframes of {sources} layers were copied, and {Layers.Length} layers are selected.",
                $"Select {sources} layers, in the same order, or copy from one layer."
            );
        }
        if ((long)Keys.Length * (sources == 1 ? Layers.Length : 1) > Most)
        {
            throw new ProblemException($"{Keys.Length} keyframes onto {Layers.Length} layers are too many at once.", $"Paste {Most} or fewer together.");
        }
        for (var i = 0; i < Layers.Length; i++)
        {
            foreach (var group in Keys.Where(k => sources == 1 || k.Layer == i).GroupBy(k => k.Address))
            {
                graphic = graphic.With(Pasted(graphic.Layer(Layers[i]), group.Key, group));
            }
        }
        return graphic;
    }

    private Layer Pasted(Layer layer, Address address, IEnumerable<CopiedKey> copied)
    {
        var place = layer.Find(address)
            ?? throw new ProblemException(
                $"A layer of this kind has no {address.Text}.",
                $"Copy without {address.Text}, or paste onto a layer that has it.",
                layer.Name,
                address.Text
            );
        try
        {
            var keys = copied.Select(c => ChannelJson.ReadKey(place.Spec, new(c.Key, "/keys"))).Select(k => k with { At = k.At + At });
            return place.Put(Channel.Of(place.Spec.Kind, place.Channel.Keys.Concat(keys)));
        }
        catch (ProblemException e)
        {
            throw new ProblemException(e.Problem with { Layer = layer.Name, Field = address.Text });
        }
    }
}
