using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using Hang.Core.Layers;
using Hang.Core.Motion;
using Hang.Core.Time;

namespace Hang.Core.Documents;

/// <summary>The JSON Schema (2020-12) of documents, generated from the types themselves.</summary>
public static class GraphicSchema
{
    private static readonly JsonSerializerOptions Indented = new(GraphicJson.Options) { WriteIndented = true };

    public static string Write()
    {
        var schema = GraphicJson.Options.GetJsonSchemaAsNode(typeof(Graphic), new()
        {
            TreatNullObliviousAsNonNullable = true,
            TransformSchemaNode = (context, node) => Own(context.TypeInfo.Type) ?? Bounded(context, node),
        }).AsObject();
        var whole = new JsonObject { ["$schema"] = "https://json-schema.org/draft/2020-12/schema", ["title"] = "Hang graphic, format version 1" };
        foreach (var (key, value) in schema)
        {
            whole[key] = value?.DeepClone();
        }
        return whole.ToJsonString(Indented) + "\n";
    }

    private static JsonNode? Own(System.Type type)
    {
        if (type == typeof(FrameRate))
        {
            return new JsonObject { ["enum"] = new JsonArray([.. FrameRate.All.Select(r => (JsonNode)r.ToString())]) };
        }
        return type == typeof(ChannelSet) ? Channels() : null;
    }

    private static JsonNode Bounded(JsonSchemaExporterContext context, JsonNode node)
    {
        if (context.PropertyInfo is { } property && node is JsonObject schema)
        {
            var (least, most) = property.Name switch
            {
                "hang" => (Graphic.FormatVersion, Graphic.FormatVersion),
                "width" or "height" when property.DeclaringType == typeof(Graphic) => (Graphic.LeastSide, Graphic.MostSide),
                "weight" => (1, 1000),
                "arrive" or "hold" or "leave" => (0, Phases.PhaseLengths.MostFrames),
                _ => (0, -1),
            };
            if (least <= most)
            {
                schema["minimum"] = least;
                schema["maximum"] = most;
            }
        }
        return node;
    }

    private static JsonObject Channels()
    {
        var properties = new JsonObject();
        foreach (var spec in ChannelSpec.All)
        {
            var parts = new JsonObject
            {
                ["at"] = new JsonObject { ["type"] = "integer", ["minimum"] = 0, ["description"] = "Frame." },
                ["value"] = Value(spec),
                ["feel"] = FeelOf(spec),
            };
            if (spec.Name == ChannelName.Position)
            {
                parts["tangentIn"] = Tangent("Vector from the point to the handle of the path before it, in pixels.");
                parts["tangentOut"] = Tangent("Vector from the point to the handle of the path after it, in pixels.");
            }
            var key = new JsonObject
            {
                ["type"] = "object",
                ["required"] = new JsonArray("at", "value"),
                ["additionalProperties"] = false,
                ["properties"] = parts,
            };
            var keyed = new JsonObject
            {
                ["type"] = "object",
                ["required"] = new JsonArray("keys"),
                ["additionalProperties"] = false,
                ["properties"] = new JsonObject { ["keys"] = new JsonObject { ["type"] = "array", ["minItems"] = 1, ["items"] = key } },
            };
            properties[JsonName.Of(spec.Name)] = new JsonObject
            {
                ["description"] = $"{spec.Meaning} Unit: {spec.Unit}.",
                ["anyOf"] = new JsonArray(Value(spec), keyed),
            };
        }
        return new() { ["type"] = "object", ["additionalProperties"] = false, ["properties"] = properties };
    }

    private static JsonObject FeelOf(ChannelSpec spec)
    {
        const string meaning = "CSS easing text: the change from here to the next keyframe.";
        JsonObject One() => new() { ["type"] = "string", ["default"] = Feel.Linear.Css, ["description"] = meaning };
        return spec.Components.Length == 1 ? One() : new()
        {
            ["description"] = $"{meaning} Where the components differ, one for each.",
            ["anyOf"] = new JsonArray(One(), new JsonObject { ["type"] = "array", ["items"] = new JsonObject { ["type"] = "string" }, ["minItems"] = spec.Components.Length, ["maxItems"] = spec.Components.Length }),
        };
    }

    private static JsonObject Tangent(string meaning) => new()
    {
        ["type"] = "array",
        ["items"] = new JsonObject { ["type"] = "number" },
        ["minItems"] = 2,
        ["maxItems"] = 2,
        ["description"] = meaning,
    };

    private static JsonObject Value(ChannelSpec spec)
    {
        if (spec.IsColour)
        {
            return new() { ["type"] = "string", ["pattern"] = "^#([0-9A-Fa-f]{3}|[0-9A-Fa-f]{6}|[0-9A-Fa-f]{8})$" };
        }
        JsonObject Number() => new() { ["type"] = "number", ["minimum"] = spec.Least, ["maximum"] = spec.Most };
        return spec.Components.Length == 1 ? Number() : new()
        {
            ["type"] = "array",
            ["prefixItems"] = new JsonArray([.. spec.Components.Select(_ => (JsonNode)Number())]),
            ["minItems"] = spec.Components.Length,
            ["maxItems"] = spec.Components.Length,
        };
    }
}
