using System.Text.Json;
using System.Text.Json.Nodes;

namespace Hang.Scene.Json;

/// <summary>
/// Sentences as parts: <c>{"form": "{0} of {1}", "holes": [{"term": "Opacity"}, "Plate"]}</c>. A hole is a number, a name as text, a term, or a sentence.
/// </summary>
public static class SentenceJson
{
    /// <summary>How deep a sentence may be within others.</summary>
    private const int Deepest = 16;

    public static JsonObject Write(Sentence sentence) => new() { ["form"] = sentence.Form, ["holes"] = new JsonArray([.. sentence.Holes.Select(Hole)]) };

    /// <summary>The parts as text, for a column of a database.</summary>
    public static string Text(Sentence sentence) => Write(sentence).ToJsonString(ReportJson.Options);

    /// <exception cref="JsonException">It is no sentence.</exception>
    public static Sentence Read(string json) => Read(JsonNode.Parse(json));

    /// <exception cref="JsonException">It is no sentence.</exception>
    public static Sentence Read(JsonNode? json) => Read(json, 0);

    private static Sentence Read(JsonNode? json, int depth)
    {
        if (depth >= Deepest || json is not JsonObject { Count: 2 } parts || TextOf(parts["form"]) is not { } form || parts["holes"] is not JsonArray holes)
        {
            throw new JsonException("A sentence has a form and holes.");
        }
        try
        {
            return Sentence.Read(form, [.. holes.Select(h => Hole(h, depth))]);
        }
        catch (FormatException e)
        {
            throw new JsonException("A sentence has a form and holes that fit it.", e);
        }
    }

    private static string? TextOf(JsonNode? json) => json is JsonValue value && value.TryGetValue(out string? text) ? text : null;

    private static JsonNode Hole(object hole) =>
        hole switch
        {
            long number => JsonValue.Create(number),
            double number => JsonValue.Create(number),
            Term term => new JsonObject { ["term"] = term.English },
            Sentence sentence => Write(sentence),
            _ => JsonValue.Create((string)hole),
        };

    private static object Hole(JsonNode? json, int depth) =>
        json switch
        {
            JsonValue value when TextOf(value) is { } name => name,
            JsonValue value when value.TryGetValue(out long whole) => whole,
            JsonValue value when value.TryGetValue(out double number) => number,
            JsonObject { Count: 1 } term when TextOf(term["term"]) is { } word => new Term(word),
            _ => Read(json, depth + 1),
        };
}
