using System.Collections.Immutable;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// A rectangle with its own radius at each corner, round or cut, whose sides may lean or end in a point; filled, bevelled and stroked. Its origin is its
/// top left corner. It can be as large as other layers need, so that it fits its wording.
/// </summary>
public sealed class Plate : ContentKind
{
    public static readonly ValueSpec Size = new("size", "Size", NumbersKind.Size, "px", new(200, 100), "Width and height.") { Least = 0, Signs = ["W", "H"] };

    public static readonly ValueSpec Corners = new(
        "corners",
        "Corners",
        NumbersKind.Corners,
        "px",
        default,
        "Radius of each corner; radii that overlap are reduced together (CSS Backgrounds 3, section 4.5)."
    )
    {
        Least = 0,
        Signs = ["↖", "↗", "↘", "↙"],
    };

    private static readonly ChoiceKind Cuts = new("round", "cut");

    public static readonly ValueSpec Cut = new("cornerCut", "Corners are", Cuts, "", default, "Whether corners are round or cut off straight.")
    {
        Keyable = false,
    };

    public static readonly ValueSpec Lean = new(
        "lean",
        "Lean",
        NumbersKind.Size,
        "px",
        default,
        "How far the top of the left and of the right side lies to the right of its foot; the middle stays."
    )
    {
        Least = -ValueSpec.Far,
        Signs = ["L", "R"],
    };

    public static readonly ValueSpec Tips = new(
        "tips",
        "Tips",
        NumbersKind.Size,
        "px",
        default,
        "How far the middle of the left and of the right side points outwards, as a tag's; less than 0: inwards, as a banner's."
    )
    {
        Least = -ValueSpec.Far,
        Signs = ["L", "R"],
    };

    public static readonly ValueSpec Colour = new("fill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour, straight alpha, or gradient.");

    private const string Wording = "Fits its wording";

    public static readonly ValueSpec FitTo = new(
        "fitTo",
        "As large as",
        LayersKind.Layers,
        "",
        Value.Of(""),
        "Layers that the plate is as large as, wherever they stand; none: it has its own size."
    )
    {
        Part = Wording,
        Keyable = false,
    };

    public static readonly ValueSpec FitRoom = new(
        "fitRoom",
        "Room",
        NumbersKind.Box,
        "px",
        new(32, 16, 32, 16),
        "How far the plate reaches beyond them: left, top, right, bottom."
    )
    {
        Part = Wording,
        Signs = ["←", "↑", "→", "↓"],
    };

    public static readonly ValueSpec FitLeast = new(
        "fitLeast",
        "At least",
        NumbersKind.Size,
        "px",
        default,
        "Least width and height of a plate that fits others."
    )
    {
        Part = Wording,
        Least = 0,
        Signs = ["W", "H"],
    };

    public static readonly ValueSpec FitLeft = Side("fitLeft", "Left follows"),
        FitTop = Side("fitTop", "Top follows"),
        FitRight = Side("fitRight", "Right follows"),
        FitBottom = Side("fitBottom", "Bottom follows");

    private static readonly Stroke Line = new();

    private Plate()
        : base(
            "plate",
            "Plate",
            "A rectangle with corners and sides of its own, filled, bevelled and stroked.",
            [Size, Corners, Cut, Lean, Tips, Colour, FitTo, FitRoom, FitLeast, FitLeft, FitTop, FitRight, FitBottom, .. Bevel.Specs, .. Line.Specs]
        ) { }

    public override bool HasEdge => true;

    public override ValueSpec Sized => Size;

    public override bool IsLit(ValueSet values) => Bevel.IsThere(values);

    public override Drawing Draw(ValueSet values, DrawContext at)
    {
        var around = at.Around;
        var layers = LayersKind.IdsOf(values[FitTo].Constant);
        if (around is null || layers.IsEmpty)
        {
            return Draw(values, !values[Size].IsKeyed, time => Boxes.Of(values[Size].At(time)), around);
        }
        var steady = layers.All(around.HasSteadyBox) && new[] { Size, FitRoom, FitLeast }.All(s => !values[s].IsKeyed);
        return Draw(values, steady, time => Fitted(values, layers, around, time), around);
    }

    private static ValueSpec Side(string name, string label) =>
        new(name, label, FlagKind.Flag, "", new(1), "Whether this side lies where the layers' does; if not, where the plate's own size puts it.")
        {
            Part = Wording,
            Keyable = false,
        };

    /// <summary>
    /// The box of a plate that fits others: on the sides that follow, theirs and the room; at least as large as it must be, grown away from a side that
    /// stands.
    /// </summary>
    private static Box Fitted(ValueSet values, ImmutableArray<string> layers, ISurroundings around, double time)
    {
        var own = Boxes.Of(values[Size].At(time));
        var theirs = layers.Aggregate(Box.Empty, (all, id) => all.Union(around.BoxOf(id, time)));
        if (theirs.IsEmpty)
        {
            return own;
        }
        var (room, least) = (values[FitRoom].At(time), values[FitLeast].At(time));
        bool Follows(ValueSpec side) => values[side].Constant.X != 0;
        var (left, right) = AtLeast(Follows(FitLeft), theirs.Left - room.X, own.Left, Follows(FitRight), theirs.Right + room.Z, own.Right, least.X);
        var (top, bottom) = AtLeast(Follows(FitTop), theirs.Top - room.Y, own.Top, Follows(FitBottom), theirs.Bottom + room.W, own.Bottom, least.Y);
        return new(left, top, right, bottom);
    }

    private static (double Low, double High) AtLeast(bool lowFollows, double low, double ownLow, bool highFollows, double high, double ownHigh, double least)
    {
        (low, high) = (lowFollows ? low : ownLow, highFollows ? high : ownHigh);
        var missing = Math.Max(0, least) - (high - low);
        if (missing <= 0)
        {
            return (low, high);
        }
        return lowFollows == highFollows ? (low - missing / 2, high + missing / 2)
            : lowFollows ? (low - missing, high)
            : (low, high + missing);
    }

    private static SimpleDrawing Draw(ValueSet values, bool isSteady, Func<double, Box> boxAt, ISurroundings? around)
    {
        var shape = new PlateShape(values, boxAt, isSteady);
        var edge = new Edge(shape.Verbs, shape.IsSteady, shape.Write);
        return new(
            isSteady,
            boxAt,
            writer =>
            {
                Line.Inside(writer, values, Colour, boxAt, edge);
                Bevel.Write(writer, values, shape, around is null ? null : time => around.LightAt(boxAt(time), time));
                Line.Along(writer, values, boxAt, edge, null);
            },
            edge
        );
    }
}

/// <summary>Boxes of contents.</summary>
internal static class Boxes
{
    /// <summary>A box of a size, from the origin; a feel that overshoots makes none of negative size.</summary>
    public static Box Of(in Value size) => new(0, 0, Math.Max(0, size.X), Math.Max(0, size.Y));
}
