using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Fields;

/// <summary>Fills the fields of a graphic, as an editor, a roster or another program does. The document that is filled stays as it is.</summary>
public static class Filling
{
    private const double Slack = 0.5;

    /// <summary>The field of that name.</summary>
    /// <exception cref="ProblemException">There is none; the remedy names those that there are.</exception>
    public static Field Named(Graphic graphic, string name)
    {
        var fields = graphic.Fields ?? [];
        return fields.FirstOrDefault(f => f.IsNamed(name))
            ?? throw new ProblemException(
                $"The graphic has no field \"{Quoted.Short(name)}\".",
                fields.Count > 0 ? (Sentence)$"Its fields are {string.Join(", ", fields.Select(f => f.Name))}." : $"It has no fields at all.",
                field: name
            );
    }

    /// <summary>What the fields are without being filled: what the document says, as text.</summary>
    public static string Default(Graphic graphic, Field field) =>
        FieldPlace.Find(graphic, field.Fills[0]) is { } place ? FieldText.Write(graphic, place, place.At(graphic)) : "";

    /// <summary>The graphic with one field filled.</summary>
    /// <param name="value">As <see cref="FieldText"/> reads it.</param>
    /// <exception cref="ProblemException">There is no such field, or it does not take the value; the problem's field is the field's name.</exception>
    public static Graphic Fill(Graphic graphic, string name, string value, ITypeShaper shaper) => Fill(graphic, [new(name, value)], shaper);

    /// <summary>The graphic with several fields filled.</summary>
    /// <exception cref="ProblemException">As for one; the first that is not taken.</exception>
    public static Graphic Fill(Graphic graphic, IEnumerable<KeyValuePair<string, string>> values, ITypeShaper shaper)
    {
        var filled = graphic;
        foreach (var (name, value) in values)
        {
            filled = Put(filled, Named(graphic, name), value, shaper);
        }
        return ReferenceEquals(filled, graphic) ? graphic : GraphicRules.Demand(FieldRules.Settle(Roles.Resolve(filled)));
    }

    private static Graphic Put(Graphic graphic, Field field, string text, ITypeShaper shaper)
    {
        try
        {
            foreach (var target in field.Fills)
            {
                var place = FieldPlace.Find(graphic, target) ?? throw new ProblemException($"It fills nothing.", $"Take the field away.");
                var value = FieldText.Read(graphic, place, place.Kind is TextKind ? text.ReplaceLineEndings("\n") : text);
                if (place.Kind.Fault(value, place.Spec) is var (message, remedy))
                {
                    throw new ProblemException(message, remedy);
                }
                Limit(field, place, value);
                graphic = graphic.With(place.Kind is TextKind ? Words(graphic, field, place, value, shaper) : place.With(graphic, value));
            }
            return graphic;
        }
        catch (ProblemException e)
        {
            throw new ProblemException(e.Problem with { Message = $"{field.Name}: {e.Problem.Message}", Field = field.Name, Layer = null });
        }
    }

    private static void Limit(Field field, FieldPlace place, Value value)
    {
        if (place.Kind is NumbersKind numbers)
        {
            for (var i = 0; i < numbers.Components.Length; i++)
            {
                var shown = value[i] * place.Spec.Factor;
                if (shown < field.Least - 1e-9 || shown > field.Greatest + 1e-9)
                {
                    throw new ProblemException($"{Math.Round(shown, 6)} is outside what may be filled in.", Bounds(field));
                }
            }
        }
        if (place.Kind is HashKind kind && field.Choices is { Count: > 0 } choices && !choices.Contains(value.Text))
        {
            throw new ProblemException($"Only {choices.Count} {new Term(kind.Name + "s")} may be chosen here.", $"Choose one of them.");
        }
        if (place.Kind is not TextKind)
        {
            return;
        }
        if (!field.MayBeEmpty && string.IsNullOrWhiteSpace(value.Text))
        {
            throw new ProblemException($"It is empty.", $"Write something; or let the field be empty on the bench.");
        }
        var count = TextPieces.Lines(value.Text).Sum(l => Letters.Starts(l).Length);
        if (count > field.MostCharacters)
        {
            throw new ProblemException($"{count} characters are {count - field.MostCharacters} too many.", $"Use {field.MostCharacters} or fewer.");
        }
    }

    /// <summary>The layer with words that keep to the field's width and lines.</summary>
    private static Layer Words(Graphic graphic, Field field, FieldPlace place, Value words, ITypeShaper shaper)
    {
        var layer = place.With(graphic, words);
        if (layer.Content.Kind.Worded is not { } worded || place.Spec != worded.Text)
        {
            return layer;
        }
        var values = layer.Content.Values;
        if (field.Width is { } width)
        {
            values = values.With(worded.FitWidth, new Value(width));
        }
        values = field.WhenLong switch
        {
            WhenLong.Fit => values.With(worded.Fit, new Value((int)LineFit.Shrink)),
            WhenLong.Wrap => values.With(worded.Fit, new Value((int)LineFit.Wrap)),
            _ => values,
        };
        if (field.WhenLong == WhenLong.Refuse || field.MostLines is not null)
        {
            DemandRoom(field, values, words.Text, values[worded.FitWidth].Constant.X, shaper);
        }
        return ReferenceEquals(values, layer.Content.Values) ? layer : layer with { Content = layer.Content with { Values = values } };
    }

    private static void DemandRoom(Field field, ValueSet values, string words, double most, ITypeShaper shaper)
    {
        var set = TypeSetting.Measure(values, words, shaper);
        if (field.WhenLong == WhenLong.Refuse && set.Width > most + Slack)
        {
            throw new ProblemException($"The words are {set.Width - most:0} px too wide.", $"Shorten them: {most:0} px is the room for them.");
        }
        if (set.Lines > field.MostLines)
        {
            throw new ProblemException(
                $"The words take {set.Lines} lines.",
                field.MostLines == 1 ? (Sentence)$"Use one line." : $"Use {field.MostLines} lines or fewer."
            );
        }
    }

    private static Sentence Bounds(Field field) =>
        (field.Least, field.Greatest) switch
        {
            ({ } least, null) => $"Use {least} or more.",
            (null, { } greatest) => $"Use {greatest} or less.",
            var (least, greatest) => $"Use {least} to {greatest}.",
        };
}
