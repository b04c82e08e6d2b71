using System.Text.Json.Nodes;
using Hang.Scene.Values;

namespace Hang.Core.Documents.Upgrades;

/// <summary>
/// Version 2 tells apart what a layer is and what it shows: the kind with its own values moves into "content", the channels that every layer has
/// stand in the layer itself, and the channel "blur" becomes an effect. The stagger of type becomes four values.
/// </summary>
internal sealed class From1To2 : Upgrade
{
    private static readonly string[] OwnChannels = ["position", "scale", "turn", "pivot", "opacity", "mask"];
    private static readonly string[] ContentMembers = ["kind", "text", "family", "weight", "align", "asset"];

    protected override int From => 1;

    protected override void Change(JsonObject document)
    {
        var layers = (document["layers"] as JsonArray)?.OfType<JsonObject>().ToArray() ?? [];
        PlainIds(layers);
        foreach (var layer in layers)
        {
            foreach (var idle in (layer["idles"] as JsonArray)?.OfType<JsonObject>() ?? [])
            {
                idle.TryAdd("cycles", 1);
            }
            var content = new JsonObject();
            foreach (var name in ContentMembers)
            {
                Move(layer, name, content, name);
            }
            if (layer["stagger"] is JsonObject stagger)
            {
                layer.Remove("stagger");
                Move(stagger, "by", content, "pieces");
                Move(stagger, "every", content, "every");
                Move(stagger, "order", content, "order");
                Move(stagger, "seed", content, "seed");
            }
            if (layer["channels"] is JsonObject channels)
            {
                layer.Remove("channels");
                foreach (var name in channels.Select(c => c.Key).ToArray())
                {
                    if (name == "blur")
                    {
                        var blur = new JsonObject { ["id"] = "e1", ["kind"] = "blur" };
                        Move(channels, name, blur, "radius");
                        layer["effects"] = new JsonArray(blur);
                    }
                    else
                    {
                        Move(channels, name, OwnChannels.Contains(name) ? layer : content, name);
                    }
                }
            }
            layer["content"] = content;
        }
    }

    /// <summary>Version 1 let an id be any text; from version 2 on it is a word that addresses can hold.</summary>
    private static void PlainIds(JsonObject[] layers)
    {
        static string? Text(JsonNode? node) => node is JsonValue value && value.TryGetValue<string>(out var text) ? text : null;
        var taken = layers.Select(l => Text(l["id"])).OfType<string>().ToHashSet(StringComparer.Ordinal);
        var renamed = new Dictionary<string, string>(StringComparer.Ordinal);
        var next = 1;
        foreach (var id in taken.Where(i => i.Length is > 0 and <= 64 && !Address.IsId(i)).Order(StringComparer.Ordinal).ToArray())
        {
            while (!taken.Add($"v{next}"))
            {
                next++;
            }
            renamed[id] = $"v{next}";
        }
        foreach (var layer in layers)
        {
            foreach (var member in new[] { "id", "hangsFrom" })
            {
                if (Text(layer[member]) is { } id && renamed.TryGetValue(id, out var plain))
                {
                    layer[member] = plain;
                }
            }
        }
    }

    private static void Move(JsonObject from, string name, JsonObject to, string becomes)
    {
        if (from.TryGetPropertyValue(name, out var value))
        {
            from.Remove(name);
            to[becomes] = value;
        }
    }
}
