using System.Collections.Immutable;
using Hang.Scene.Json;
using Hang.Scene.Values;

namespace Hang.Core.Documents;

/// <summary>What is done with words that are wider than a field lets them be.</summary>
public enum WhenLong
{
    /// <summary>What the type layer itself says.</summary>
    AsSet,

    /// <summary>They get smaller.</summary>
    Fit,

    /// <summary>Lines are broken.</summary>
    Wrap,

    /// <summary>They are not taken.</summary>
    Refuse,
}

/// <summary>A value that a field fills.</summary>
/// <param name="Layer">Id of the layer.</param>
/// <param name="Address">Of the value, or of a part of one, such as text or fill/stops/1/colour; "shown" for whether the layer is there at all.</param>
public sealed record FieldTarget(string Layer, Address Address)
{
    /// <summary>The address of whether a layer is shown.</summary>
    public const string Shown = "shown";
}

/// <summary>
/// A value that an editor may fill: what it is called, what it may be, and where it goes. What it is without being filled is what the document says.
/// </summary>
/// <param name="Name">What people, tables and the shell call it; unlike every other field's, whatever its case.</param>
/// <param name="Fills">One value or several of the same kind, which all become what is filled in.</param>
public sealed record Field(string Name, [property: Most(Field.MostTargets)] ImmutableArray<FieldTarget> Fills)
{
    /// <summary>Most fields of a graphic.</summary>
    public const int Most = FilledKind.MostFields;

    public const int MostTargets = 100;

    public const int MostName = FilledKind.MostName;

    public const int MostHelp = 300;

    /// <summary>A sentence for the person who fills it.</summary>
    public string? Help { get; init; }

    /// <summary>Fields of one group stand together under its name. Absent: in none.</summary>
    public string? Group { get; init; }

    /// <summary>Of words: what is done with those that are wider than <see cref="Width"/>.</summary>
    public WhenLong WhenLong { get; init; }

    /// <summary>Of words: the width in px that they are kept in. Absent: the layer's own fit width.</summary>
    [Within(1, 20_000)]
    public double? Width { get; init; }

    /// <summary>Of words: most characters (UAX #29 grapheme clusters). Absent: as many as type can have.</summary>
    [Within(1, Contents.TypeContent.MostCharacters)]
    public int? MostCharacters { get; init; }

    /// <summary>Of words: most lines, as they are set. Absent: any.</summary>
    [Within(1, 1000)]
    public int? MostLines { get; init; }

    /// <summary>Of words: true when they may be empty.</summary>
    public bool MayBeEmpty { get; init; }

    /// <summary>Of numbers: the least, as it is shown. Absent: the value's own.</summary>
    [Within(-1e9, 1e9)]
    public double? Least { get; init; }

    /// <summary>Of numbers: the greatest, as it is shown. Absent: the value's own.</summary>
    [Within(-1e9, 1e9)]
    public double? Greatest { get; init; }

    /// <summary>Of pictures and sounds: hashes of those that may be chosen. Absent: any.</summary>
    [Most(MostTargets)]
    public ImmutableList<string>? Choices { get; init; }

    /// <summary>True when another name means this field.</summary>
    public bool IsNamed(string name) => string.Equals(Name.Trim(), name.Trim(), StringComparison.OrdinalIgnoreCase);

    public bool Equals(Field? other) =>
        other is not null
        && Name == other.Name
        && Fills.SequenceEqual(other.Fills)
        && Help == other.Help
        && Group == other.Group
        && WhenLong == other.WhenLong
        && Width == other.Width
        && MostCharacters == other.MostCharacters
        && MostLines == other.MostLines
        && MayBeEmpty == other.MayBeEmpty
        && Least == other.Least
        && Greatest == other.Greatest
        && (Choices ?? []).SequenceEqual(other.Choices ?? []);

    public override int GetHashCode() => HashCode.Combine(Name, Fills.Length);
}
