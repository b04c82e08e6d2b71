using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Layers;

/// <summary>The values that every layer has: where it stands, and how much of it shows.</summary>
public sealed class LayerValues : Module
{
    public static readonly ValueSpec Position = new(
        "position",
        "Position",
        NumbersKind.Point,
        "px",
        new(0, 0),
        "Where the layer's origin lies in the graphic, or in what it follows. The origin is the top left corner of a plate, ellipse or picture; for type, the alignment point on the first baseline."
    );

    public static readonly ValueSpec Scale = new("scale", "Scale", NumbersKind.Point, "×", new(1, 1), "Factor about the pivot.")
    {
        Least = -1000,
        Most = 1000,
        Factor = 100,
    };

    public static readonly ValueSpec Turn = new("turn", "Turn", NumbersKind.Number, "°", new(0), "Degrees clockwise about the pivot.") { Signs = ["∠"] };

    public static readonly ValueSpec Pivot = new(
        "pivot",
        "Pivot",
        NumbersKind.Point,
        "of box",
        new(0.5, 0.5),
        "The point that scale and turn leave in place, as a fraction of the layer's box."
    )
    {
        Least = -100,
        Most = 100,
        Factor = 100,
        Step = 5,
    };

    public static readonly ValueSpec Opacity = new("opacity", "Opacity", NumbersKind.Number, "0..1", new(1), "0 is invisible, 1 is opaque.")
    {
        Least = 0,
        Most = 1,
        Factor = 100,
        Signs = ["α"],
    };

    public static readonly ValueSpec Mask = new(
        "mask",
        "Mask",
        NumbersKind.Box,
        "of box",
        new(0, 0, 1, 1),
        "The layer shows only inside these edges, given as fractions of its box from its top left corner."
    )
    {
        Least = -100,
        Most = 100,
        Factor = 100,
    };

    private const string Lit = "Raised";

    public static readonly ValueSpec Raise = new(
        "raise",
        "Raise",
        NumbersKind.Number,
        "px",
        new(0),
        "How high it lies above what is behind it: under a lamp it throws a shadow, longer and softer the higher it is."
    )
    {
        Part = Lit,
        Least = 0,
        Most = 5000,
        Signs = ["⇧"],
    };

    public static readonly ValueSpec Onto = new(
        "shadowOnto",
        "Shadow falls",
        new ChoiceKind("anywhere", "onWhatLiesBehind"),
        "",
        default,
        "Where that shadow is seen: anywhere, or only on what is painted behind the layer."
    )
    {
        Part = Lit,
        Keyable = false,
    };

    private LayerValues()
        : base("layer", "Layer", "What every layer has.", Position, Scale, Turn, Pivot, Opacity, Mask, Raise, Onto) { }

    public static LayerValues Module { get; } = new();

    /// <summary>
    /// True for a value that layers of a kind have: all have all of them, what is invisible only those of its place, what is nowhere on the stage none.
    /// </summary>
    public static bool Suits(ValueSpec spec, Contents.ContentKind kind) => kind.IsOnStage && (!kind.IsInvisible || IsPlace(spec));

    /// <summary>True for what tells where a layer is; the rest tells how it shows, which an invisible layer does not.</summary>
    public static bool IsPlace(ValueSpec spec) => spec != Opacity && spec != Mask && spec.Part != Lit;
}
