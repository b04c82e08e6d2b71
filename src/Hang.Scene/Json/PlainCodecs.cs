using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Scene.Time;

namespace Hang.Scene.Json;

internal sealed class TextCodec(int? most = null) : Codec
{
    public override object Read(JsonPlace place)
    {
        var text = place.Text();
        return text.Length > most ? throw place.Refused($"The text has {text.Length} characters.", $"Keep it to {most}.") : text;
    }

    public override void Write(Utf8JsonWriter writer, object value) => writer.WriteStringValue((string)value);

    public override JsonObject Schema(SchemaBook book)
    {
        var schema = new JsonObject { ["type"] = "string" };
        if (most is { } n)
        {
            schema["maxLength"] = n;
        }
        return schema;
    }

    public override string TypeScript(TypeBook book) => "string";
}

internal sealed class NumberCodec(bool whole, double? least, double? most) : Codec
{
    public override object Read(JsonPlace place)
    {
        var number = whole ? place.Whole() : place.Number();
        if (number < least || number > most)
        {
            throw place.Refused($"{number} is out of range.", $"Use {least} to {most}.");
        }
        return whole ? (object)(int)number : number;
    }

    public override void Write(Utf8JsonWriter writer, object value)
    {
        if (value is int n)
        {
            writer.WriteNumberValue(n);
        }
        else
        {
            writer.WriteNumberValue((double)value);
        }
    }

    public override JsonObject Schema(SchemaBook book)
    {
        var schema = new JsonObject { ["type"] = whole ? "integer" : "number" };
        if (least is { } low)
        {
            schema["minimum"] = low;
        }
        if (most is { } high)
        {
            schema["maximum"] = high;
        }
        return schema;
    }

    public override string TypeScript(TypeBook book) => "number";
}

internal sealed class FlagCodec : Codec
{
    public override object Read(JsonPlace place) => place.Flag();

    public override void Write(Utf8JsonWriter writer, object value) => writer.WriteBooleanValue((bool)value);

    public override JsonObject Schema(SchemaBook book) => new() { ["type"] = "boolean" };

    public override string TypeScript(TypeBook book) => "boolean";
}

/// <summary>An enum by its names in camel case, exactly as they are written.</summary>
internal sealed class ChoiceCodec(System.Type type) : Codec
{
    private readonly Dictionary<string, object> values = Enum.GetValues(type)
        .Cast<object>()
        .ToDictionary(v => JsonNamingPolicy.CamelCase.ConvertName(v.ToString()!), StringComparer.Ordinal);

    public override object Read(JsonPlace place)
    {
        var text = place.Text();
        return values.TryGetValue(text, out var value)
            ? value
            : throw place.Refused($"\"{Quoted.Short(text)}\" is none of the choices here.", $"Use {string.Join(", ", values.Keys)}.");
    }

    public override void Write(Utf8JsonWriter writer, object value) => writer.WriteStringValue(JsonNamingPolicy.CamelCase.ConvertName(value.ToString()!));

    public override JsonObject Schema(SchemaBook book) => new() { ["enum"] = new JsonArray([.. values.Keys.Select(k => (JsonNode)k)]) };

    public override string TypeScript(TypeBook book) =>
        book.Refer(type.Name, () => $"export type {type.Name} = {string.Join(" | ", values.Keys.Select(k => $"'{k}'"))}");
}

internal sealed class RateCodec : Codec
{
    private static readonly Sentence Rate = $"A rate such as \"25\" or \"30000/1001\"";

    public override object Read(JsonPlace place)
    {
        var text = place.Text(Rate);
        foreach (var rate in FrameRate.All)
        {
            if (rate.ToString() == text)
            {
                return rate;
            }
        }
        throw place.Refused($"\"{Quoted.Short(text)}\" is not a frame rate Hang works in.", $"Use one of {string.Join(", ", FrameRate.All)}.");
    }

    public override void Write(Utf8JsonWriter writer, object value) => writer.WriteStringValue(value.ToString());

    public override JsonObject Schema(SchemaBook book) => new() { ["enum"] = new JsonArray([.. FrameRate.All.Select(r => (JsonNode)r.ToString())]) };

    public override string TypeScript(TypeBook book) => "string";
}

/// <summary>JSON that somebody else reads: a value whose kind depends on its address.</summary>
internal sealed class RawCodec : Codec
{
    public override object Read(JsonPlace place) => place.Json.ValueKind == JsonValueKind.Null ? throw place.Wrong($"A value") : place.Json.Clone();

    public override void Write(Utf8JsonWriter writer, object value) => ((JsonElement)value).WriteTo(writer);

    public override JsonObject Schema(SchemaBook book) => [];

    public override string TypeScript(TypeBook book) => "unknown";
}
