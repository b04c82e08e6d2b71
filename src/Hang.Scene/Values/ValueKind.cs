using System.Collections.Immutable;
using System.Text.Json.Nodes;
using Hang.Scene.Json;

namespace Hang.Scene.Values;

/// <summary>A kind of value: how it mixes, is read and written, is checked, and describes itself.</summary>
public abstract class ValueKind
{
    /// <summary>The kind's name for the front end: number, point, size, box, corners, colour, paint, text, choice, flag, picture, layers, points.</summary>
    public abstract string Name { get; }

    /// <summary>Names of the numbers that can be shaped and traced one by one; empty for kinds that are not made of a few numbers.</summary>
    public virtual ImmutableArray<string> Components => [];

    /// <summary>False for kinds that keep their value until the next keyframe: words, choices.</summary>
    public virtual bool Mixes => true;

    /// <summary>True when a value may be an object in JSON, so that not every object is keyframes.</summary>
    public virtual bool HoldsObjects => false;

    /// <summary>The value on the way from one to another.</summary>
    /// <param name="t">Progress, 0 for <paramref name="a"/>, 1 for <paramref name="b"/>; feels that overshoot go beyond.</param>
    public virtual Value Mix(in Value a, in Value b, double t) => Value.Mix(in a, in b, t);

    /// <summary>Reads a value as documents write it.</summary>
    /// <exception cref="ProblemException">There is no such value at the place.</exception>
    public abstract Value Read(JsonPlace place);

    /// <summary>The value as one line of JSON; <see cref="Read"/> reads it back equal.</summary>
    public abstract string Write(in Value value);

    /// <summary>What is wrong with a value, and the remedy; null when nothing is.</summary>
    public abstract (Sentence Message, Sentence Remedy)? Fault(in Value value, ValueSpec spec);

    public abstract JsonObject Schema(ValueSpec spec);

    public abstract string TypeScript { get; }

    /// <summary>The values a person may choose from; empty for kinds that are no choice.</summary>
    public virtual ImmutableArray<string> Options => [];

    /// <summary>
    /// A part of the value by name, such as x or 1/colour: its kind, itself, and the whole with another part in its place. Null when there is none.
    /// </summary>
    public virtual ValuePart? Part(Value whole, ReadOnlySpan<string> words)
    {
        if (words.Length != 1 || Components.Length < 2 || Components.IndexOf(PlainName(words[0])) is not (>= 0 and var index))
        {
            return null;
        }
        return new(NumbersKind.Number, new(whole[index]), part => whole.With(index, part.X));
    }

    /// <summary>"topLeft" as "top left": components are named in words.</summary>
    private static string PlainName(string word) => string.Concat(word.Select(c => char.IsAsciiLetterUpper(c) ? $" {char.ToLowerInvariant(c)}" : c.ToString()));
}

/// <summary>A part of a value.</summary>
/// <param name="Put">The whole value with this part replaced.</param>
public sealed record ValuePart(ValueKind Kind, Value Value, Func<Value, Value> Put);
