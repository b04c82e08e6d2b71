using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Masks;

/// <summary>A rectangle.</summary>
public sealed class BoxMask : MaskKind
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

    public static readonly ValueSpec Corner = new("corner", "Corners", NumbersKind.Number, "px", new(0), "Radius of its corners.")
    {
        Least = 0,
        Most = 10_000,
        Signs = ["◜"],
    };

    private BoxMask()
        : base("box", "Rectangle", "A rectangle.", Edges, Corner) { }

    protected override IEnumerable<Edge> Contours(ValueSet values)
    {
        var (edges, corner) = (values[Edges], values[Corner]);
        yield return new(Shape.RoundedBox, !edges.IsKeyed && !corner.IsKeyed, (time, v) =>
        {
            var radius = Math.Max(0, corner.NumberAt(time));
            Shape.WriteRoundedBox(Between(edges.At(time)), radius, radius, radius, radius, v);
        }) { Shows = edges.IsKeyed || !IsOpen(edges.Constant) ? time => IsOpen(edges.At(time)) : null };
    }

    /// <summary>The box of four edges. Right before left, or bottom above top, as a feel that overshoots closes it, is nothing.</summary>
    internal static Box Between(in Value e) => new(e.X, e.Y, Math.Max(e.X, e.Z), Math.Max(e.Y, e.W));

    /// <summary>Whether there is anything between the edges, and so something to grow.</summary>
    internal static bool IsOpen(in Value e) => e.Z >= e.X && e.W >= e.Y;
}
