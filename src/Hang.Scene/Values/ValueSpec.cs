using System.Collections.Immutable;

namespace Hang.Scene.Values;

/// <summary>A value that a layer, a content or an effect has: its kind, unit, range, meaning, and what it is when nothing is said.</summary>
/// <param name="Name">As addresses name it.</param>
/// <param name="Label">As people name it.</param>
/// <param name="Unit">Unit of each number, as shown beside the value.</param>
/// <param name="Default">The value when a document does not mention it.</param>
/// <param name="Meaning">A sentence for the format's documentation and for the hint over the field.</param>
public sealed record ValueSpec(string Name, string Label, ValueKind Kind, string Unit, Value Default, string Meaning)
{
    /// <summary>The label within a sentence.</summary>
    public Term Term => new(Label);

    /// <summary>A distance beyond every frame, in pixels.</summary>
    public const double Far = 100_000;

    /// <summary>Smallest allowed number.</summary>
    public double Least { get; init; } = -Far;

    /// <summary>Largest allowed number.</summary>
    public double Most { get; init; } = Far;

    /// <summary>What the front end multiplies by before it shows a number: 100 for shares shown as per cent.</summary>
    public double Factor { get; init; } = 1;

    /// <summary>The step of arrow keys, as shown.</summary>
    public double Step { get; init; } = 1;

    /// <summary>Signs before the fields of the numbers; empty: the components' initials.</summary>
    public ImmutableArray<string> Signs { get; init; } = [];

    /// <summary>False for what is decided once and not over time.</summary>
    public bool Keyable { get; init; } = true;

    /// <summary>True for words that are a list, a line an item: a table can be taken for it.</summary>
    public bool IsList { get; init; }

    /// <summary>What it is shown under, together with others; empty: with the rest.</summary>
    public string Part { get; init; } = "";

    /// <summary>True when every document that has such a part must say it.</summary>
    public bool Required { get; init; }

    /// <summary>The place among the values of the module that has it.</summary>
    internal int Index { get; set; } = -1;

    /// <exception cref="ProblemException">The value lies outside its range.</exception>
    public void Demand(in Value value, string layer, string field)
    {
        if (Kind.Fault(in value, this) is var (message, remedy))
        {
            throw new ProblemException(message, remedy, layer, field);
        }
    }

    public bool Equals(ValueSpec? other) => ReferenceEquals(this, other);

    public override int GetHashCode() => System.Runtime.CompilerServices.RuntimeHelpers.GetHashCode(this);
}
