using System.Text.Json.Nodes;
using Hang.Scene;
using Hang.Scene.Json;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Hang.Server.Hosting;

/// <summary>Says in the API's description how sentences travel: as text, and as form and holes beside it.</summary>
internal static class SentenceSchema
{
    public static void Describe(OpenApiOptions options)
    {
        options.CreateSchemaReferenceId = type =>
            type.Type == typeof(Sentence) ? null
            : type.Type == typeof(JsonObject) ? "Say"
            : OpenApiOptions.CreateDefaultSchemaReferenceId(type);
        options.AddSchemaTransformer(DescribeAsync);
    }

    private static Task DescribeAsync(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancel)
    {
        if (context.JsonTypeInfo.Type == typeof(Sentence))
        {
            schema.Type = JsonSchemaType.String | (context.JsonPropertyInfo?.IsGetNullable == true ? JsonSchemaType.Null : 0);
        }
        if (typeof(IEnumerable<Sentence>).IsAssignableFrom(context.JsonTypeInfo.Type))
        {
            schema.Items = new OpenApiSchema { Type = JsonSchemaType.String };
        }
        if (context.JsonPropertyInfo?.Name == SaidBeside.Member)
        {
            schema.Description =
                "Form, an ICU message, and holes of the sentences beside it, by the name of their member: {\"form\": \"Hide {0}\", \"holes\": [\"Plate\"]}. "
                + "A hole is a number, a name, {\"term\": …}, or a sentence.";
        }
        return Task.CompletedTask;
    }
}
