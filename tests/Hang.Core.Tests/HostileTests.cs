using System.Globalization;
using System.Text.Json.Nodes;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Scene;
using Hang.Tests.Shared;

namespace Hang.Core.Tests;

/// <summary>
/// A corpus of hostile input, as generators: at every place of sound documents and of sound edits stands, one after the other, everything that does not
/// belong there. The answer is a sound document or one plain problem that names the place, soon and with little memory.
/// </summary>
public class HostileTests
{
    /// <summary>No answer takes more processor time than this.</summary>
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(5);

    /// <summary>No answer takes more memory than this, all that was let go again included.</summary>
    private const long MostBytes = 600_000_000;

    /// <summary>A problem is for reading: longer texts quote too much.</summary>
    private const int LongestText = 1000;

    /// <summary>Marks a place.</summary>
    private const string Here = "@here@";

    /// <summary>What stands where something else belongs, as JSON.</summary>
    private static readonly string[] Values =
    [
        "null",
        "true",
        "[]",
        "{}",
        "[null]",
        "[[]]",
        "{\"keys\": null}",
        "{\"keys\": []}",
        "{\"keys\": [null]}",
        "{\"keys\": [{\"at\": 0, \"value\": null}]}",
        "0",
        "-1",
        "1.5",
        "1e308",
        "-1e308",
        "1e-320",
        "2147483648",
        "9007199254740993",
        "\"\"",
        "\"\\ud800\"",
        "\"a\\u0000b\"",
        "\"\\u202e\\u2067\"",
        "\"../../etc/passwd\"",
        "\"l1/0\"",
        "\"#12\"",
        "\"linear(\"",
        "\"NaN\"",
        "[1e308, 1e308]",
        "[-1e308, 1e308, 1e308, 1e308]",
        "[1, 2, 3, 4, 5]",
        "\"" + new string('x', 100_000) + "\"",
        "[" + string.Join(',', Enumerable.Repeat("0", 10_000)) + "]",
        string.Concat(Enumerable.Repeat("[", 200)) + string.Concat(Enumerable.Repeat("]", 200)),
    ];

    private static readonly string[] Edits =
    [
        """{"do": "setValue", "layer": "p", "address": "position", "value": [1, 2], "at": 3, "whole": false}""",
        """{"do": "nudge", "layers": ["p", "t"], "by": [1, 2], "at": 3}""",
        """{"do": "addKey", "layer": "p", "address": "opacity", "at": 3}""",
        """{"do": "moveKeys", "keys": [{"layer": "p", "address": "fill", "at": 0}], "by": 3, "copy": true}""",
        """{"do": "setFeel", "keys": [{"layer": "p", "address": "fill", "at": 0}], "feel": "ease", "part": 1}""",
        """{"do": "stretchKeys", "keys": [{"layer": "p", "address": "fill", "at": 0}, {"layer": "p", "address": "fill", "at": 60}], "anchor": 0, "edge": 60, "to": 40}""",
        """{"do": "staggerKeys", "keys": [{"layer": "p", "address": "fill", "at": 0}], "every": 3, "order": "topDown"}""",
        """{"do": "pasteKeys", "layers": ["p"], "keys": [{"layer": 0, "address": "opacity", "key": {"at": 0, "value": 0.5, "feel": "linear"}}], "at": 3}""",
        """{"do": "setBend", "layer": "h", "at": 0, "tangentIn": [1, 2], "tangentOut": [3, 4]}""",
        """{"do": "applyArrival", "layers": ["p", "t"], "kind": "rise", "leaving": false, "length": 12, "distance": 40, "feel": "ease", "pieces": {"by": "letter", "every": 2, "order": "inOrder", "seed": 1}, "every": 2}""",
        """{"do": "setIdles", "layer": "p", "idles": [{"kind": "pulse", "amplitude": 8, "cycles": 2, "phase": 0.25, "over": "hold", "seed": 1}]}""",
        """{"do": "setPhases", "phases": {"arrive": 10, "hold": 50, "leave": 20}}""",
        """{"do": "changeGraphic", "name": "N", "kind": "bug", "width": 640, "height": 360, "rate": "25", "motionBlur": {"on": true, "angle": 180}}""",
        """{"do": "setField", "field": {"name": "F", "fills": [{"layer": "t", "address": "text"}], "help": "H", "group": "G", "whenLong": "fit", "width": 300, "mostCharacters": 9, "mostLines": 2, "mayBeEmpty": true}, "was": "F"}""",
        """{"do": "setField", "field": {"name": "N", "fills": [{"layer": "p", "address": "opacity"}], "least": 1, "greatest": 2}}""",
        """{"do": "removeField", "name": "F"}""",
        """{"do": "orderField", "name": "F", "to": 1}""",
        """{"do": "applyTake", "take": {"values": {"F": "x"}, "colourway": "W", "hold": 9, "name": "N"}}""",
        """{"do": "changeLayer", "layer": "p", "name": "N", "hangsFrom": "h", "facing": "along", "blend": "screen", "matte": "t", "matteBy": "luma", "matteInverted": true, "at": 0}""",
        """{"do": "addLayer", "layer": {"id": "", "name": "New", "position": [1, 2], "content": {"kind": "ellipse", "size": [3, 4], "fill": "#102030"}, "effects": [{"kind": "dropShadow", "id": "e1", "distance": 3}]}, "at": 0}""",
        """{"do": "addAsset", "hash": "sha256-5145bb3dededa30ded8dfaf1ec79975a920468b3adb158253b79c2dca42756bb", "asset": {"name": "m.png", "type": "image/png", "width": 3, "height": 4}}""",
        """{"do": "several", "edits": [{"do": "orderLayer", "layer": "p", "to": 1}, {"do": "setSpan", "layer": "p", "in": 3, "out": 40}, {"do": "splitLayers", "layers": ["p"], "at": 20}]}""",
        """{"do": "groupLayers", "layers": ["p", "t"], "at": 3}""",
        """{"do": "moveIntoGroup", "layers": ["p"], "group": "t", "at": 3}""",
        """{"do": "insertEffect", "layers": ["p"], "kind": "blur", "at": 0}""",
        """{"do": "copyEffects", "from": "b", "layers": ["p"]}""",
        """{"do": "removeLayers", "layers": ["p", "h"], "at": 3}""",
    ];

    private static readonly string Example = File.ReadAllText(Path.Combine(ProjectFolder.Root, "tests", "examples", "v1", "everything.hang"));

    [Fact]
    public void AnythingAnywhereInADocumentIsReadOrRefused()
    {
        var sound = GraphicJson.Write(GraphicJson.Read(Example));
        var count = 0;
        foreach (var version in new[] { sound, Example })
        {
            foreach (var text in Spoiled(version))
            {
                count++;
                Soon(() => Evaluated(GraphicJson.Read(text)), text);
            }
        }
        Assert.InRange(count, 300, int.MaxValue);
    }

    [Fact]
    public void AnythingAnywhereInAnEditIsDoneOrRefused()
    {
        var graphic = GraphicJson.Read(Example);
        var count = 0;
        foreach (var edit in Edits)
        {
            Edit.Read(edit);
            foreach (var text in Spoiled(edit))
            {
                count++;
                Soon(() => Evaluated(Edit.Read(text).ApplyTo(graphic, Samples.Shaper)), text);
            }
        }
        Assert.InRange(count, 300, int.MaxValue);
    }

    /// <summary>Each place in turn with each hostile value; then each property missing, named otherwise, unknown, and there twice.</summary>
    private static IEnumerable<string> Spoiled(string json)
    {
        foreach (var place in Places(JsonNode.Parse(json)!))
        {
            foreach (var value in Values)
            {
                // Some of them are no JSON that a writer would write.
                yield return Changed(json, place, () => Here).Replace($"\"{Here}\"", value, StringComparison.Ordinal);
            }
            yield return Changed(json, place, null);
            if (place is [.., string name])
            {
                yield return Renamed(json, place, name.ToUpperInvariant());
                yield return Renamed(json, place, "unknown");
                yield return json.Replace($"\"{name}\":", $"\"{name}\": 1, \"{name}\":", StringComparison.Ordinal);
            }
        }
    }

    /// <summary>Paths to every value: names and indexes.</summary>
    private static IEnumerable<object[]> Places(JsonNode node)
    {
        yield return [];
        var inner = node switch
        {
            JsonObject o => o.Select(p => ((object)p.Key, p.Value)),
            JsonArray a => a.Select((v, i) => ((object)i, v)).Take(2),
            _ => [],
        };
        foreach (var (step, value) in inner)
        {
            foreach (
                var rest in value is null
                    ?
                    [
                        [],
                    ]
                    : Places(value)
            )
            {
                yield return [step, .. rest];
            }
        }
    }

    /// <param name="change">Makes what stands there; null: nothing stands there any more.</param>
    private static string Changed(string json, object[] place, Func<JsonNode>? change)
    {
        var root = JsonNode.Parse(json)!;
        if (place.Length == 0)
        {
            return change?.Invoke().ToJsonString() ?? "null";
        }
        var holder = place[..^1].Aggregate(root, (node, step) => step is string name ? node[name]! : node[(int)step]!);
        if (holder is JsonObject o && place[^1] is string key)
        {
            o.Remove(key);
            if (change is not null)
            {
                o[key] = change();
            }
        }
        else if (holder is JsonArray a && place[^1] is int index)
        {
            a.RemoveAt(index);
            if (change is not null)
            {
                a.Insert(index, change());
            }
        }
        return root.ToJsonString();
    }

    private static string Renamed(string json, object[] place, string name)
    {
        var root = JsonNode.Parse(json)!;
        var holder = (JsonObject)place[..^1].Aggregate(root, (node, step) => step is string n ? node[n]! : node[(int)step]!);
        var value = holder[(string)place[^1]]?.DeepClone();
        holder.Remove((string)place[^1]);
        holder[name] = value;
        return root.ToJsonString();
    }

    /// <summary>A document that was taken can be written, read again and evaluated.</summary>
    private static void Evaluated(Graphic graphic)
    {
        var text = GraphicJson.Write(graphic);
        Assert.Equal(text, GraphicJson.Write(GraphicJson.Read(text)));
        var evaluator = new Evaluator(graphic, Samples.Shaper);
        foreach (var frame in new[] { 0, graphic.Phases.Total - 1 })
        {
            Assert.All(evaluator.At(frame).Nodes, n => Assert.All(n.Row.ToArray(), v => Assert.True(float.IsFinite(v))));
        }
    }

    private static void Soon(Action act, string input)
    {
        var before = Environment.CpuUsage.TotalTime;
        var allocated = GC.GetAllocatedBytesForCurrentThread();
        try
        {
            act();
        }
        catch (ProblemException e)
        {
            Assert.InRange(e.Problem.ToString().Length, 1, LongestText);
            Assert.DoesNotContain('\n', e.Problem.ToString());
        }
        catch (Exception e) when (e is not Xunit.Sdk.XunitException)
        {
            Assert.Fail(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{e.GetType().Name}: {e.Message} at {e.StackTrace?.Split('\n').FirstOrDefault()} for {(input.Length > 2000 ? input[..2000] : input)}"
                )
            );
        }
        Assert.True(
            Environment.CpuUsage.TotalTime - before < Longest,
            $"It took {Environment.CpuUsage.TotalTime - before} for {(input.Length > 500 ? input[..500] : input)}"
        );
        allocated = GC.GetAllocatedBytesForCurrentThread() - allocated;
        Assert.True(allocated < MostBytes, $"It took {allocated / 1_000_000} MB for {(input.Length > 500 ? input[..500] : input)}");
    }
}
