using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Scene.Values;

namespace Hang.Core.Fields;

/// <summary>A file that a field can be filled with.</summary>
public sealed record FieldFile(string Hash, string Name);

/// <summary>All that a person, or a form, has to know of a field in order to fill it.</summary>
/// <param name="Kind">Name of the kind of value: text, number, point, size, box, corners, colour, paint, choice, flag, picture or sound.</param>
/// <param name="Default">What the document says, as text.</param>
/// <param name="Unit">Of numbers.</param>
/// <param name="Components">Names of the numbers; empty for what is not numbers.</param>
/// <param name="Options">Of a choice.</param>
/// <param name="Files">Pictures or sounds that the document has and that may be chosen.</param>
/// <param name="OnlyThese">True: no other file may be chosen.</param>
/// <param name="Least">Of numbers, as they are shown.</param>
/// <param name="Greatest">Of numbers, as they are shown.</param>
/// <param name="Step">Of numbers, as they are shown.</param>
/// <param name="IsList">True for words that are a list, a line an item.</param>
/// <param name="Layers">Ids of the layers that it fills.</param>
public sealed record FieldFacts(
    string Name,
    string? Help,
    string? Group,
    string Kind,
    string Default,
    string Unit,
    ImmutableArray<string> Components,
    ImmutableArray<string> Options,
    ImmutableArray<FieldFile> Files,
    bool OnlyThese,
    double? Least,
    double? Greatest,
    double Step,
    int? MostCharacters,
    int? MostLines,
    bool MayBeEmpty,
    WhenLong WhenLong,
    bool IsList,
    ImmutableArray<string> Layers
)
{
    // Words that are no longer than this, such as a unit, are of one line.
    private const int ShortText = 200;

    /// <summary>The fields of a graphic in their order.</summary>
    public static ImmutableArray<FieldFacts> Of(Graphic graphic) => [.. (graphic.Fields ?? []).Select(f => Of(graphic, f))];

    private static FieldFacts Of(Graphic graphic, Field field)
    {
        var place = FieldPlace.Find(graphic, field.Fills[0])!;
        var (kind, spec) = (place.Kind, place.Spec);
        var isNumbers = kind is NumbersKind;
        var files = kind is HashKind hash
            ? FieldText
                .Files(graphic, hash)
                .Where(f => field.Choices is not { Count: > 0 } some || some.Contains(f.Hash))
                .Select(f => new FieldFile(f.Hash, f.Name))
                .ToImmutableArray()
            : [];
        return new(
            field.Name,
            field.Help,
            field.Group,
            kind.Name,
            FieldText.Write(graphic, place, place.At(graphic)),
            isNumbers ? (spec.Factor == 100 ? "%" : spec.Unit) : "",
            isNumbers ? kind.Components : [],
            kind.Options,
            files,
            field.Choices is { Count: > 0 },
            isNumbers ? Math.Max(field.Least ?? double.MinValue, spec.Least * spec.Factor) : null,
            isNumbers ? Math.Min(field.Greatest ?? double.MaxValue, spec.Most * spec.Factor) : null,
            spec.Step,
            field.MostCharacters,
            field.MostLines ?? (kind is TextKind { Most: <= ShortText } ? 1 : null),
            field.MayBeEmpty,
            field.WhenLong,
            spec.IsList,
            [.. field.Fills.Select(t => t.Layer).Distinct()]
        );
    }
}
