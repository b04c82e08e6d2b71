using Hang.Core.Geometry;
using Hang.Core.PaintList;
using Hang.Core.Typesetting;
using Hang.Core.Values;

namespace Hang.Core.Contents;

/// <summary>
/// A rectangle with its own radius at each corner, round or cut, and sides that may lean; filled and stroked. Its origin is its top left corner.
/// </summary>
public sealed class Plate : ContentKind
{
    public static readonly ValueSpec Size = new("size", "Size", NumbersKind.Size, "px", new(200, 100), "Width and height.") { Least = 0, Signs = ["W", "H"] };

    public static readonly ValueSpec Corners = new("corners", "Corners", NumbersKind.Corners, "px", default, "Radius of each corner; radii that overlap are reduced together (CSS Backgrounds 3, section 4.5).") { Least = 0, Signs = ["↖", "↗", "↘", "↙"] };

    private static readonly ChoiceKind Cuts = new("round", "cut");

    public static readonly ValueSpec Cut = new("cornerCut", "Corners are", Cuts, "", default, "Whether corners are round or cut off straight.") { Keyable = false };

    public static readonly ValueSpec Lean = new("lean", "Lean", NumbersKind.Size, "px", default, "How far the top of the left and of the right side lies to the right of its foot; the middle stays.") { Least = -ValueSpec.Far, Signs = ["L", "R"] };

    public static readonly ValueSpec Colour = new("fill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour, straight alpha, or gradient.");

    private static readonly ValueSpec[] Line = Stroke.Specs();

    private Plate() : base("plate", "Plate", "A rectangle with corners of its own, filled and stroked.", [Size, Corners, Cut, Lean, Colour, .. Line])
    {
    }

    public override ValueSpec Filled => Colour;

    public override ValueSpec Sized => Size;

    public override Drawing Draw(ValueSet values, ITypeShaper shaper)
    {
        var (size, corners, lean) = (values[Size], values[Corners], values[Lean]);
        Box BoxAt(double time) => Boxes.Of(size.At(time));
        // Corners that are never round need no curves.
        var isPlain = !corners.IsKeyed && corners.Constant == default;
        var leans = lean.IsKeyed || lean.Constant != default;
        var isCut = values[Cut].Constant.X == 1;
        var verbs = isPlain ? Shape.Box : Shape.RoundedBox;
        return new SimpleDrawing(!size.IsKeyed, BoxAt, writer => Stroke.Paint(writer, values, Colour, Line, verbs, !size.IsKeyed && !corners.IsKeyed && !lean.IsKeyed, BoxAt, (time, v) =>
        {
            var box = BoxAt(time);
            if (isPlain)
            {
                Shape.WriteBox(box, v);
            }
            else
            {
                var c = corners.At(time);
                Shape.WriteRoundedBox(box, Math.Max(0, c.X), Math.Max(0, c.Y), Math.Max(0, c.Z), Math.Max(0, c.W), v);
            }
            if (isCut && !isPlain)
            {
                Shape.Flatten(verbs, v);
            }
            if (leans)
            {
                var by = lean.PointAt(time);
                Shape.Map(verbs, v, (x, y) => (x + (float)(LeanAt(box, by, x) * (box.Height > 0 ? 0.5 - y / box.Height : 0)), y));
            }
        }));
    }

    /// <summary>How far a side between the two would lean.</summary>
    private static double LeanAt(in Box box, in Point by, double x) => box.Width > 0 ? by.X + (by.Y - by.X) * x / box.Width : by.X;
}

/// <summary>Boxes of contents.</summary>
internal static class Boxes
{
    /// <summary>A box of a size, from the origin; a feel that overshoots makes none of negative size.</summary>
    public static Box Of(in Value size) => new(0, 0, Math.Max(0, size.X), Math.Max(0, size.Y));
}
