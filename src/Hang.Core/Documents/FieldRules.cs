using System.Collections.Immutable;
using Hang.Scene;
using Hang.Scene.Values;

namespace Hang.Core.Documents;

/// <summary>The rules that the fields of every document keep.</summary>
public static class FieldRules
{
    /// <summary>The graphic without targets that lead nowhere any more, and without fields that fill nothing; the very same when all do.</summary>
    public static Graphic Settle(Graphic graphic)
    {
        if (graphic.Fields is not { Count: > 0 } fields || fields.All(f => f.Fills.All(t => FieldPlace.Find(graphic, t) is not null)))
        {
            return graphic;
        }
        var left = fields
            .Select(f => f with { Fills = [.. f.Fills.Where(t => FieldPlace.Find(graphic, t) is not null)] })
            .Where(f => !f.Fills.IsEmpty)
            .ToImmutableList();
        return graphic with { Fields = left.IsEmpty ? null : left };
    }

    /// <exception cref="ProblemException">A field is not as fields are.</exception>
    public static void Demand(Graphic graphic)
    {
        if (graphic.Fields is not { } fields)
        {
            return;
        }
        if (fields.Count > Field.Most)
        {
            throw new ProblemException($"The graphic has {fields.Count} fields.", $"Keep it to {Field.Most}.", field: "/fields");
        }
        var names = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        for (var i = 0; i < fields.Count; i++)
        {
            var field = fields[i];
            Plain(field.Name, Field.MostName, "name", i);
            Plain(field.Help ?? "-", Field.MostHelp, "help", i);
            Plain(field.Group ?? "-", Field.MostName, "group", i);
            if (!names.Add(field.Name.Trim()))
            {
                throw Refused(
                    i,
                    "name",
                    $"Two fields are called \"{Quoted.Short(field.Name)}\".",
                    $"Give each a name of its own; one field can fill several values."
                );
            }
            Targets(graphic, field, i);
            Limits(field, i);
        }
    }

    private static void Targets(Graphic graphic, Field field, int index)
    {
        if (field.Fills.IsDefaultOrEmpty || field.Fills.Length > Field.MostTargets)
        {
            throw Refused(
                index,
                "fills",
                field.Fills.IsDefaultOrEmpty
                    ? (Sentence)$"The field \"{Quoted.Short(field.Name)}\" fills nothing."
                    : $"The field \"{Quoted.Short(field.Name)}\" fills too much.",
                $"Name 1 to {Field.MostTargets} values."
            );
        }
        ValueKind? kind = null;
        foreach (var target in field.Fills)
        {
            var place = FieldPlace.Find(graphic, target)
                ?? throw Refused(
                    index,
                    "fills",
                    $"The field \"{Quoted.Short(field.Name)}\" fills \"{Quoted.Short(target.Address.Text)}\" of a layer, where nothing can be filled.",
                    $"Choose another value."
                );
            if (kind is not null && !FieldPlace.Same(kind, place.Kind))
            {
                throw Refused(
                    index,
                    "fills",
                    $"The field \"{Quoted.Short(field.Name)}\" fills a {new Term(kind.Name)} and a {new Term(place.Kind.Name)}.",
                    $"Make two fields of it: what is filled in goes to all values of one."
                );
            }
            kind = place.Kind;
        }
    }

    private static void Limits(Field field, int index)
    {
        if (field is { Least: { } least, Greatest: { } greatest } && least > greatest)
        {
            throw Refused(
                index,
                "least",
                $"The field \"{Quoted.Short(field.Name)}\" lets nothing through: its least is greater than its greatest.",
                $"Exchange them."
            );
        }
        if (
            field.Width is not (null or (>= 1 and <= 20_000))
            || field.MostCharacters is < 1 or > Contents.TypeContent.MostCharacters
            || field.MostLines is < 1 or > 1000
            || !Finite(field.Least)
            || !Finite(field.Greatest)
        )
        {
            throw Refused(
                index,
                "width",
                $"A limit of the field \"{Quoted.Short(field.Name)}\" cannot be kept.",
                $"Use a width of 1 to 20000 px, 1 to {Contents.TypeContent.MostCharacters} characters and 1 to 1000 lines."
            );
        }
        if (field.Choices is { } choices && (choices.Count > Field.MostTargets || choices.Any(c => !HashKind.IsHash(c))))
        {
            throw Refused(
                index,
                "choices",
                $"The choices of the field \"{Quoted.Short(field.Name)}\" are not content hashes.",
                $"Name them by \"sha256-\" and 64 hexadecimal digits."
            );
        }
    }

    private static bool Finite(double? number) => number is null || Math.Abs(number.Value) <= 1e9;

    private static void Plain(string text, int most, string member, int index)
    {
        if (string.IsNullOrWhiteSpace(text) || text.Length > most || text.Any(char.IsControl))
        {
            throw Refused(
                index,
                member,
                $"The {new Term(member)} of a field is empty, too long or has control characters.",
                $"Use 1 to {most} ordinary characters."
            );
        }
    }

    private static ProblemException Refused(int index, string member, Sentence message, Sentence remedy) =>
        new(message, remedy, field: $"/fields/{index}/{member}");
}
