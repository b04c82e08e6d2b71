using System.Text.Json.Nodes;

namespace Hang.Core.Documents.Upgrades;

/// <summary>Version 3 keeps fields in the document and no longer on layers: each names the values that it fills.</summary>
internal sealed class From2To3 : Upgrade
{
    protected override int From => 2;

    protected override void Change(JsonObject document)
    {
        if (document["layers"] is not JsonArray layers)
        {
            return;
        }
        var fields = new JsonArray();
        foreach (var layer in layers.OfType<JsonObject>())
        {
            if (layer["field"] is not JsonValue named || !named.TryGetValue<string>(out var text))
            {
                continue;
            }
            layer.Remove("field");
            var name = Plain(text);
            // Version 2 let every layer have a field, and filled only these three kinds.
            var address = (layer["content"]?["kind"] as JsonValue)?.ToString() switch
            {
                "type" => "text",
                "picture" => "asset",
                "plate" or "ellipse" or "path" or "star" or "ring" or "line" or "combination" => "fill",
                _ => null,
            };
            if (name.Length == 0 || address is null || layer["id"] is not JsonValue id)
            {
                continue;
            }
            var target = new JsonObject { ["layer"] = id.DeepClone(), ["address"] = address };
            var known = fields
                .OfType<JsonObject>()
                .FirstOrDefault(f =>
                    string.Equals(f["name"]!.ToString(), name, StringComparison.OrdinalIgnoreCase) && f["fills"]![0]!["address"]!.ToString() == address
                );
            if (known is not null)
            {
                known["fills"]!.AsArray().Add(target);
                continue;
            }
            // Words and a colour could share a name; now each field is of one kind.
            var free = name;
            for (var n = 2; fields.OfType<JsonObject>().Any(f => string.Equals(f["name"]!.ToString(), free, StringComparison.OrdinalIgnoreCase)); n++)
            {
                free = $"{name} {n}";
            }
            var field = new JsonObject { ["name"] = free, ["fills"] = new JsonArray(target) };
            if (address == "text")
            {
                field["mayBeEmpty"] = true;
            }
            fields.Add(field);
        }
        if (fields.Count > 0)
        {
            document["fields"] = fields;
        }
    }

    /// <summary>A name without control characters, no longer than names are.</summary>
    private static string Plain(string text)
    {
        var plain = new string([.. text.Where(c => !char.IsControl(c))]).Trim();
        return plain.Length > Documents.Field.MostName ? plain[..Documents.Field.MostName].Trim() : plain;
    }
}
