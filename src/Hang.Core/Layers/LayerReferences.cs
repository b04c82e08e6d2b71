using Hang.Scene.Values;

namespace Hang.Core.Layers;

/// <summary>Layers that a layer names in its values: those that a plate fits, and the like.</summary>
public static class LayerReferences
{
    /// <summary>Ids of the layers that a layer names.</summary>
    public static IEnumerable<(ValuePlace Place, string Id)> Of(Layer layer) =>
        !CanName(layer)
            ? []
            : layer.Mentioned().Where(v => v.Spec.Kind is LayersKind).SelectMany(v => LayersKind.IdsOf(v.Channel.Constant).Select(id => (v, id)));

    /// <summary>The layer with each id that it names replaced; null leaves it out.</summary>
    public static Layer Map(Layer layer, Func<string, string?> to)
    {
        foreach (var place in Of(layer).Select(r => r.Place).DistinctBy(p => p.Address).ToArray())
        {
            var ids = LayersKind.IdsOf(place.Channel.Constant);
            var next = ids.Select(to).OfType<string>().ToArray();
            layer = ids.SequenceEqual(next) ? layer : layer.At(place.Address).Put(Scene.Motion.Channel.Of(place.Spec.Kind, LayersKind.Of(next)));
        }
        return layer;
    }

    /// <summary>Most layers are of kinds that name none, which is asked of every layer at every edit.</summary>
    private static bool CanName(Layer layer) =>
        layer.Content.Kind.NamesLayers || layer.Effects.Any(e => e.Kind.NamesLayers) || layer.Masks.Any(m => m.Kind.NamesLayers);
}
