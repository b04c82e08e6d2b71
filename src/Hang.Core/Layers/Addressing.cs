using System.Collections.Immutable;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Layers;

/// <summary>A value of a layer, found by its address.</summary>
/// <param name="Address">The address of the value as a whole.</param>
/// <param name="Part">Words that name a part of the value; empty for the whole.</param>
public sealed record ValuePlace(Layer Layer, Address Address, ValueSpec Spec, Channel Channel, ImmutableArray<string> Part)
{
    /// <summary>The layer with another channel here.</summary>
    public Layer Put(Channel channel)
    {
        var words = Address.Words;
        if (PartList.Find(words[0]) is not { } list)
        {
            return Spec == Layer.Own.Find(words[0])
                ? Layer with
                {
                    Own = Layer.Own.With(Spec, channel),
                }
                : Layer with
                {
                    Content = Layer.Content with { Values = Layer.Content.Values.With(Spec, channel) },
                };
        }
        var index = list.IndexOf(Layer, words[1]);
        return list.Put(Layer, index, list.Of(Layer)[index].Values.With(Spec, channel));
    }
}

/// <summary>Finding the values of a layer by address.</summary>
public static class Addressing
{
    /// <summary>All values of a layer: its own, its content's, its effects' and masks'.</summary>
    public static IEnumerable<ValuePlace> Values(this Layer layer) =>
        layer
            .Own.Specs.Where(s => LayerValues.Suits(s, layer.Content.Kind))
            .Select(s => new ValuePlace(layer, new(s.Name), s, layer.Own[s], []))
            .Concat(layer.Content.Values.Specs.Select(s => new ValuePlace(layer, new(s.Name), s, layer.Content.Values[s], [])))
            .Concat(Parts(layer).SelectMany(p => p.Values.Specs.Select(s => new ValuePlace(layer, p.List.At(p.Id, s.Name), s, p.Values[s], []))));

    /// <summary>The values that a layer mentions.</summary>
    public static IEnumerable<ValuePlace> Mentioned(this Layer layer) =>
        layer
            .Own.Mentioned.Select(m => new ValuePlace(layer, new(m.Spec.Name), m.Spec, m.Channel, []))
            .Concat(layer.Content.Values.Mentioned.Select(m => new ValuePlace(layer, new(m.Spec.Name), m.Spec, m.Channel, [])))
            .Concat(Parts(layer).SelectMany(p => p.Values.Mentioned.Select(m => new ValuePlace(layer, p.List.At(p.Id, m.Spec.Name), m.Spec, m.Channel, []))));

    /// <summary>The value at an address, or null.</summary>
    public static ValuePlace? Find(this Layer layer, Address address)
    {
        var words = address.Words;
        if (PartList.Find(words[0]) is { } list)
        {
            return
                words.Length >= 3
                && list.IndexOf(layer, words[1]) is >= 0 and var index
                && list.Of(layer)[index].Values is var values
                && values.Find(words[2]) is { } of
                ? new(layer, list.At(words[1], of.Name), of, values[of], [.. words.Skip(3)])
                : null;
        }
        var (set, spec) = layer.Own.Find(words[0]) is { } own ? (layer.Own, own) : (layer.Content.Values, layer.Content.Values.Find(words[0]));
        return spec is null || (set == layer.Own && !LayerValues.Suits(spec, layer.Content.Kind))
            ? null
            : new(layer, new(spec.Name), spec, set[spec], [.. words.Skip(1)]);
    }

    /// <summary>The value at an address.</summary>
    /// <exception cref="ProblemException">The layer has none there.</exception>
    public static ValuePlace At(this Layer layer, Address address) =>
        layer.Find(address)
        ?? throw new ProblemException(
            $"A layer of this kind has no {Quoted.Short(address.Text)}.",
            $"It has {string.Join(", ", layer.Values().Select(v => v.Address))}.",
            layer.Name,
            address.Text
        );

    /// <summary>Every keyed value of a layer with each of its keyframes replaced.</summary>
    public static Layer MapKeys(this Layer layer, Func<ValueSpec, Keyframe, Keyframe> change)
    {
        var (own, content) = (layer.Own.MapKeys(change), layer.Content.Values.MapKeys(change));
        var next =
            ReferenceEquals(own, layer.Own) && ReferenceEquals(content, layer.Content.Values)
                ? layer
                : layer with
                {
                    Own = own,
                    Content = layer.Content with { Values = content },
                };
        foreach (var list in PartList.All)
        {
            var parts = list.Of(layer);
            for (var i = 0; i < parts.Count; i++)
            {
                var values = parts[i].Values.MapKeys(change);
                next = ReferenceEquals(values, parts[i].Values) ? next : list.Put(next, i, values);
            }
        }
        return next;
    }

    private static IEnumerable<(PartList List, string Id, ValueSet Values)> Parts(Layer layer) =>
        layer.Effects.IsEmpty && layer.Masks.IsEmpty ? [] : PartList.All.SelectMany(l => l.Of(layer).Select(p => (l, p.Id, p.Values)));
}
