using System.Collections.Immutable;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Motion;
using Hang.Core.Typesetting;

namespace Hang.Core.Edits;

/// <summary>A keyframe that was copied.</summary>
/// <param name="Layer">Which of the copied layers it belongs to, from 0.</param>
/// <param name="Key">The keyframe as documents write it; its frame counts from the first of all that were copied.</param>
public sealed record CopiedKey(int Layer, ChannelName Channel, JsonElement Key);

/// <summary>Puts copied keyframes on layers, of this graphic or another. Keyframes of one layer go onto every target; those of several go onto as many
/// targets, in the same order.</summary>
/// <param name="Layers">The targets.</param>
/// <param name="At">The frame of the first of them.</param>
public sealed record PasteKeys(ImmutableArray<string> Layers, ImmutableArray<CopiedKey> Keys, int At) : Edit
{
    private const int Most = 20_000;

    public override string Describe(Graphic graphic) => Keys.Length == 1 ? "Paste a keyframe" : $"Paste {Keys.Length} keyframes";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        if (Keys.IsEmpty || Layers.IsEmpty)
        {
            throw new ProblemException("There is nothing to paste, or no layer to paste onto.", "Copy keyframes, select a layer, and paste.");
        }
        if (Keys.Length > Most)
        {
            throw new ProblemException($"{Keys.Length} keyframes at once are too many.", $"Copy {Most} or fewer.");
        }
        var sources = Keys.Max(k => k.Layer) + 1;
        if (sources > 1 && sources != Layers.Length)
        {
            throw new ProblemException($"Keyframes of {sources} layers were copied, and {Layers.Length} {(Layers.Length == 1 ? "layer is" : "layers are")} selected.", $"Select {sources} layers, in the same order, or copy from one layer.");
        }
        for (var i = 0; i < Layers.Length; i++)
        {
            foreach (var group in Keys.Where(k => sources == 1 || k.Layer == i).GroupBy(k => k.Channel))
            {
                graphic = graphic.With(Pasted(graphic.Layer(Layers[i]), group.Key, group));
            }
        }
        return graphic;
    }

    private Layer Pasted(Layer layer, ChannelName name, IEnumerable<CopiedKey> copied)
    {
        if (!layer.ChannelNames.Contains(name))
        {
            throw new ProblemException($"A layer of this kind has no {JsonName.Of(name)}.", $"Copy without {JsonName.Of(name)}, or paste onto a layer that has it.", layer.Name, JsonName.Of(name));
        }
        try
        {
            var keys = copied.Select(c => ChannelSetConverter.ReadKey(ChannelSpec.Of(name), c.Key, "")).Select(k => k with { At = k.At + At });
            return layer with { Channels = layer.Channels.With(name, Channel.Of(layer.Channels[name].Keys.Concat(keys))) };
        }
        catch (JsonException e)
        {
            throw new ProblemException(e.Message, "Copy the keyframes again.", layer.Name, JsonName.Of(name));
        }
    }
}
