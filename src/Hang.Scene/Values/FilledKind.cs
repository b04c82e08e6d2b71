using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Unicode;
using Hang.Scene.Json;

namespace Hang.Scene.Values;

/// <summary>
/// What the fields of a placed graphic are filled with: names of fields and texts as a field reads them. A field that is not named stays as it is.
/// </summary>
public sealed class FilledKind : ValueKind
{
    /// <summary>Most fields of a graphic.</summary>
    public const int MostFields = 200;

    /// <summary>Longest name of a field, in UTF-16 units.</summary>
    public const int MostName = 60;

    /// <summary>Longest text of one field, in UTF-16 units.</summary>
    public const int MostText = 20_000;

    private static readonly JsonSerializerOptions Plain = new() { Encoder = JavaScriptEncoder.Create(UnicodeRanges.All) };

    public static FilledKind Filled { get; } = new();

    public override string Name => "filled";

    public override bool Mixes => false;

    public override Value Mix(in Value a, in Value b, double t) => t < 1 ? a : b;

    /// <summary>Texts by the names of fields.</summary>
    public static ImmutableSortedDictionary<string, string> Of(in Value value) =>
        value.Text.Length == 0
            ? ImmutableSortedDictionary<string, string>.Empty
            : JsonSerializer.Deserialize<string[][]>(value.Text, Plain)!.ToImmutableSortedDictionary(p => p[0], p => p[1], StringComparer.Ordinal);

    /// <summary>The value with such texts.</summary>
    public static Value Of(IReadOnlyDictionary<string, string> texts) =>
        texts.Count == 0
            ? Value.Of("")
            : Value.Of(JsonSerializer.Serialize(texts.OrderBy(t => t.Key, StringComparer.Ordinal).Select(t => new[] { t.Key, t.Value }), Plain));

    public override Value Read(JsonPlace place)
    {
        var texts = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var item in place.Items(MostFields))
        {
            var pair = item.Items(2).ToArray();
            if (pair.Length != 2)
            {
                throw item.Refused($"A field and its text are needed here.", $"Write [\"Name\", \"Bea Winter\"].");
            }
            var (name, text) = (pair[0].Text(), pair[1].Text());
            if (name.Trim().Length is 0 or > MostName || text.Length > MostText || !texts.TryAdd(name, text))
            {
                throw item.Refused(
                    $"A field is named twice, or its name or text is too long or empty.",
                    $"Name each field once; a text has at most {MostText} characters."
                );
            }
        }
        return Of(texts);
    }

    public override string Write(in Value value) => value.Text.Length == 0 ? "[]" : value.Text;

    public override (Sentence Message, Sentence Remedy)? Fault(in Value value, ValueSpec spec) => null;

    public override JsonObject Schema(ValueSpec spec) =>
        new()
        {
            ["type"] = "array",
            ["maxItems"] = MostFields,
            ["items"] = new JsonObject
            {
                ["type"] = "array",
                ["items"] = new JsonObject { ["type"] = "string", ["maxLength"] = MostText },
                ["minItems"] = 2,
                ["maxItems"] = 2,
            },
        };

    public override string TypeScript => "[string, string][]";

    /// <summary>What one field is filled with, by <see cref="Word"/> of its name.</summary>
    public override ValuePart? Part(Value whole, ReadOnlySpan<string> words)
    {
        if (words.Length != 1 || NameOf(words[0]) is not { } name)
        {
            return null;
        }
        var texts = Of(whole);
        return new(Text, Value.Of(texts.GetValueOrDefault(name, "")), part => Of(texts.SetItem(name, part.Text)));
    }

    private static readonly TextKind Text = new(MostText);

    /// <summary>The name of a field as a word of an address: what is no letter or digit as its UTF-16 unit in hexadecimal between hyphens.</summary>
    public static string Word(string name)
    {
        var word = new StringBuilder();
        foreach (var c in name)
        {
            _ = char.IsAsciiLetterOrDigit(c) ? word.Append(c) : word.Append('-').Append(((int)c).ToString("x", CultureInfo.InvariantCulture)).Append('-');
        }
        return word.ToString();
    }

    private static string? NameOf(string word)
    {
        var parts = word.Split('-');
        var name = new StringBuilder();
        for (var i = 0; i < parts.Length; i++)
        {
            if (i % 2 == 0)
            {
                name.Append(parts[i]);
            }
            else if (ushort.TryParse(parts[i], NumberStyles.HexNumber, CultureInfo.InvariantCulture, out var unit))
            {
                name.Append((char)unit);
            }
            else
            {
                return null;
            }
        }
        return parts.Length % 2 == 1 && name.Length > 0 ? name.ToString() : null;
    }
}
