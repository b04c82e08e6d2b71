using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Registry;
using Hang.Scene.Sources;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// A whole graphic within another. It begins with the layer's first frame; its Hold is as long as the layer leaves room for, its rate is that of the graphic
/// that it is in. Its coordinates are those of its own picture. What it is made of stands once in the document, however often it is placed.
/// </summary>
public sealed class PlacedGraphic : ContentKind
{
    private const double LongestSeconds = 7200;

    public static readonly ValueSpec Of = new(
        "of",
        "Graphic",
        new TextKind(64),
        "",
        Value.Of(""),
        "Which graphic: a key of those that the document has placed."
    )
    {
        Keyable = false,
        Required = true,
    };

    public static readonly ValueSpec Filled = new(
        "filled",
        "Fields",
        FilledKind.Filled,
        "",
        Value.Of(""),
        "What its fields are filled with; those that are not named stay as they are."
    )
    {
        Keyable = false,
    };

    public static readonly ValueSpec Colourway = new(
        "colourway",
        "Colourway",
        new TextKind(200),
        "",
        Value.Of(""),
        "Name of the colourway that it shows; empty: the one that all show."
    )
    {
        Keyable = false,
    };

    private const string Time = "Time";

    public static readonly ChoiceKind Lengths = new("asTheLayer", "ownHold");

    public static readonly ValueSpec Length = new(
        "length",
        "Hold",
        Lengths,
        "",
        default,
        "How long its Hold is: as long as the layer leaves room for, or its own."
    )
    {
        Keyable = false,
        Part = Time,
    };

    public static readonly ValueSpec Hold = new(
        "hold",
        "Seconds",
        NumbersKind.Number,
        "s",
        new(0),
        "With a Hold of its own: how long it is. 0: as it was made."
    )
    {
        Keyable = false,
        Part = Time,
        Least = 0,
        Most = LongestSeconds,
        Step = 0.1,
        Signs = ["↔"],
    };

    public static readonly ValueSpec Skip = new("skip", "Skip", NumbersKind.Number, "s", new(0), "How much of its beginning is left out.")
    {
        Keyable = false,
        Part = Time,
        Least = 0,
        Most = LongestSeconds,
        Step = 0.1,
        Signs = ["⇥"],
    };

    public static readonly ValueSpec Cut = new(
        "cut",
        "Cut at its edges",
        FlagKind.Flag,
        "",
        new(1),
        "Whether nothing is seen of it beyond the edges of its own picture."
    )
    {
        Keyable = false,
    };

    public static readonly ChoiceKind Shapes = new("asItIs", "refitted");

    public static readonly ValueSpec Shape = new(
        "shape",
        "Shape",
        Shapes,
        "",
        default,
        "Whether it keeps the shape of its picture, or is refitted to that of the graphic that it is in."
    )
    {
        Keyable = false,
    };

    private PlacedGraphic()
        : base("placed", "Placed graphic", "A whole graphic within another.", Of, Filled, Colourway, Length, Hold, Skip, Cut, Shape) { }

    public override void Demand(ValueSet values, IDocument document, string layer, string at)
    {
        if (!document.Places(values[Of].Constant.Text))
        {
            throw new ProblemException($"The graphic that it shows is not in the document.", $"Place it anew, or delete the layer.", layer, $"{at}/of");
        }
    }

    public override PlacedValues Places { get; } = new(Of, Filled, Colourway, Length, Hold, Skip, Cut, Shape);

    /// <summary>What its fields are filled with, by hash or by file name.</summary>
    public override IEnumerable<(SourceKind Kind, string Key)> SourcesNamed(ValueSet values, IDocument document)
    {
        var texts = FilledKind.Of(values[Filled].Constant).Values.ToHashSet(StringComparer.OrdinalIgnoreCase);
        return document.Sources.All.Where(s => texts.Contains(s.Hash) || texts.Contains(s.Facts.Name)).Select(s => (s.Kind, s.Hash));
    }

    /// <summary>What lies before its first frame is left out, so that it goes on running as it did.</summary>
    public override ValueSet Later(ValueSet values, double seconds) =>
        values[Length].Constant.X == Lengths.Of("asTheLayer").X
            ? values
            : values.With(Skip, new Value(Math.Clamp(values[Skip].Constant.X + seconds, 0, LongestSeconds)));

    /// <summary>What was seen goes on being seen: the part behind the cut skips what was before it, and both keep the length of Hold.</summary>
    public override (ValueSet First, ValueSet Second) Split(ValueSet values, double seconds) =>
        (values, values.With(Skip, new Value(Math.Min(LongestSeconds, values[Skip].Constant.X + seconds))));

    /// <summary>A length of Hold of its own, where the layer is cut and no longer decides.</summary>
    public override ValueSet Held(ValueSet values, Func<double> holdSeconds) =>
        values[Length].Constant.X == Lengths.Of("ownHold").X ? values : values.With(Length, Lengths.Of("ownHold")).With(Hold, new Value(holdSeconds()));

    /// <summary>It is unfolded into a group before anything is drawn, see <see cref="Placing.Unfolding"/>.</summary>
    public override Drawing Draw(ValueSet values, DrawContext at) => new SimpleDrawing(true, _ => Box.Empty, null);
}
