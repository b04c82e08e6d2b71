using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Hang.Scene.Json;

/// <summary>
/// Writes sentences as English text, which programs and logs keep, and beside them, in a member "say", the form and the holes of each by the name of its
/// member: <c>{"label": "Hide Plate", "say": {"label": {"form": "Hide {0}", "holes": ["Plate"]}}}</c>. Of a list of sentences it is a list.
/// </summary>
public static class SaidBeside
{
    public const string Member = "say";

    /// <summary>To be added to the contracts of a serializer that also has <see cref="EnglishConverter"/>.</summary>
    public static void Add(JsonTypeInfo info)
    {
        var said = info.Kind == JsonTypeInfoKind.Object ? info.Properties.Where(p => IsSaid(p.PropertyType)).ToArray() : [];
        if (said.Length == 0)
        {
            return;
        }
        var beside = info.CreateJsonPropertyInfo(typeof(JsonObject), Member);
        beside.Get = of => Parts(of, said);
        beside.Set = (of, parts) => Put(of, said, (JsonObject?)parts);
        beside.ShouldSerialize = (_, parts) => parts is JsonObject { Count: > 0 };
        info.Properties.Add(beside);
    }

    /// <summary>The parts of sentences by name.</summary>
    public static JsonObject Of(params IEnumerable<(string Name, Sentence Sentence)> sentences) =>
        new(sentences.Select(s => KeyValuePair.Create(s.Name, (JsonNode?)SentenceJson.Write(s.Sentence))));

    private static bool IsSaid(System.Type type) => type == typeof(Sentence) || typeof(IEnumerable<Sentence>).IsAssignableFrom(type);

    private static JsonObject Parts(object of, JsonPropertyInfo[] sentences)
    {
        var parts = new JsonObject();
        foreach (var property in sentences)
        {
            if (property.Get!(of) is { } said)
            {
                parts[property.Name] = said is Sentence one
                    ? SentenceJson.Write(one)
                    : new JsonArray([.. ((IEnumerable<Sentence>)said).Select(SentenceJson.Write)]);
            }
        }
        return parts;
    }

    private static void Put(object of, JsonPropertyInfo[] said, JsonObject? parts)
    {
        foreach (var property in said.Where(p => p.PropertyType == typeof(Sentence)))
        {
            // What is reckoned from the rest needs not be put.
            if (parts?[property.Name] is { } sentence && property.AttributeProvider is PropertyInfo { CanWrite: true } own)
            {
                own.SetValue(of, SentenceJson.Read(sentence));
            }
        }
    }
}

/// <summary>A sentence as its English text. Read, it is a form without holes, until its parts are read beside it.</summary>
public sealed class EnglishConverter : JsonConverter<Sentence>
{
    public override Sentence Read(ref Utf8JsonReader reader, System.Type typeToConvert, JsonSerializerOptions options) =>
        Sentence.Fixed(reader.GetString() ?? throw new JsonException("A sentence is text."));

    public override void Write(Utf8JsonWriter writer, Sentence value, JsonSerializerOptions options) => writer.WriteStringValue(value.ToString());
}
