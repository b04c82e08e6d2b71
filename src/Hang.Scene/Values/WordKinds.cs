using System.Buffers;
using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Scene.Json;

namespace Hang.Scene.Values;

/// <summary>Words. A keyframe's words stand until the next keyframe.</summary>
/// <param name="most">Longest text, in UTF-16 units.</param>
public sealed class TextKind(int most) : ValueKind
{
    public override string Name => "text";

    /// <summary>Longest text, in UTF-16 units.</summary>
    public int Most => most;

    public override bool Mixes => false;

    public override Value Mix(in Value a, in Value b, double t) => t < 1 ? a : b;

    public override Value Read(JsonPlace place) => Value.Of(place.Text());

    public override string Write(in Value value) => Codecs.Write(value.Text);

    public override (Sentence Message, Sentence Remedy)? Fault(in Value value, ValueSpec spec) =>
        value.Text.Length > most ? ($"The text has more than {most} characters.", $"Split it over several layers.") : null;

    public override JsonObject Schema(ValueSpec spec) => new() { ["type"] = "string", ["maxLength"] = most };

    public override string TypeScript => "string";
}

/// <summary>One of some words. A keyframe's choice stands until the next keyframe.</summary>
public sealed class ChoiceKind(params string[] options) : ValueKind
{
    public override string Name => "choice";

    public override bool Mixes => false;

    public override ImmutableArray<string> Options { get; } = [.. options];

    /// <summary>The choice as the number of its place.</summary>
    public Value Of(string option) => new(Options.IndexOf(option));

    public override Value Mix(in Value a, in Value b, double t) => t < 1 ? a : b;

    public override Value Read(JsonPlace place)
    {
        var text = place.Text();
        var index = Options.IndexOf(text);
        return index >= 0 ? new(index) : throw place.Refused($"\"{Quoted.Short(text)}\" is none of the choices here.", $"Use {string.Join(", ", Options)}.");
    }

    public override string Write(in Value value) => $"\"{Options[(int)value.X]}\"";

    public override (Sentence Message, Sentence Remedy)? Fault(in Value value, ValueSpec spec) => null;

    public override JsonObject Schema(ValueSpec spec) => new() { ["enum"] = new JsonArray([.. Options.Select(o => (JsonNode)o)]) };

    public override string TypeScript => string.Join(" | ", Options.Select(o => $"'{o}'"));
}

/// <summary>Yes (1) or no (0), standing until the next keyframe.</summary>
public sealed class FlagKind : ValueKind
{
    public static FlagKind Flag { get; } = new();

    public override string Name => "flag";

    public override bool Mixes => false;

    public override Value Mix(in Value a, in Value b, double t) => t < 1 ? a : b;

    public override Value Read(JsonPlace place) => new(place.Flag() ? 1 : 0);

    public override string Write(in Value value) => value.X != 0 ? "true" : "false";

    public override (Sentence Message, Sentence Remedy)? Fault(in Value value, ValueSpec spec) => null;

    public override JsonObject Schema(ValueSpec spec) => new() { ["type"] = "boolean" };

    public override string TypeScript => "boolean";
}

/// <summary>A file by its content hash, a key of what the document has of that kind; it stands until the next keyframe.</summary>
public sealed class HashKind : ValueKind
{
    /// <param name="name">The kind of file, in a word.</param>
    internal HashKind(string name) => Name = name;

    public override string Name { get; }

    public override bool Mixes => false;

    public override Value Mix(in Value a, in Value b, double t) => t < 1 ? a : b;

    public override Value Read(JsonPlace place)
    {
        var hash = place.Text();
        return IsHash(hash)
            ? Value.Of(hash)
            : throw place.Refused($"\"{Quoted.Short(hash)}\" is no content hash.", $"Write \"sha256-\" and 64 hexadecimal digits.");
    }

    public override string Write(in Value value) => JsonSerializer.Serialize(value.Text);

    public override (Sentence Message, Sentence Remedy)? Fault(in Value value, ValueSpec spec) => null;

    public override JsonObject Schema(ValueSpec spec) => new() { ["type"] = "string", ["pattern"] = "^sha256-[0-9a-f]{64}$" };

    public override string TypeScript => "string";

    /// <summary>Content hash of a file's bytes: "sha256-" and 64 hexadecimal digits.</summary>
    public static string HashOf(ReadOnlySpan<byte> bytes) => "sha256-" + Convert.ToHexStringLower(SHA256.HashData(bytes));

    private static readonly SearchValues<char> Hexadecimal = SearchValues.Create("0123456789abcdef");

    /// <summary>"sha256-" and 64 hexadecimal digits in lower case.</summary>
    public static bool IsHash(string hash) =>
        hash.Length == 71 && hash.StartsWith("sha256-", StringComparison.Ordinal) && !hash.AsSpan(7).ContainsAnyExcept(Hexadecimal);
}

/// <summary>Some layers of the graphic, by their ids.</summary>
public sealed class LayersKind : ValueKind
{
    private LayersKind(string name) => Name = name;

    /// <summary>Most layers of one value.</summary>
    public const int Most = 50;

    public static LayersKind Layers { get; } = new("layers");

    /// <summary>Layers that have an edge.</summary>
    public static LayersKind Edges { get; } = new("edges");

    /// <summary>One layer that has an edge, or none.</summary>
    public static LayersKind Edge { get; } = new("edge");

    /// <summary>One layer of any kind, or none.</summary>
    public static LayersKind Layer { get; } = new("layer");

    public override string Name { get; }

    public override bool Mixes => false;

    public static ImmutableArray<string> IdsOf(in Value value) => [.. value.Text.Split(' ', StringSplitOptions.RemoveEmptyEntries)];

    public static Value Of(IEnumerable<string> ids) => Value.Of(string.Join(' ', ids));

    public override Value Mix(in Value a, in Value b, double t) => t < 1 ? a : b;

    public override Value Read(JsonPlace place)
    {
        var ids = new List<string>();
        foreach (var item in place.Items(Most))
        {
            var id = item.Text();
            ids.Add(Address.IsId(id) ? id : throw item.Refused($"\"{Quoted.Short(id)}\" is no id of a layer.", $"Name layers by their ids."));
        }
        return Of(ids);
    }

    public override string Write(in Value value) => JsonSerializer.Serialize(IdsOf(value));

    public override (Sentence Message, Sentence Remedy)? Fault(in Value value, ValueSpec spec) => null;

    public override JsonObject Schema(ValueSpec spec) =>
        new()
        {
            ["type"] = "array",
            ["items"] = new JsonObject { ["type"] = "string" },
            ["maxItems"] = Most,
        };

    public override string TypeScript => "string[]";
}
