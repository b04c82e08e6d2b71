using System.Collections.Immutable;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Fields;
using Hang.Scene;
using Hang.Scene.Typesetting;

namespace Hang.Core.Checks;

/// <summary>What a field of words can do to the picture at its worst.</summary>
/// <param name="Field">Its name.</param>
/// <param name="Words">What was tried: as many of the font's widest letters as the field lets through.</param>
/// <param name="Fits">Most letters that break nothing; 0 when even one does.</param>
/// <param name="Finding">What then is wrong that is not without it; null when nothing is.</param>
public sealed record FieldTrial(string Field, string Words, int Fits, Finding? Finding)
{
    /// <summary>Letters of a field without a limit that are tried: twice its own words, and this many at least.</summary>
    private const int LeastTried = 24;
    private const int MostTried = 400,
        WordLength = 9;
    private const string WideLetters = "WMm@QwOG%";

    /// <summary>Tries every field of words that fills a layer.</summary>
    public static ImmutableArray<FieldTrial> Of(Graphic graphic, ITypeShaper shaper) =>
        [.. (graphic.Fields ?? []).Select(f => Of(graphic, f, shaper)).OfType<FieldTrial>()];

    /// <summary>Tries one field; null for one that is not of words.</summary>
    public static FieldTrial? Of(Graphic graphic, Field field, ITypeShaper shaper)
    {
        var places = field.Fills.Select(t => FieldPlace.Find(graphic, t)).OfType<FieldPlace>().Where(p => p.Spec == TypeContent.Text).ToArray();
        if (places.Length == 0)
        {
            return null;
        }
        var widest = Widest(places[0], shaper);
        var own = Letters.Starts(Filling.Default(graphic, field)).Length;
        var limit = Math.Min(MostTried, field.MostCharacters ?? Math.Max(LeastTried, own * 2));
        var before = Crowding(graphic, shaper);
        var (low, high) = (0, Longest(graphic, field, widest, limit, shaper));
        if (high == 0)
        {
            return new(field.Name, "", 0, null);
        }
        var words = Wide(widest, high, field);
        if (Broken(high) is not { } finding)
        {
            return new(field.Name, words, high, null);
        }
        // It breaks at high and does not at low: the border lies between.
        var border = high;
        while (border - low > 1)
        {
            var middle = (low + border) / 2;
            (low, border) = Broken(middle) is null ? (middle, border) : (low, middle);
        }
        Sentence remedy =
            low > 0
                ? (Sentence)$"Let it take {low} characters at most, or let its words fit or wrap."
                : $"Let its words fit or wrap, or its plate fit the words.";
        return new(
            field.Name,
            words,
            low,
            new(
                "field",
                Weight.Warning,
                new(
                    field.MostCharacters is null
                        ? (Sentence)
                            $"The field {field.Name} can break the picture with {high} wide letters, which it does not refuse: {finding.Problem.Message}"
                        : $"The field {field.Name} can break the picture with {high} wide letters: {finding.Problem.Message}",
                    remedy,
                    finding.Problem.Layer,
                    field.Name
                ),
                graphic.Phases.HoldLast,
                graphic.Phases.HoldLast,
                low,
                "letters",
                finding.LayerId
            )
        );

        Finding? Broken(int count) =>
            Crowding(Filling.Fill(graphic, field.Name, Wide(widest, count, field), shaper), shaper)
                .FirstOrDefault(f => !before.Any(b => b.Check == f.Check && b.LayerId == f.LayerId && b.Measured >= f.Measured - 1));
    }

    /// <summary>The graphic with the field filled as it was tried.</summary>
    public Graphic Shown(Graphic graphic, ITypeShaper shaper) => Filling.Fill(graphic, Field, Words, shaper);

    private static Finding[] Crowding(Graphic graphic, ITypeShaper shaper) => [.. WordChecks.AtRest(new Evaluator(graphic, shaper))];

    /// <summary>The most letters, up to a limit, that the field does not refuse.</summary>
    private static int Longest(Graphic graphic, Field field, string letter, int limit, ITypeShaper shaper)
    {
        bool Takes(int count)
        {
            try
            {
                Filling.Fill(graphic, field.Name, Wide(letter, count, field), shaper);
                return true;
            }
            catch (ProblemException)
            {
                return false;
            }
        }
        if (Takes(limit))
        {
            return limit;
        }
        var (low, high) = (0, limit);
        while (high - low > 1)
        {
            var middle = (low + high) / 2;
            (low, high) = Takes(middle) ? (middle, high) : (low, middle);
        }
        return low;
    }

    /// <summary>So many letters, in words where lines can be broken.</summary>
    private static string Wide(string letter, int count, Field field) =>
        string.Concat(
            Enumerable.Range(0, count).Select(i => field.WhenLong == WhenLong.Wrap && i % (WordLength + 1) == WordLength && i < count - 1 ? " " : letter)
        );

    private static string Widest(FieldPlace place, ITypeShaper shaper)
    {
        var values = place.Layer.Content.Values;
        return WideLetters.Select(c => c.ToString()).MaxBy(l => TypeSetting.Measure(values, l, shaper).Width)!;
    }
}
