using Hang.Scene.Numbers;

namespace Hang.Scene.Values;

/// <summary>
/// What is held at one moment: up to four finite numbers, or something larger that its <see cref="ValueKind"/> understands (a text, a list of
/// numbers). Numbers stand inside, so that reading one costs no memory.
/// </summary>
/// <param name="X">The first number; a flag is 0 or 1; a colour is its straight red, green, blue and alpha.</param>
public readonly record struct Value(double X, double Y = 0, double Z = 0, double W = 0)
{
    /// <summary>What does not fit into four numbers: a text, or <see cref="NumberList"/>. Never changed.</summary>
    public object? Held { get; init; }

    /// <summary>The number with that index, 0..3.</summary>
    public double this[int index] =>
        index switch
        {
            0 => X,
            1 => Y,
            2 => Z,
            _ => W,
        };

    public static Value Of(string text) => new(0) { Held = text };

    public static Value Of(NumberList numbers) => new(0) { Held = numbers };

    /// <summary>The text, for kinds that hold one.</summary>
    public string Text => Held as string ?? "";

    /// <summary>The numbers, for kinds that hold a list.</summary>
    public NumberList Numbers => Held as NumberList ?? NumberList.Empty;

    /// <summary>Linear interpolation of the four numbers: a + (b - a) t, exact at both ends; t outside 0..1 goes beyond them.</summary>
    public static Value Mix(in Value a, in Value b, double t) => new(Mix(a.X, b.X, t), Mix(a.Y, b.Y, t), Mix(a.Z, b.Z, t), Mix(a.W, b.W, t));

    public Value With(int index, double value) =>
        index switch
        {
            0 => this with { X = value },
            1 => this with { Y = value },
            2 => this with { Z = value },
            _ => this with { W = value },
        };

    /// <summary>The same for one number. Two products rather than a + (b - a) t, so that t = 1 gives b to the last bit.</summary>
    public static double Mix(double a, double b, double t) => Mixing.Between(a, b, t);
}

/// <summary>A list of numbers that is equal to another of the same numbers.</summary>
public sealed class NumberList(double[] numbers) : IEquatable<NumberList>
{
    public static NumberList Empty { get; } = new([]);

    public int Count => numbers.Length;

    public double this[int index] => numbers[index];

    public ReadOnlySpan<double> Span => numbers;

    public bool Equals(NumberList? other) => other is not null && Span.SequenceEqual(other.Span);

    public override bool Equals(object? obj) => Equals(obj as NumberList);

    public override int GetHashCode() => numbers.Aggregate(17, HashCode.Combine);
}
