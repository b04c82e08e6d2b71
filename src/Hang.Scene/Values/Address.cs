using System.Text.Json;
using System.Text.Json.Nodes;
using Hang.Scene.Json;

namespace Hang.Scene.Values;

/// <summary>
/// The name of a value of a layer: <c>position</c>, <c>fill</c>, <c>effects/e3/radius</c>, and of a part of one: <c>position/x</c>,
/// <c>stops/1/colour</c>. Timeline, edits, fields and copies all speak in addresses.
/// </summary>
/// <param name="Text">Words of letters, digits and hyphens, divided by slashes.</param>
[CodedBy(typeof(AddressCodec))]
public readonly record struct Address(string Text)
{
    /// <summary>Longest address, in characters.</summary>
    public const int Most = 200;

    /// <summary>The address of a value of an effect.</summary>
    public static Address OfEffect(string effect, string value) => new($"{Effects}/{effect}/{value}");

    /// <summary>The first word of addresses into effects.</summary>
    public const string Effects = "effects";

    /// <summary>The first word of addresses into masks.</summary>
    public const string Masks = "masks";

    public string[] Words => Text.Split('/');

    public static bool TryParse(string text, out Address address)
    {
        address = new(text);
        return text.Length is > 0 and <= Most && text.Split('/').All(w => w.Length > 0 && w.All(c => char.IsAsciiLetterOrDigit(c) || c == '-'));
    }

    /// <summary>Whether a text can be an id: 1 to 64 letters, digits, hyphens and underscores.</summary>
    public static bool IsId(string id) => id is { Length: > 0 and <= 64 } && id.All(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '_');

    public override string ToString() => Text;
}

internal sealed class AddressCodec : Codec
{
    public override object Read(JsonPlace place)
    {
        var text = place.Text();
        return Address.TryParse(text, out var address)
            ? address
            : throw place.Refused($"\"{Quoted.Short(text)}\" is no address.", $"Write one such as position or effects/e1/radius.");
    }

    public override void Write(Utf8JsonWriter writer, object value) => writer.WriteStringValue(value.ToString());

    public override JsonObject Schema(SchemaBook book) => new() { ["type"] = "string", ["maxLength"] = Address.Most };

    public override string TypeScript(TypeBook book) => "string";
}
