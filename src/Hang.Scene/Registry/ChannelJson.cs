using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Scene.Geometry;
using Hang.Scene.Json;
using Hang.Scene.Motion;
using Hang.Scene.Values;

namespace Hang.Scene.Registry;

/// <summary>
/// A value over time in a document: <c>"position": [96, 800]</c> while constant, <c>"opacity": {"keys": [{"at": 0, "value": 0, "feel": "linear"}, …]}</c>
/// when keyed. One keyframe is one line, so that a difference between two documents reads well.
/// </summary>
internal static class ChannelJson
{
    /// <summary>Most keyframes of one value.</summary>
    public const int MostKeys = 20_000;

    public static Channel Read(ValueSpec spec, JsonPlace place)
    {
        if (place.Json.ValueKind != JsonValueKind.Object || (spec.Kind.HoldsObjects && !place.Json.TryGetProperty("keys", out _)))
        {
            return Channel.Of(spec.Kind, spec.Kind.Read(place));
        }
        if (!spec.Keyable)
        {
            throw place.Refused($"{spec.Term} is decided once and cannot be keyed.", $"Give it one value.");
        }
        List<Keyframe>? keys = null;
        foreach (var (name, at) in place.Members())
        {
            keys =
                name == "keys"
                    ? [.. at.Items(MostKeys).Select(k => ReadKey(spec, k))]
                    : throw at.Refused($"\"{Quoted.Short(name)}\" is not known here.", $"A keyed value is {{\"keys\": [ … ]}}.");
        }
        if (keys is not { Count: > 0 })
        {
            throw place.Refused($"A keyed value is {{\"keys\": [ … ]}} with one keyframe or more.", $"Add a keyframe, or give it one value.");
        }
        for (var i = 1; i < keys.Count; i++)
        {
            if (keys[i - 1].At >= keys[i].At)
            {
                throw new JsonPlace(default, string.Create(CultureInfo.InvariantCulture, $"{place.Pointer}/keys/{i}/at")).Refused(
                    $"Keyframes must be in rising order of frames.",
                    $"Put them in order."
                );
            }
        }
        return Channel.Of(spec.Kind, keys);
    }

    public static void Write(Utf8JsonWriter writer, ValueSpec spec, Channel channel)
    {
        if (!channel.IsKeyed)
        {
            writer.WriteRawValue(spec.Kind.Write(channel.Constant));
            return;
        }
        writer.WriteStartObject();
        writer.WritePropertyName("keys");
        // The writer puts no line breaks before what it is given ready made.
        var (first, between, last) = writer.Options.Indented
            ? (Line(writer.CurrentDepth + 1), "," + Line(writer.CurrentDepth + 1), Line(writer.CurrentDepth))
            : ("", ", ", "");
        writer.WriteRawValue($"[{first}{string.Join(between, channel.Keys.Select(k => KeyText(spec, k)))}{last}]");
        writer.WriteEndObject();
    }

    private static string Line(int depth) => "\n" + new string(' ', 2 * depth);

    /// <summary>One keyframe as one line of JSON.</summary>
    public static string KeyText(ValueSpec spec, Keyframe key)
    {
        var feel = key.Parts is { } parts ? $"[{string.Join(", ", spec.Kind.Components.Select((_, i) => $"\"{parts[i].Css}\""))}]" : $"\"{key.Feel.Css}\"";
        var bend = key.Bend is { } b
            ? $", \"tangentIn\": {NumbersKind.Point.Write(new(b.In.X, b.In.Y))}, \"tangentOut\": {NumbersKind.Point.Write(new(b.Out.X, b.Out.Y))}"
            : "";
        return string.Create(CultureInfo.InvariantCulture, $"{{ \"at\": {key.At}, \"value\": {spec.Kind.Write(key.Value)}, \"feel\": {feel}{bend} }}");
    }

    /// <summary>Reads one keyframe as <see cref="KeyText"/> writes it.</summary>
    public static Keyframe ReadKey(ValueSpec spec, JsonPlace place)
    {
        int? frame = null;
        Value? value = null;
        var feel = Feel.Linear;
        FeelParts? parts = null;
        (Point? into, Point? onward) = (null, null);
        foreach (var (name, at) in place.Members())
        {
            switch (name)
            {
                case "at":
                    frame = at.Whole();
                    break;
                case "value":
                    value = spec.Kind.Read(at);
                    break;
                case "feel" when at.Json.ValueKind == JsonValueKind.Array:
                    (feel, parts) = ReadFeels(spec, at);
                    break;
                case "feel":
                    feel = ReadFeel(at);
                    break;
                case "tangentIn":
                    into = ReadPoint(at);
                    break;
                case "tangentOut":
                    onward = ReadPoint(at);
                    break;
                default:
                    throw at.Refused($"\"{Quoted.Short(name)}\" is no part of a keyframe.", $"Its parts are at, value, feel, tangentIn and tangentOut.");
            }
        }
        if (frame is not { } f || value is not { } v)
        {
            throw place.Refused($"A keyframe needs \"at\" and \"value\".", $"Add them.");
        }
        return new(f, v, feel) { Parts = parts, Bend = into is null && onward is null ? null : new Bend(into ?? default, onward ?? default) };
    }

    public static JsonObject Schema(ValueSpec spec)
    {
        var description = spec.Unit.Length > 0 ? string.Concat(spec.Meaning, " Unit: ", spec.Unit, ".") : spec.Meaning;
        if (!spec.Keyable)
        {
            var plain = spec.Kind.Schema(spec);
            plain["description"] = description;
            return plain;
        }
        var parts = new JsonObject
        {
            ["at"] = new JsonObject
            {
                ["type"] = "integer",
                ["minimum"] = 0,
                ["description"] = "Frame.",
            },
            ["value"] = spec.Kind.Schema(spec),
            ["feel"] = FeelSchema(spec),
        };
        if (spec.Kind == NumbersKind.Point)
        {
            parts["tangentIn"] = Tangent("Vector from the point to the handle of the path before it, in pixels. Position only.");
            parts["tangentOut"] = Tangent("Vector from the point to the handle of the path after it, in pixels. Position only.");
        }
        return new()
        {
            ["description"] = description,
            ["anyOf"] = new JsonArray(
                spec.Kind.Schema(spec),
                new JsonObject
                {
                    ["type"] = "object",
                    ["required"] = new JsonArray("keys"),
                    ["additionalProperties"] = false,
                    ["properties"] = new JsonObject
                    {
                        ["keys"] = new JsonObject
                        {
                            ["type"] = "array",
                            ["minItems"] = 1,
                            ["maxItems"] = MostKeys,
                            ["items"] = new JsonObject
                            {
                                ["type"] = "object",
                                ["required"] = new JsonArray("at", "value"),
                                ["additionalProperties"] = false,
                                ["properties"] = parts,
                            },
                        },
                    },
                }
            ),
        };
    }

    private static (Feel Feel, FeelParts? Parts) ReadFeels(ValueSpec spec, JsonPlace place)
    {
        var feels = place.Items(4).Select(ReadFeel).ToArray();
        return feels.Length == spec.Kind.Components.Length && feels.Length > 1
            ? (feels[0], new(feels[0], feels[1], feels.ElementAtOrDefault(2) ?? Feel.Linear, feels.ElementAtOrDefault(3) ?? Feel.Linear))
            : throw place.Refused(
                $"The number of feels does not fit the value.",
                spec.Kind.Components.Length > 1 ? (Sentence)$"Give one feel, or one for each of {string.Join(", ", spec.Kind.Components)}." : $"Give one feel."
            );
    }

    private static readonly Sentence Easing = $"CSS easing text";

    private static Feel ReadFeel(JsonPlace place)
    {
        try
        {
            return FeelText.Parse(place.Text(Easing));
        }
        catch (ProblemException e) when (e.Problem.Field == "feel")
        {
            throw place.Refused(e.Problem.Message, e.Problem.Remedy);
        }
    }

    private static Point ReadPoint(JsonPlace place)
    {
        var value = NumbersKind.Point.Read(place);
        return new(value.X, value.Y);
    }

    private static JsonObject FeelSchema(ValueSpec spec)
    {
        const string meaning = "CSS easing text: the change from here to the next keyframe.";
        var count = spec.Kind.Components.Length;
        JsonObject One() =>
            new()
            {
                ["type"] = "string",
                ["default"] = Feel.Linear.Css,
                ["description"] = meaning,
            };
        return count < 2
            ? One()
            : new()
            {
                ["description"] = $"{meaning} Where the components differ, one for each.",
                ["anyOf"] = new JsonArray(
                    One(),
                    new JsonObject
                    {
                        ["type"] = "array",
                        ["items"] = new JsonObject { ["type"] = "string" },
                        ["minItems"] = count,
                        ["maxItems"] = count,
                    }
                ),
            };
    }

    private static JsonObject Tangent(string meaning)
    {
        var schema = new JsonObject
        {
            ["type"] = "array",
            ["items"] = new JsonObject { ["type"] = "number" },
            ["minItems"] = 2,
            ["maxItems"] = 2,
        };
        schema["description"] = meaning;
        return schema;
    }
}
