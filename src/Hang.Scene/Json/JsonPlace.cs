using System.Globalization;
using System.Text.Json;

namespace Hang.Scene.Json;

/// <summary>A piece of JSON (RFC 8259) and where it stands, so that whoever refuses it can name the place.</summary>
/// <param name="Json">The piece.</param>
/// <param name="Pointer">Its JSON pointer (RFC 6901); empty for the whole text.</param>
public readonly record struct JsonPlace(JsonElement Json, string Pointer)
{
    /// <summary>So deep may a text be nested.</summary>
    public const int MostDepth = 64;

    /// <summary>Parses a text and hands its root on; the text's memory is given back afterwards.</summary>
    /// <exception cref="ProblemException">The text is no JSON; the message names line and character.</exception>
    public static T Read<T>(string text, Func<JsonPlace, T> read)
    {
        JsonDocument document;
        try
        {
            document = JsonDocument.Parse(text, new() { MaxDepth = MostDepth });
        }
        catch (JsonException e)
        {
            throw new ProblemException(
                e is { LineNumber: { } line, BytePositionInLine: { } before }
                    ? (Sentence)$"This is not JSON, or it is nested deeper than {MostDepth}. It breaks off in line {line + 1}, near character {before + 1}."
                    : $"This is not JSON, or it is nested deeper than {MostDepth}.",
                $"Mend that place, or take the last good copy.",
                field: "/"
            );
        }
        catch (ArgumentException)
        {
            throw new ProblemException($"The text has half a character in it (a lone surrogate).", $"Mend that place, or take the last good copy.", field: "/");
        }
        using (document)
        {
            return read(new(document.RootElement, ""));
        }
    }

    /// <summary>A member of this object.</summary>
    public JsonPlace Member(string name, JsonElement json) =>
        new(json, $"{Pointer}/{Quoted.Short(name).Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal)}");

    /// <summary>An item of this list.</summary>
    public JsonPlace Item(int index, JsonElement json) => new(json, string.Create(CultureInfo.InvariantCulture, $"{Pointer}/{index}"));

    /// <summary>The members of an object, each name once.</summary>
    /// <exception cref="ProblemException">This is no object, or a name is there twice.</exception>
    public IEnumerable<(string Name, JsonPlace Place)> Members()
    {
        if (Json.ValueKind != JsonValueKind.Object)
        {
            throw Wrong($"An object in braces");
        }
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var member in Json.EnumerateObject())
        {
            string name;
            try
            {
                name = member.Name;
            }
            catch (InvalidOperationException)
            {
                throw Refused($"A name has half a character in it (a lone surrogate).", $"Write it anew.");
            }
            if (!seen.Add(name))
            {
                throw Member(name, member.Value).Refused($"\"{Quoted.Short(name)}\" is there twice.", $"Keep one of them.");
            }
            yield return (name, Member(name, member.Value));
        }
    }

    /// <summary>The items of a list.</summary>
    /// <exception cref="ProblemException">This is no list, or has more items than allowed.</exception>
    public IEnumerable<JsonPlace> Items(int most = int.MaxValue)
    {
        if (Json.ValueKind != JsonValueKind.Array)
        {
            throw Wrong($"A list in brackets");
        }
        if (Json.GetArrayLength() > most)
        {
            throw Refused($"There are {Json.GetArrayLength()} items here.", $"Keep it to {most}.");
        }
        var index = 0;
        foreach (var item in Json.EnumerateArray())
        {
            yield return Item(index++, item);
        }
    }

    /// <summary>A text without lone surrogates and NUL characters.</summary>
    public string Text(Sentence? what = null)
    {
        if (Json.ValueKind != JsonValueKind.String)
        {
            throw Wrong(what ?? $"Text in quotes");
        }
        try
        {
            var text = Json.GetString()!;
            return text.Contains('\0', StringComparison.Ordinal) ? throw Refused($"The text has a NUL character in it.", $"Take it out.") : text;
        }
        catch (InvalidOperationException)
        {
            throw Refused($"The text has half a character in it (a lone surrogate).", $"Write it anew.");
        }
    }

    /// <summary>A finite number.</summary>
    public double Number() =>
        Json.ValueKind != JsonValueKind.Number ? throw Wrong($"A number")
        : Json.TryGetDouble(out var number) && double.IsFinite(number) ? number
        : throw Refused($"The number is too large.", $"Use a smaller one.");

    /// <summary>A whole number.</summary>
    public int Whole() => Json.ValueKind == JsonValueKind.Number && Json.TryGetInt32(out var number) ? number : throw Wrong($"A whole number");

    public bool Flag() =>
        Json.ValueKind switch
        {
            JsonValueKind.True => true,
            JsonValueKind.False => false,
            _ => throw Wrong($"True or false"),
        };

    /// <summary>A refusal of this place because it is not what belongs here.</summary>
    /// <param name="what">What belongs here, as the beginning of a sentence.</param>
    public ProblemException Wrong(Sentence what) => Refused($"{what} belongs here, not {Kind()}.", $"Mend that place, or take the last good copy.");

    /// <summary>A refusal that names this place.</summary>
    public ProblemException Refused(Sentence message, Sentence remedy) => new(message, remedy, field: Pointer.Length == 0 ? "/" : Pointer);

    private Sentence Kind() =>
        Json.ValueKind switch
        {
            JsonValueKind.Null => $"null",
            JsonValueKind.True => $"true",
            JsonValueKind.False => $"false",
            JsonValueKind.Number => $"{Quoted.Short(Json.GetRawText())}",
            JsonValueKind.String => $"text",
            JsonValueKind.Array => $"a list",
            JsonValueKind.Object => $"an object",
            _ => $"nothing",
        };
}
