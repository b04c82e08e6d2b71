using System.Collections.Immutable;
using Hang.Core.Colour;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Motion;

namespace Hang.Core.Handoff;

/// <summary>Fills the fields of a graphic, as an editor does.</summary>
public static class FieldValues
{
    /// <summary>The graphic with one field filled, on every layer that carries it: words for type, #RRGGBB for a plate, the hash of an asset for a picture.</summary>
    /// <exception cref="ProblemException">There is no such field, or the value does not fit it.</exception>
    public static Graphic Fill(Graphic graphic, string field, string value)
    {
        var layers = graphic.Layers.Where(l => string.Equals(l.Field, field, StringComparison.OrdinalIgnoreCase)).ToImmutableArray();
        if (layers.IsEmpty)
        {
            var fields = graphic.Layers.Select(l => l.Field).OfType<string>().Distinct().ToArray();
            throw new ProblemException($"The graphic has no field \"{field}\".", fields.Length > 0 ? $"Its fields are {string.Join(", ", fields)}." : "It has no fields at all.", field: field);
        }
        return GraphicRules.Demand(layers.Aggregate(graphic, (g, l) => g.With(Filled(l, value))));
    }

    private static Layer Filled(Layer layer, string value)
    {
        switch (layer)
        {
            case TypeLayer type:
                return type with { Text = value };
            case PictureLayer picture:
                return picture with { Asset = value };
            default:
                var colour = Rgba.Parse(value, layer.Field);
                return layer with { Channels = layer.Channels.With(ChannelName.Fill, new ChannelValue(colour.R, colour.G, colour.B, colour.A)) };
        }
    }
}
