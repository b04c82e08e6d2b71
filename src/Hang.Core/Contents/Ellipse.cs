using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// An ellipse, filled and stroked, as large as its box. Its line begins at the top and goes clockwise. Its origin is the box's top left corner.
/// </summary>
public sealed class Ellipse : ContentKind
{
    public static readonly ValueSpec Size = new("size", "Size", NumbersKind.Size, "px", new(200, 200), "Width and height.") { Least = 0, Signs = ["W", "H"] };

    public static readonly ValueSpec Colour = new("fill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour, straight alpha, or gradient.");

    private static readonly Stroke Line = new();

    private Ellipse()
        : base("ellipse", "Ellipse", "An ellipse, filled and stroked.", [Size, Colour, .. Line.Specs]) { }

    public override bool HasEdge => true;

    public override ValueSpec Sized => Size;

    public override Drawing Draw(ValueSet values, DrawContext at)
    {
        var size = values[Size];
        Box BoxAt(double time) => Boxes.Of(size.At(time));
        var edge = new Edge(Shape.Ellipse, !size.IsKeyed, (time, v) => Shape.WriteEllipse(BoxAt(time), v));
        return new SimpleDrawing(!size.IsKeyed, BoxAt, writer => Line.Paint(writer, values, Colour, BoxAt, edge), edge);
    }
}
