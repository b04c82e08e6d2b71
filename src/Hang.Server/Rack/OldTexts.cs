using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Text.Json;
using Hang.Scene;

namespace Hang.Server.Rack;

/// <summary>
/// Finds the parts of a sentence that a version of before kept as English text: by the forms that the source has now. Only for what was kept; whatever is said
/// today has its parts.
/// </summary>
internal sealed class OldTexts
{
    /// <summary>Fewer letters would fit anything.</summary>
    private const int Fewest = 6;

    /// <summary>So few are enough for the whole text, which the core is known to have written.</summary>
    private const int FewestOfWhole = 2;

    /// <summary>How deep a sentence may be in another.</summary>
    private const int Deepest = 3;

    private readonly ImmutableArray<(string Form, ImmutableArray<string> Words, int Letters)> forms;
    private readonly FrozenSet<string> terms = CoreTexts.All().ToFrozenSet(StringComparer.Ordinal);

    public OldTexts()
    {
        using var printed = typeof(OldTexts).Assembly.GetManifestResourceStream("sentences.gen.json")!;
        forms =
        [
            .. JsonSerializer
                .Deserialize<string[]>(printed)!
                .Select(form => (Form: form, Words: Words(form)))
                .Select(f => (f.Form, f.Words, Letters: f.Words.Sum(w => w.Count(char.IsLetter))))
                .OrderByDescending(f => f.Letters),
        ];
    }

    /// <summary>The text as a sentence; as somebody's own words where no form fits.</summary>
    public Sentence Read(string text) => ByForm(text, 0, FewestOfWhole) ?? $"{text}";

    private Sentence? ByForm(string text, int depth, int fewest)
    {
        foreach (var form in forms)
        {
            if (form.Letters < fewest)
            {
                break;
            }
            if (Holes(text, form.Words) is { } holes)
            {
                return Sentence.Read(form.Form, [.. holes.Select(h => Hole(h, depth + 1))]);
            }
        }
        return null;
    }

    private object Hole(string text, int depth) =>
        terms.Contains(text) ? new Term(text)
        : depth < Deepest && text.Contains(' ', StringComparison.Ordinal) && ByForm(text, depth, Fewest) is { } sentence ? sentence
        : text;

    /// <summary>What stands before, between and behind the holes of a form.</summary>
    private static ImmutableArray<string> Words(string form) => Sentence.Read(form, [.. Enumerable.Repeat((object)"", form.Count(c => c == '{'))]).Words;

    /// <summary>What fills the holes between words, each as short as can be; null where the text is another.</summary>
    private static List<string>? Holes(string text, ImmutableArray<string> words)
    {
        if (words.Length == 1)
        {
            return text == words[0] ? [] : null;
        }
        if (!text.StartsWith(words[0], StringComparison.Ordinal) || !text.EndsWith(words[^1], StringComparison.Ordinal))
        {
            return null;
        }
        var (holes, at, end) = (new List<string>(), words[0].Length, text.Length - words[^1].Length);
        foreach (var word in words.AsSpan()[1..^1])
        {
            var next = at <= end ? text.IndexOf(word, at, StringComparison.Ordinal) : -1;
            if (next < 0)
            {
                return null;
            }
            holes.Add(text[at..next]);
            at = next + word.Length;
        }
        if (at > end)
        {
            return null;
        }
        holes.Add(text[at..end]);
        return holes;
    }
}
