using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Unicode;
using Hang.Scene.Json;

namespace Hang.Core.Documents;

/// <summary>The JSON Schema (2020-12) of documents, made from the same descriptions that read and write them.</summary>
public static class GraphicSchema
{
    private static readonly JsonSerializerOptions Indented = new() { WriteIndented = true, Encoder = JavaScriptEncoder.Create(UnicodeRanges.All) };

    public static string Write()
    {
        var book = new SchemaBook();
        var graphic = Codecs.Of(typeof(Graphic)).Schema(book);
        var whole = new JsonObject
        {
            ["$schema"] = "https://json-schema.org/draft/2020-12/schema",
            ["title"] = $"Hang graphic, format version {Graphic.FormatVersion}",
            ["$ref"] = graphic["$ref"]!.GetValue<string>(),
            ["$defs"] = book.Definitions,
        };
        return whole.ToJsonString(Indented) + "\n";
    }
}
