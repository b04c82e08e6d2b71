using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Masks;

/// <summary>An ellipse, as large as its box.</summary>
public sealed class EllipseMask : MaskKind
{
    public static readonly ValueSpec Edges = new(
        "box",
        "Box",
        NumbersKind.Box,
        "px",
        new(0, 0, 200, 100),
        "Left, top, right and bottom, in the layer's own pixels."
    )
    {
        Signs = ["←", "↑", "→", "↓"],
    };

    private EllipseMask()
        : base("ellipse", "Ellipse", "An ellipse.", Edges) { }

    protected override IEnumerable<Edge> Contours(ValueSet values)
    {
        var edges = values[Edges];
        yield return new(Shape.Ellipse, !edges.IsKeyed, (time, v) => Shape.WriteEllipse(BoxMask.Between(edges.At(time)), v))
        {
            Shows = edges.IsKeyed || !BoxMask.IsOpen(edges.Constant) ? time => BoxMask.IsOpen(edges.At(time)) : null,
        };
    }
}
