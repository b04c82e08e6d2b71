using Hang.Core.Geometry;
using Hang.Core.PaintList;
using Hang.Core.Typesetting;
using Hang.Core.Values;

namespace Hang.Core.Contents;

/// <summary>A filled rectangle with its own radius at each corner. Its origin is its top left corner.</summary>
public sealed class Plate : ContentKind
{
    public static readonly ValueSpec Size = new("size", "Size", NumbersKind.Size, "px", new(200, 100), "Width and height.") { Least = 0, Signs = ["W", "H"] };

    public static readonly ValueSpec Corners = new("corners", "Corners", NumbersKind.Corners, "px", default, "Radius of each corner; radii that overlap are reduced together (CSS Backgrounds 3, section 4.5).") { Least = 0, Signs = ["↖", "↗", "↘", "↙"] };

    public static readonly ValueSpec Colour = new("fill", "Colour", ColourKind.Colour, "", new(1, 1, 1, 1), "Colour, straight alpha.");

    private Plate() : base("plate", "Plate", "A filled rectangle with rounded corners.", Size, Corners, Colour)
    {
    }

    public override ValueSpec Filled => Colour;

    public override ValueSpec Sized => Size;

    public override Drawing Draw(ValueSet values, ITypeShaper shaper)
    {
        var (size, corners, colour) = (values[Size], values[Corners], values[Colour]);
        Box BoxAt(double time) => Boxes.Of(size.At(time));
        // Corners that are never round need no curves.
        var isPlain = !corners.IsKeyed && corners.Constant == default;
        return new SimpleDrawing(!size.IsKeyed, BoxAt, writer => writer.Fill(isPlain ? Shape.Box : Shape.RoundedBox, !size.IsKeyed && !corners.IsKeyed, colour, (time, v) =>
        {
            if (isPlain)
            {
                Shape.WriteBox(BoxAt(time), v);
                return;
            }
            var c = corners.At(time);
            Shape.WriteRoundedBox(BoxAt(time), Math.Max(0, c.X), Math.Max(0, c.Y), Math.Max(0, c.Z), Math.Max(0, c.W), v);
        }));
    }
}

/// <summary>Boxes of contents.</summary>
internal static class Boxes
{
    /// <summary>A box of a size, from the origin; a feel that overshoots makes none of negative size.</summary>
    public static Box Of(in Value size) => new(0, 0, Math.Max(0, size.X), Math.Max(0, size.Y));
}
