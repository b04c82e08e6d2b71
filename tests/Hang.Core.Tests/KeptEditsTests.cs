using System.Text.Json.Nodes;
using Hang.Core.Edits;
using Hang.Scene.Json;
using Hang.Tests.Shared;

namespace Hang.Core.Tests;

/// <summary>
/// Revisions and histories hold edits as JSON: names and members of edits never change. The file has one of each kind as it was when the kind was new.
/// ./hang generate adds those of new kinds, and leaves what is there alone.
/// </summary>
public class KeptEditsTests
{
    private static readonly string File = Path.Combine(ProjectFolder.Root, "tests/examples/edits.jsonl");

    private static IEnumerable<string> Names(JsonNode schema) => schema["oneOf"]!.AsArray().Select(o => o!["$ref"]!.GetValue<string>().Split('/')[^1]);

    [Fact]
    public void EveryKindOfEditIsReadAsItWasKept()
    {
        var book = new SchemaBook();
        var edits = Codecs.Of(typeof(Edit)).Schema(book);
        var definitions = book.Definitions;
        var all = Names(definitions[edits["$ref"]!.GetValue<string>().Split('/')[^1]]!)
            .Select(n => definitions[n]!)
            .ToDictionary(d => d["properties"]!["do"]!["const"]!.GetValue<string>(), StringComparer.Ordinal);
        if (Environment.GetEnvironmentVariable("HANG_GENERATE") is { Length: > 0 })
        {
            string[] there = System.IO.File.Exists(File) ? System.IO.File.ReadAllLines(File) : [];
            var known = there.Select(Do).ToHashSet(StringComparer.Ordinal);
            System.IO.File.WriteAllLines(
                File,
                [
                    .. there,
                    .. all.Where(e => !known.Contains(e.Key))
                        .OrderBy(e => e.Key, StringComparer.Ordinal)
                        .Select(e => Example(e.Value, definitions, 3).ToJsonString()),
                ]
            );
        }
        var kept = System.IO.File.ReadAllLines(File);
        Assert.Empty(all.Keys.Except(kept.Select(Do)));
        foreach (var line in kept)
        {
            var read = Codecs.Read<Edit>(line);
            // What is written now says the same as what was kept, whatever it leaves out because it goes without saying.
            Assert.Equal(Codecs.Write(read), Codecs.Write(Codecs.Read<Edit>(Codecs.Write(read))));
            Assert.Equal(Do(line), Do(Codecs.Write(read)));
        }
    }

    private static string Do(string line) => JsonNode.Parse(line)!["do"]!.GetValue<string>();

    /// <summary>Something that a schema lets stand, every member said.</summary>
    /// <param name="deep">How deep members that may be left out are still said.</param>
    private static JsonNode Example(JsonNode schema, JsonObject definitions, int deep)
    {
        if (schema["$ref"] is { } other)
        {
            return Example(definitions[other.GetValue<string>().Split('/')[^1]]!, definitions, deep);
        }
        if (schema["const"] is { } only)
        {
            return only.DeepClone();
        }
        if (schema["enum"] is JsonArray some)
        {
            return some[^1]!.DeepClone();
        }
        if ((schema["oneOf"] ?? schema["anyOf"]) is JsonArray ways)
        {
            return Example(ways[0]!, definitions, deep);
        }
        switch (schema["type"]?.GetValue<string>())
        {
            case "object":
                var needed = schema["required"]?.AsArray().Select(r => r!.GetValue<string>()).ToHashSet(StringComparer.Ordinal) ?? [];
                return new JsonObject(
                    (schema["properties"]?.AsObject() ?? [])
                        .Where(p => needed.Contains(p.Key) || deep > 2)
                        .Select(p => KeyValuePair.Create(p.Key, (JsonNode?)Example(p.Value!, definitions, deep - 1)))
                );
            case "array":
                var least = schema["minItems"]?.GetValue<int>() ?? 1;
                return new JsonArray([
                    .. Enumerable.Range(0, least).Select(i => (JsonNode?)Example(schema["prefixItems"]?[i] ?? schema["items"]!, definitions, deep - 1)),
                ]);
            case "integer":
            case "number":
                return JsonValue.Create(
                    Math.Clamp(3, (int)Math.Ceiling(schema["minimum"]?.GetValue<double>() ?? 0), (int)Math.Floor(schema["maximum"]?.GetValue<double>() ?? 9))
                );
            case "boolean":
                return JsonValue.Create(true);
            default:
                return JsonValue.Create(Text(schema["pattern"]?.GetValue<string>()));
        }
    }

    private static string Text(string? pattern) =>
        pattern switch
        {
            null => "a",
            _ when pattern.Contains("sha256", StringComparison.Ordinal) => "sha256-" + new string('a', 64),
            _ => "25",
        };
}
