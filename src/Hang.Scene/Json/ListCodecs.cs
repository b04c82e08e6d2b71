using System.Collections;
using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Hang.Scene.Json;

/// <summary>An immutable array or list of values of one kind.</summary>
internal sealed class ListCodec<T>(Codec item, int? most, bool linked) : Codec
    where T : notnull
{
    public override object Read(JsonPlace place)
    {
        var items = place.Items(most ?? int.MaxValue).Select(p => (T)item.Read(p));
        return linked ? items.ToImmutableList() : items.ToImmutableArray();
    }

    public override void Write(Utf8JsonWriter writer, object value)
    {
        if (item is NumberCodec)
        {
            writer.WriteRawValue($"[{string.Join(", ", ((IEnumerable)value).Cast<object>().Select(n => JsonSerializer.Serialize(n)))}]");
            return;
        }
        writer.WriteStartArray();
        foreach (var one in (IEnumerable)value)
        {
            item.Write(writer, one);
        }
        writer.WriteEndArray();
    }

    public override JsonObject Schema(SchemaBook book)
    {
        var schema = new JsonObject { ["type"] = "array", ["items"] = item.Schema(book) };
        if (most is { } n)
        {
            schema["maxItems"] = n;
        }
        return schema;
    }

    public override string TypeScript(TypeBook book)
    {
        var one = item.TypeScript(book);
        return one.Contains(' ', StringComparison.Ordinal) ? $"({one})[]" : $"{one}[]";
    }
}

/// <summary>A sorted dictionary by text.</summary>
internal sealed class MapCodec<T>(Codec item) : Codec
    where T : notnull
{
    public override object Read(JsonPlace place) =>
        place.Members().ToImmutableSortedDictionary(m => m.Name, m => (T)item.Read(m.Place), StringComparer.Ordinal);

    public override void Write(Utf8JsonWriter writer, object value)
    {
        writer.WriteStartObject();
        foreach (var (name, one) in (ImmutableSortedDictionary<string, T>)value)
        {
            writer.WritePropertyName(name);
            item.Write(writer, one);
        }
        writer.WriteEndObject();
    }

    public override JsonObject Schema(SchemaBook book) => new() { ["type"] = "object", ["additionalProperties"] = item.Schema(book) };

    public override string TypeScript(TypeBook book) => $"Record<string, {item.TypeScript(book)}>";
}
