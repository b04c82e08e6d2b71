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

    private readonly StringBuilder form;
    private readonly StringBuilder english;
    private readonly ImmutableArray<object>.Builder holes;

    /// <summary>Whether the form ends with a quotation's end.</summary>
    private bool quotes;

    /// <summary>Called by the compiler, which then appends the parts; nothing is appended after that.</summary>
    [EditorBrowsable(EditorBrowsableState.Never)]
    public Sentence(int literalLength, int formattedCount)
    {
        form = new(literalLength + 3 * formattedCount);
        english = new(literalLength + 8 * formattedCount);
        holes = ImmutableArray.CreateBuilder<object>(formattedCount);
    }

    /// <summary>A sentence that was kept or sent as its parts.</summary>
    /// <param name="holes">Numbers (<see cref="long"/>, <see cref="double"/>), names (<see cref="string"/>), terms and sentences, one for each hole.</param>
    /// <exception cref="FormatException">When the form is no message, or asks for more than there is.</exception>
    public static Sentence Read(string form, ImmutableArray<object> holes)
    {
        var sentence = new Sentence(form.Length, holes.Length);
        var (at, quoted) = (0, false);
        while (at < form.Length)
        {
            if (form[at] == Mark && at + 1 < form.Length && (form[at + 1] == Mark || (!quoted && IsBrace(form[at + 1]))))
            {
                quoted |= form[at + 1] != Mark;
                sentence.AppendLiteral(form[(at + 1)..(at + 2)]);
                at += 2;
            }
            else if (quoted && form[at] == Mark)
            {
                (quoted, at) = (false, at + 1);
            }
            else if (!quoted && form[at] == '{')
            {
                var end = form.IndexOf('}', at);
                sentence.Append(holes[int.Parse(form.AsSpan(at + 1, Math.Max(0, end - at - 1)), NumberStyles.None, CultureInfo.InvariantCulture)]);
                at = end + 1;
            }
            else
            {
                sentence.AppendLiteral(form[at..(at + 1)]);
                at++;
            }
        }
        return sentence;
    }

    /// <summary>Names, numbers, terms or sentences, one after another.</summary>
    /// <param name="between">Stands between each two, such as ", ".</param>
    public static Sentence Joined(string between, IEnumerable<object> parts)
    {
        var all = parts.ToArray();
        var sentence = new Sentence(between.Length * all.Length, all.Length);
        for (var i = 0; i < all.Length; i++)
        {
            sentence.AppendLiteral(i == 0 ? "" : between);
            sentence.Append(all[i]);
        }
        return sentence;
    }

    /// <summary>The sentence as an ICU message, such as "A side of {0} pixels is outside what Hang works in.": its key in every catalogue.</summary>
    public string Form => form.ToString();

    /// <summary>What fills the form: numbers, names that are somebody's own and are never translated, terms, sentences.</summary>
    public ImmutableArray<object> Holes => holes.ToImmutable();

    /// <summary>The sentence in English.</summary>
    public override string ToString() => english.ToString();

    public bool Equals(Sentence? other) => other is not null && Form == other.Form && holes.SequenceEqual(other.holes);

    public override bool Equals(object? obj) => Equals(obj as Sentence);

    public override int GetHashCode() => Form.GetHashCode(StringComparison.Ordinal);

    [EditorBrowsable(EditorBrowsableState.Never)]
    public void AppendLiteral(string text)
    {
        english.Append(text);
        foreach (var c in text)
        {
            // ICU quotes what would begin an argument; one quotation goes on while it can.
            if (quotes && (IsBrace(c) || c == Mark))
            {
                form.Insert(form.Length - 1, c == Mark ? "''" : $"{c}");
            }
            else if (IsBrace(c))
            {
                DoubleMark();
                form.Append(Mark).Append(c).Append(Mark);
                quotes = true;
            }
            else
            {
                form.Append(c);
                quotes = false;
            }
        }
    }

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
        DoubleMark();
        quotes = false;
        form.Append(CultureInfo.InvariantCulture, $"{{{holes.Count}}}");
        english.Append(CultureInfo.InvariantCulture, $"{hole}");
        holes.Add(hole);
    }

    /// <summary>A mark before a brace would quote it; two are one.</summary>
    private void DoubleMark()
    {
        if (!quotes && form.Length > 0 && form[^1] == Mark)
        {
            form.Append(Mark);
        }
    }

    private static bool IsBrace(char c) => c is '{' or '}';
}
