using System.Globalization;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Scene;
using Hang.Scene.Colour;
using Hang.Scene.Numbers;
using Hang.Scene.Sources;
using Hang.Scene.Values;

namespace Hang.Core.Fields;

/// <summary>
/// Values of fields as text, as people, tables and the shell give them: words as they are; numbers as the interface shows them, with or without their unit,
/// several with spaces or commas between; #RRGGBB or the name of a role; a choice by its name; yes or no; a picture by its file name or hash.
/// </summary>
public static class FieldText
{
    private static readonly string[] Yes = ["yes", "true", "on", "1", "x", "✓"];
    private static readonly string[] No = ["no", "false", "off", "0", ""];

    /// <summary>The value that a text stands for.</summary>
    /// <exception cref="ProblemException">It stands for none of this kind; the message says what does.</exception>
    public static Value Read(Graphic graphic, FieldPlace place, string text) =>
        place.Kind switch
        {
            TextKind => Value.Of(text),
            NumbersKind numbers => Numbers(place, numbers, text),
            FlagKind => Flag(text.Trim()),
            ChoiceKind choice => Choice(choice, text.Trim()),
            ColourKind or PaintKind => Colour(graphic, place, text.Trim()),
            HashKind hash => Hash(graphic, hash, text.Trim()),
            _ => throw new ProblemException($"No field can fill this.", $"Choose another value for it."),
        };

    /// <summary>A value as text, which <see cref="Read"/> reads back equal.</summary>
    public static string Write(Graphic graphic, FieldPlace place, in Value value)
    {
        switch (place.Kind)
        {
            case TextKind:
                return value.Text;
            case NumbersKind numbers:
                var shown = new string[numbers.Components.Length];
                for (var i = 0; i < shown.Length; i++)
                {
                    shown[i] = Math.Round(value[i] * place.Spec.Factor, 6).ToString(CultureInfo.InvariantCulture);
                }
                return string.Join(" ", shown);
            case FlagKind:
                return value.X != 0 ? "yes" : "no";
            case ChoiceKind choice:
                return choice.Options[(int)value.X];
            case HashKind hash:
                return NameOf(graphic, hash, value.Text) ?? value.Text;
            default:
                // A gradient has no short text: it is written as JSON.
                return value.Held is Gradient ? place.Kind.Write(value) : ColourText.Write(value);
        }
    }

    /// <summary>File names and hashes of the pictures, or the sounds, that a document has.</summary>
    public static IEnumerable<(string Hash, string Name)> Files(Graphic graphic, HashKind kind) =>
        SourceKinds.Of(kind) is { } source ? graphic.Sources[source].Select(s => (s.Key, s.Value.Name)) : [];

    /// <summary>The file name under which a hash is found, where it is the only one of that name.</summary>
    private static string? NameOf(Graphic graphic, HashKind kind, string hash)
    {
        var files = Files(graphic, kind).ToArray();
        return files.FirstOrDefault(f => f.Hash == hash).Name is { } name && files.Count(f => f.Name == name) == 1 ? name : null;
    }

    private static Value Numbers(FieldPlace place, NumbersKind kind, string text)
    {
        var unit = place.Spec.Unit;
        var plain = text.Replace('−', '-').Trim();
        if (unit.Length > 0 && plain.EndsWith(unit, StringComparison.OrdinalIgnoreCase))
        {
            plain = plain[..^unit.Length];
        }
        if (kind.Components.Length == 1)
        {
            // One number may be written as sheets write it, with groups or a comma before the fraction.
            return SheetNumber.Parse(plain) is { } one ? new(one / place.Spec.Factor) : throw Unread(place, text, kind);
        }
        var parts = plain.TrimEnd('%', ' ').Split([' ', ',', ';', '×', '\t'], StringSplitOptions.RemoveEmptyEntries);
        var value = default(Value);
        if (parts.Length != kind.Components.Length)
        {
            throw Unread(place, text, kind);
        }
        for (var i = 0; i < parts.Length; i++)
        {
            value =
                double.TryParse(parts[i], NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
                    ? value.With(i, number / place.Spec.Factor)
                    : throw Unread(place, text, kind);
        }
        return value;
    }

    private static ProblemException Unread(FieldPlace place, string text, NumbersKind kind)
    {
        var unit = place.Spec.Factor == 100 ? "%" : place.Spec.Unit;
        return kind.Components.Length == 1
            ? new(
                $"\"{Quoted.Short(text)}\" is no number.",
                unit.Length > 0
                    ? (Sentence)$"Write one such as 12.5 ({new Term(unit)}), with a point before its fraction."
                    : $"Write one such as 12.5, with a point before its fraction."
            )
            : new($"\"{Quoted.Short(text)}\" is not {kind.Components.Length} numbers.", $"Write {string.Join(", ", kind.Components)} with spaces between.");
    }

    private static Value Flag(string text) =>
        Yes.Contains(text, StringComparer.OrdinalIgnoreCase) ? new(1)
        : No.Contains(text, StringComparer.OrdinalIgnoreCase) ? new(0)
        : throw new ProblemException($"\"{Quoted.Short(text)}\" is neither yes nor no.", $"Write yes or no.");

    private static Value Choice(ChoiceKind kind, string text)
    {
        for (var i = 0; i < kind.Options.Length; i++)
        {
            if (string.Equals(kind.Options[i], text, StringComparison.OrdinalIgnoreCase))
            {
                return new(i);
            }
        }
        throw new ProblemException($"\"{Quoted.Short(text)}\" is none of the choices here.", $"Use {string.Join(", ", kind.Options)}.");
    }

    private static Value Colour(Graphic graphic, FieldPlace place, string text)
    {
        if (Rgba.TryParse(text, out var literal))
        {
            return ColourText.Of(literal);
        }
        var role = text.TrimStart('@');
        if (
            graphic.Palette?.ColourOf(graphic.Palette.Roles.FirstOrDefault(r => string.Equals(r, role, StringComparison.OrdinalIgnoreCase)) ?? "") is { } colour
        )
        {
            var name = graphic.Palette.Roles.First(r => string.Equals(r, role, StringComparison.OrdinalIgnoreCase));
            return ColourText.Of(colour, RoleShade.Parse($"@{name}"));
        }
        try
        {
            // As documents write it: a shade of a role, or a gradient.
            using var json = JsonDocument.Parse(text.StartsWith('{') ? text : JsonSerializer.Serialize(text));
            return place.Kind.Read(new(json.RootElement, ""));
        }
        catch (Exception e) when (e is JsonException or ProblemException)
        {
            throw new ProblemException(
                $"\"{Quoted.Short(text)}\" is no colour.",
                graphic.Palette is { } palette
                    ? (Sentence)$"Write #RRGGBB, such as #4A2C12, or a role: {string.Join(", ", palette.Roles)}."
                    : $"Write #RRGGBB, such as #4A2C12."
            );
        }
    }

    private static Value Hash(Graphic graphic, HashKind kind, string text)
    {
        var files = Files(graphic, kind).ToArray();
        if (files.Any(f => f.Hash == text))
        {
            return Value.Of(text);
        }
        var named = files.Where(f => string.Equals(f.Name, text, StringComparison.OrdinalIgnoreCase)).Select(f => f.Hash).ToArray();
        return named switch
        {
            [var one] => Value.Of(one),
            [] => throw new ProblemException(
                $"There is no {new Term(kind.Name)} \"{Quoted.Short(text)}\" here.",
                files.Length == 0
                    ? (Sentence)$"Add the {new Term(kind.Name)} first."
                    : $"Add it, or use one of {string.Join(", ", files.Take(8).Select(f => f.Name))}."
            ),
            _ => throw new ProblemException(
                $"{named.Length} {new Term(kind.Name + "s")} are called \"{Quoted.Short(text)}\".",
                $"Give one of them another name, or name it by its hash."
            ),
        };
    }
}
