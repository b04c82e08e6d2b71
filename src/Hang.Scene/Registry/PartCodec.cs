using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Scene.Json;

namespace Hang.Scene.Registry;

/// <summary>A part of a layer in JSON, such as an effect: its id, its kind, and the values of the kind.</summary>
internal abstract class PartCodec<TPart, TKind>(string name) : Codec
    where TPart : class
    where TKind : Module
{
    private protected abstract TPart Make(string id, TKind kind, ValueSet values);

    private protected abstract (string Id, TKind Kind, ValueSet Values) Take(TPart part);

    public override object Read(JsonPlace place)
    {
        var kind = ValueSetJson.ReadKind<TKind>(place);
        if (!place.Json.TryGetProperty("id", out var id))
        {
            throw place.Refused($"\"id\" is missing.", $"Give the {name.ToLowerInvariant()} an id of its own.");
        }
        return Make(place.Member("id", id).Text(), kind, ValueSetJson.Read(kind, place, ["id"]));
    }

    public override void Write(Utf8JsonWriter writer, object value)
    {
        var (id, kind, values) = Take((TPart)value);
        writer.WriteStartObject();
        writer.WriteString("id", id);
        writer.WriteString("kind", kind.Name);
        ValueSetJson.Write(writer, values);
        writer.WriteEndObject();
    }

    public override JsonObject Schema(SchemaBook book) =>
        book.Refer(name, () => new() { ["oneOf"] = new JsonArray([.. Modules<TKind>.All.Select(k => (JsonNode)ValueSetJson.Schema(k, ["id"], book))]) });

    public override string TypeScript(TypeBook book) =>
        book.Refer(name, () => $"export type {name} =\n{string.Join("\n", Modules<TKind>.All.Select(k => $"  | {ValueSetJson.TypeScript(k, ["id"], book)}"))}");
}
