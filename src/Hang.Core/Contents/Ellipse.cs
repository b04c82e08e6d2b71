using Hang.Core.PaintList;
using Hang.Core.Typesetting;
using Hang.Core.Values;

namespace Hang.Core.Contents;

/// <summary>A filled ellipse, as large as its box. Its origin is the box's top left corner.</summary>
public sealed class Ellipse : ContentKind
{
    public static readonly ValueSpec Size = new("size", "Size", NumbersKind.Size, "px", new(200, 200), "Width and height.") { Least = 0, Signs = ["W", "H"] };

    public static readonly ValueSpec Colour = new("fill", "Colour", ColourKind.Colour, "", new(1, 1, 1, 1), "Colour, straight alpha.");

    private Ellipse() : base("ellipse", "Ellipse", "A filled ellipse.", Size, Colour)
    {
    }

    public override ValueSpec Filled => Colour;

    public override ValueSpec Sized => Size;

    public override Drawing Draw(ValueSet values, ITypeShaper shaper)
    {
        var (size, colour) = (values[Size], values[Colour]);
        return new SimpleDrawing(!size.IsKeyed, time => Boxes.Of(size.At(time)), writer => writer.Fill(Shape.Ellipse, !size.IsKeyed, colour, (time, v) => Shape.WriteEllipse(Boxes.Of(size.At(time)), v)));
    }
}
