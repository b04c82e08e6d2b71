using System.Text.Json.Nodes;
using Hang.Scene.Json;
using Hang.Scene.Sources;
using Microsoft.OpenApi;

namespace Hang.Server.Sources;

/// <summary>What is answered of a source of a kind, for the API's description: its hash, and what documents say of one without its bytes.</summary>
internal static class SourceDescription
{
    /// <summary>Says what an address answers.</summary>
    public static TBuilder Answering<TBuilder>(this TBuilder builder, SourceKind kind)
        where TBuilder : IEndpointConventionBuilder =>
        builder.AddOpenApiOperationTransformer(
            (operation, _, _) =>
            {
                if (operation.Responses?["200"].Content?["application/json"] is OpenApiMediaType answer)
                {
                    answer.Schema = Of(kind);
                }
                return Task.CompletedTask;
            }
        );

    private static OpenApiSchema Of(SourceKind kind)
    {
        var book = new SchemaBook();
        Codecs.Of(kind.Facts).Schema(book);
        var facts = book.Definitions[kind.Facts.Name]!;
        var properties = facts["properties"]!
            .AsObject()
            .Where(p => p.Key is not ("data" or "file"))
            .ToDictionary(p => p.Key, p => (IOpenApiSchema)new OpenApiSchema { Type = TypeOf(p.Value!) }, StringComparer.Ordinal);
        properties["hash"] = new OpenApiSchema { Type = JsonSchemaType.String };
        return new()
        {
            Type = JsonSchemaType.Object,
            Properties = properties,
            Required = properties.Keys.ToHashSet(StringComparer.Ordinal),
        };
    }

    private static JsonSchemaType TypeOf(JsonNode schema) =>
        schema["type"]!.GetValue<string>() switch
        {
            "integer" => JsonSchemaType.Integer,
            "number" => JsonSchemaType.Number,
            _ => JsonSchemaType.String,
        };
}
