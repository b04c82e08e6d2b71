using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization;
using Hang.Core.Colour;
using Hang.Core.Geometry;
using Hang.Core.Layers;
using Hang.Core.Motion;

namespace Hang.Core.Documents;

/// <summary>
/// Channels in a document: <c>"position": [96, 800]</c> while constant, <c>"opacity": {"keys": [{"at": 0, "value": 0, "feel": "linear"}, …]}</c>
/// when keyed, colours as "#RRGGBB". One keyframe is one line, so that a difference between two documents reads well.
/// </summary>
public sealed class ChannelSetConverter : JsonConverter<ChannelSet>
{
    /// <summary>Key in <see cref="Exception.Data"/> under which the JSON pointer inside the channels is kept.</summary>
    public const string Inside = "pointer";

    public override ChannelSet Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        using var json = JsonDocument.ParseValue(ref reader);
        if (json.RootElement.ValueKind != JsonValueKind.Object)
        {
            throw Broken("", "Channels are an object.");
        }
        var channels = ImmutableSortedDictionary.CreateBuilder<ChannelName, Channel>();
        foreach (var property in json.RootElement.EnumerateObject())
        {
            var at = $"/{property.Name}";
            if (!JsonName.TryRead<ChannelName>(property.Name, out var name))
            {
                throw Broken(at, $"There is no channel \"{property.Name}\".");
            }
            if (!channels.TryAdd(name, ReadChannel(ChannelSpec.Of(name), property.Value, at)))
            {
                throw Broken(at, $"The channel \"{property.Name}\" is there twice.");
            }
        }
        return new(channels.ToImmutable());
    }

    public override void Write(Utf8JsonWriter writer, ChannelSet value, JsonSerializerOptions options)
    {
        writer.WriteStartObject();
        foreach (var (name, channel) in value.Mentioned)
        {
            var spec = ChannelSpec.Of(name);
            writer.WritePropertyName(JsonName.Of(name));
            if (!channel.IsKeyed)
            {
                writer.WriteRawValue(Text(spec, channel.Constant));
                continue;
            }
            writer.WriteStartObject();
            writer.WriteStartArray("keys");
            foreach (var key in channel.Keys)
            {
                writer.WriteRawValue(KeyText(spec, key));
            }
            writer.WriteEndArray();
            writer.WriteEndObject();
        }
        writer.WriteEndObject();
    }

    /// <summary>One keyframe as one line of JSON.</summary>
    public static string KeyText(ChannelSpec spec, Keyframe key)
    {
        var feel = key.Parts is { } parts
            ? $"[{string.Join(", ", spec.Components.Select((_, i) => $"\"{parts[i].Css}\""))}]"
            : $"\"{key.Feel.Css}\"";
        var bend = key.Bend is { } b
            ? $", \"tangentIn\": [{JsonSerializer.Serialize(b.In.X)}, {JsonSerializer.Serialize(b.In.Y)}], \"tangentOut\": [{JsonSerializer.Serialize(b.Out.X)}, {JsonSerializer.Serialize(b.Out.Y)}]"
            : "";
        return string.Create(CultureInfo.InvariantCulture, $"{{ \"at\": {key.At}, \"value\": {Text(spec, key.Value)}, \"feel\": {feel}{bend} }}");
    }

    /// <summary>Reads a value as documents write it: a number, an array of numbers, or a colour.</summary>
    public static ChannelValue ReadValue(ChannelSpec spec, JsonElement json, string at)
    {
        if (spec.IsColour)
        {
            return json.ValueKind == JsonValueKind.String && Rgba.TryParse(json.GetString()!, out var c)
                ? new(c.R, c.G, c.B, c.A)
                : throw Broken(at, "A colour is text such as \"#4A2C12\".");
        }
        var numbers = json.ValueKind == JsonValueKind.Array ? json.EnumerateArray().ToArray() : [json];
        if (numbers.Length != spec.Components.Length || numbers.Any(n => n.ValueKind != JsonValueKind.Number))
        {
            throw Broken(at, spec.Components.Length == 1 ? "A number is needed here." : $"{spec.Components.Length} numbers are needed here: {string.Join(", ", spec.Components)}.");
        }
        var value = default(ChannelValue);
        for (var i = 0; i < numbers.Length; i++)
        {
            value = value.With(i, numbers[i].GetDouble());
        }
        return value.IsFinite ? value : throw Broken(at, "The number is too large.");
    }

    private static Channel ReadChannel(ChannelSpec spec, JsonElement json, string at)
    {
        if (json.ValueKind != JsonValueKind.Object)
        {
            return Channel.Of(ReadValue(spec, json, at));
        }
        if (!json.TryGetProperty("keys", out var keys) || keys.ValueKind != JsonValueKind.Array || keys.GetArrayLength() == 0 || json.EnumerateObject().Count() != 1)
        {
            throw Broken(at, "A keyed channel is {\"keys\": [ … ]} with one keyframe or more.");
        }
        var list = new List<Keyframe>();
        foreach (var (entry, i) in keys.EnumerateArray().Select((k, i) => (k, i)))
        {
            var key = ReadKey(spec, entry, $"{at}/keys/{i}");
            if (list.Count > 0 && list[^1].At >= key.At)
            {
                throw Broken($"{at}/keys/{i}/at", "Keyframes must be in rising order of frames.");
            }
            list.Add(key);
        }
        return Channel.Of(list);
    }

    /// <summary>Reads one keyframe as <see cref="KeyText"/> writes it.</summary>
    /// <param name="at">JSON pointer of the place, for messages.</param>
    public static Keyframe ReadKey(ChannelSpec spec, JsonElement key, string at)
    {
        var (frame, value, feel) = (default(int?), default(ChannelValue?), Feel.Linear);
        FeelParts? parts = null;
        (Point? into, Point? onward) = (null, null);
        if (key.ValueKind != JsonValueKind.Object)
        {
            throw Broken(at, "A keyframe is an object.");
        }
        foreach (var part in key.EnumerateObject())
        {
            switch (part.Name)
            {
                case "at" when part.Value.ValueKind == JsonValueKind.Number && part.Value.TryGetInt32(out var n): frame = n; break;
                case "value": value = ReadValue(spec, part.Value, $"{at}/value"); break;
                case "feel" when part.Value.ValueKind == JsonValueKind.String: feel = ReadFeel(part.Value.GetString()!, $"{at}/feel"); break;
                case "feel" when part.Value.ValueKind == JsonValueKind.Array: (feel, parts) = ReadFeels(spec, part.Value, $"{at}/feel"); break;
                case "tangentIn": into = ReadPoint(part.Value, $"{at}/tangentIn"); break;
                case "tangentOut": onward = ReadPoint(part.Value, $"{at}/tangentOut"); break;
                default: throw Broken($"{at}/{part.Name}", "This is no part of a keyframe, or not of its kind: \"at\" is a whole frame, \"value\" a value, \"feel\" CSS easing text.");
            }
        }
        if (frame is null || value is null)
        {
            throw Broken(at, "A keyframe needs \"at\" and \"value\".");
        }
        return new(frame.Value, value.Value, feel)
        {
            Parts = parts,
            Bend = into is null && onward is null ? null : new Bend(into ?? default, onward ?? default),
        };
    }

    private static (Feel Feel, FeelParts? Parts) ReadFeels(ChannelSpec spec, JsonElement json, string at)
    {
        var feels = json.EnumerateArray().Select((f, i) => f.ValueKind == JsonValueKind.String ? ReadFeel(f.GetString()!, $"{at}/{i}") : throw Broken($"{at}/{i}", "A feel is CSS easing text.")).ToArray();
        return feels.Length == spec.Components.Length && feels.Length > 1
            ? (feels[0], new(feels[0], feels[1], feels.ElementAtOrDefault(2) ?? Feel.Linear, feels.ElementAtOrDefault(3) ?? Feel.Linear))
            : throw Broken(at, $"Give one feel, or one for each of {string.Join(", ", spec.Components)}.");
    }

    private static Point ReadPoint(JsonElement json, string at)
    {
        var numbers = json.ValueKind == JsonValueKind.Array ? json.EnumerateArray().ToArray() : [];
        return numbers.Length == 2 && numbers.All(n => n.ValueKind == JsonValueKind.Number)
            ? new(numbers[0].GetDouble(), numbers[1].GetDouble())
            : throw Broken(at, "A tangent is two numbers.");
    }

    private static Feel ReadFeel(string css, string at)
    {
        try
        {
            return FeelText.Parse(css);
        }
        catch (ProblemException e)
        {
            throw Broken(at, e.Problem.ToString());
        }
    }

    private static string Text(ChannelSpec spec, ChannelValue value)
    {
        if (spec.IsColour)
        {
            return $"\"{new Rgba(value.X, value.Y, value.Z, value.W)}\"";
        }
        var numbers = Enumerable.Range(0, spec.Components.Length).Select(i => JsonSerializer.Serialize(value[i])).ToArray();
        return numbers.Length == 1 ? numbers[0] : new StringBuilder("[").AppendJoin(", ", numbers).Append(']').ToString();
    }

    private static JsonException Broken(string at, string message)
    {
        var e = new JsonException(message);
        e.Data[Inside] = at;
        return e;
    }
}
