using System.Collections.Immutable;
using Hang.Paint.Fonts;
using Hang.Server.Motion;

namespace Hang.Server.Rack;

/// <summary>A value, as the bench needs to know it.</summary>
/// <param name="Kind">The kind of value, which tells what edits it.</param>
/// <param name="Components">Names of its numbers.</param>
/// <param name="Signs">What stands before the field of each number.</param>
/// <param name="Factor">What a number is multiplied by before it is shown.</param>
/// <param name="Step">The step of arrow keys, as shown.</param>
/// <param name="Default">What it is when nothing is said, as documents write it.</param>
/// <param name="Options">What can be chosen.</param>
/// <param name="Part">What it is shown under, together with others; empty: with the rest.</param>
/// <param name="IsList">True for words that are a list, a line an item.</param>
public sealed record ValueInfo(
    string Name,
    string Label,
    string Kind,
    string Unit,
    string Meaning,
    ImmutableArray<string> Components,
    ImmutableArray<string> Signs,
    double Factor,
    double Step,
    double Least,
    double Most,
    bool Keyable,
    string Default,
    ImmutableArray<string> Options,
    string Part,
    bool IsList
);

/// <summary>A kind of content or effect, as the bench needs to know it.</summary>
/// <param name="Sized">Name of the value that a corner drags on the stage; null for none.</param>
/// <param name="KeepsShape">True when a corner keeps the sides in proportion.</param>
/// <param name="Runs">True for what runs by itself, and so can want a length.</param>
/// <param name="OfLayer">Names of the values that a layer with such a content has besides; empty for an effect.</param>
public sealed record ModuleInfo(
    string Name,
    string Title,
    string Meaning,
    ImmutableArray<ValueInfo> Values,
    string? Sized,
    bool KeepsShape,
    bool IsGroup,
    bool IsInvisible,
    bool IsOnStage,
    bool HasEdge,
    bool Runs,
    ImmutableArray<string> OfLayer
);

/// <summary>A ready-made way of coming on, as the bench needs to know it.</summary>
/// <param name="DistanceUnit">What its distance means; null when it has none.</param>
/// <param name="Distance">The distance it begins with; null for "from outside the frame".</param>
public sealed record ArrivalInfo(string Kind, string Title, string? DistanceUnit, double? Distance, string Feel, bool TypeOnly);

/// <summary>What does not change while the server runs.</summary>
public sealed record Choices(
    ImmutableArray<FontFamily> Fonts,
    ImmutableArray<FeelChoice> Feels,
    ImmutableArray<ValueInfo> LayerValues,
    ImmutableArray<ModuleInfo> Contents,
    ImmutableArray<ModuleInfo> Effects,
    ImmutableArray<ModuleInfo> Masks,
    ImmutableArray<string> Blends,
    ImmutableArray<string> Rates,
    double ActionMargin,
    double GraphicsMargin,
    int WindowLength,
    ImmutableArray<ArrivalInfo> Arrivals
);
