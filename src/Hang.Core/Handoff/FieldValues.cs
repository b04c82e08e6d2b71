using Hang.Core.Json;
using System.Text.Json;
using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;

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
            throw new ProblemException($"The graphic has no field \"{Quoted.Short(field)}\".", fields.Length > 0 ? $"Its fields are {string.Join(", ", fields)}." : "It has no fields at all.", field: field);
        }
        return GraphicRules.Demand(Palettes.Roles.Resolve(layers.Aggregate(graphic, (g, l) => g.With(Filled(l, value)))));
    }

    private static Layer Filled(Layer layer, string value)
    {
        var spec = layer.Content.Kind.Filled ?? throw new ProblemException("There is nothing in it that an editor could fill.", "Take the field away.", layer.Name, layer.Field);
        using var json = JsonDocument.Parse(JsonSerializer.Serialize(value));
        try
        {
            return layer with { Content = layer.Content.With(spec, spec.Kind.Read(new(json.RootElement, ""))) };
        }
        catch (ProblemException e)
        {
            throw new ProblemException(e.Problem with { Layer = layer.Name, Field = layer.Field });
        }
    }
}
