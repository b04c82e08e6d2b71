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
    public static Sentence Read(JsonNode? json, int depth = 0)
    {
        try
        {
            return depth < Deepest && json is JsonObject { Count: 2 } parts && parts["holes"] is JsonArray holes
                ? Sentence.Read(parts["form"]!.GetValue<string>(), [.. holes.Select(h => Hole(h, depth))])
                : throw new JsonException("A sentence has a form and holes.");
        }
        catch (Exception e)
            when (e
                    is InvalidOperationException
                        or FormatException
                        or OverflowException
                        or ArgumentException
                        or IndexOutOfRangeException
                        or NullReferenceException
            )
        {
            throw new JsonException("A sentence has a form and holes that fit it.", e);
        }
    }

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
            JsonValue value when value.GetValueKind() == JsonValueKind.String => value.GetValue<string>(),
            JsonValue value when value.TryGetValue(out long whole) => whole,
            JsonValue value => value.GetValue<double>(),
            JsonObject { Count: 1 } term => new Term(term["term"]!.GetValue<string>()),
            _ => Read(json, depth + 1),
        };
}
