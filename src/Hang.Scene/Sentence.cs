using System.Collections.Immutable;
using System.ComponentModel;
using System.Globalization;
using System.Runtime.CompilerServices;
using System.Text;

namespace Hang.Scene;

/// <summary>Something that people are told, in English.</summary>
/// <remarks>
/// It is kept as its form and what fills it: so it can be said in another language, by the form, and nobody has to guess the form from the English. The
/// compiler makes one of every interpolated text that stands where a sentence is wanted, also of one without holes; a plain text does not become one, so that
/// no choice between two texts is taken for a form.
/// </remarks>
[InterpolatedStringHandler]
public sealed class Sentence : IEquatable<Sentence>
{
    /// <summary>What quotes in a message.</summary>
    private const char Mark = '\'';

    // One before each hole, and one behind the last.
    private readonly List<string> words;
    private readonly List<object> holes;

    /// <summary>Called by the compiler, which then appends the parts; nothing is appended after that.</summary>
    [EditorBrowsable(EditorBrowsableState.Never)]
    public Sentence(int literalLength, int formattedCount) => (words, holes) = (new(formattedCount + 1) { "" }, new(formattedCount));

    /// <summary>A sentence that was kept or sent as its parts.</summary>
    /// <param name="holes">Numbers (<see cref="long"/>, <see cref="double"/>), names (<see cref="string"/>), terms and sentences, one for each hole.</param>
    /// <exception cref="FormatException">When the form is no message, or asks for more than there is.</exception>
    public static Sentence Read(string form, ImmutableArray<object> holes)
    {
        var sentence = new Sentence(0, holes.Length);
        var (plain, quoted) = (new StringBuilder(), false);
        for (var at = 0; at < form.Length; at++)
        {
            var next = at + 1 < form.Length ? form[at + 1] : ' ';
            if (form[at] == Mark && (next == Mark || (!quoted && next is '{' or '}')))
            {
                quoted |= next != Mark;
                plain.Append(next);
                at++;
            }
            else if (form[at] == Mark && quoted)
            {
                quoted = false;
            }
            else if (form[at] == '{' && !quoted)
            {
                var end = form.IndexOf('}', at);
                var named = end < 0 ? "" : form[(at + 1)..end];
                if (!int.TryParse(named, NumberStyles.None, CultureInfo.InvariantCulture, out var hole) || hole >= holes.Length)
                {
                    throw new FormatException($"There is no hole {named}.");
                }
                sentence.AppendLiteral(plain.ToString());
                sentence.Append(holes[hole]);
                plain.Clear();
                at = end;
            }
            else
            {
                plain.Append(form[at]);
            }
        }
        sentence.AppendLiteral(plain.ToString());
        return sentence;
    }

    /// <summary>A text with no holes.</summary>
    public static Sentence Fixed(string text)
    {
        var sentence = new Sentence(text.Length, 0);
        sentence.AppendLiteral(text);
        return sentence;
    }

    /// <summary>Names, numbers, terms or sentences, one after another.</summary>
    /// <param name="between">Stands between each two, such as ", ".</param>
    public static Sentence Joined(string between, IEnumerable<object> parts)
    {
        var sentence = new Sentence(0, 0);
        foreach (var part in parts)
        {
            sentence.AppendLiteral(sentence.holes.Count == 0 ? "" : between);
            sentence.Append(part);
        }
        return sentence;
    }

    /// <summary>The sentence as an ICU message, such as "A side of {0} pixels is outside what Hang works in.": its key in every catalogue.</summary>
    public string Form => string.Concat(words.Select((w, i) => i < holes.Count ? $"{Quoted(w, true)}{{{i}}}" : Quoted(w, false)));

    /// <summary>What stands before, between and behind the holes: one more than there are holes.</summary>
    public ImmutableArray<string> Words => [.. words];

    /// <summary>What fills the form: numbers, names that are somebody's own and are never translated, terms, sentences.</summary>
    public ImmutableArray<object> Holes => [.. holes];

    /// <summary>The sentence in English.</summary>
    public override string ToString() =>
        string.Concat(words.Select((w, i) => i < holes.Count ? string.Create(CultureInfo.InvariantCulture, $"{w}{holes[i]}") : w));

    public bool Equals(Sentence? other) => other is not null && words.SequenceEqual(other.words) && holes.SequenceEqual(other.holes);

    public override bool Equals(object? obj) => Equals(obj as Sentence);

    public override int GetHashCode() => words[0].GetHashCode(StringComparison.Ordinal);

    [EditorBrowsable(EditorBrowsableState.Never)]
    public void AppendLiteral(string text) => words[^1] += text;

    [EditorBrowsable(EditorBrowsableState.Never)]
    public void AppendFormatted(long number) => Append(number);

    [EditorBrowsable(EditorBrowsableState.Never)]
    public void AppendFormatted(double number) => Append(double.IsFinite(number) ? number : number.ToString(CultureInfo.InvariantCulture));

    [EditorBrowsable(EditorBrowsableState.Never)]
    public void AppendFormatted(double? number)
    {
        if (number is { } given)
        {
            AppendFormatted(given);
        }
        else
        {
            AppendFormatted("");
        }
    }

    [EditorBrowsable(EditorBrowsableState.Never)]
    public void AppendFormatted(string? name) => Append(name ?? "");

    [EditorBrowsable(EditorBrowsableState.Never)]
    public void AppendFormatted(Term term) => Append(term);

    [EditorBrowsable(EditorBrowsableState.Never)]
    public void AppendFormatted(Sentence sentence) => Append(sentence);

    /// <summary>A value as its format has it, which is the same in every language.</summary>
    [EditorBrowsable(EditorBrowsableState.Never)]
    public void AppendFormatted<T>(T value, string format)
        where T : IFormattable => Append(value.ToString(format, CultureInfo.InvariantCulture));

    private void Append(object hole)
    {
        holes.Add(hole);
        words.Add("");
    }

    /// <summary>Words as ICU quotes them: what would begin an argument between marks, a mark that would begin a quotation as two.</summary>
    private static string Quoted(string words, bool isBeforeHole)
    {
        var (first, last) = (words.AsSpan().IndexOfAny('{', '}'), words.AsSpan().LastIndexOfAny('{', '}'));
        return first >= 0 ? $"{Doubled(words[..first])}{Mark}{Doubled(words[first..(last + 1)])}{Mark}{Doubled(words[(last + 1)..])}"
            : words.Contains("''", StringComparison.Ordinal) || (isBeforeHole && words.EndsWith(Mark)) ? Doubled(words)
            : words;

        static string Doubled(string part) => part.Replace("'", "''", StringComparison.Ordinal);
    }
}
