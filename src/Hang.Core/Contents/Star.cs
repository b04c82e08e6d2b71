using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>A regular polygon or a star within the ellipse of its box, one point at the top; filled and stroked.</summary>
public sealed class Star : ContentKind
{
    public static readonly ValueSpec Size = new(
        "size",
        "Size",
        NumbersKind.Size,
        "px",
        new(200, 200),
        "Width and height of the ellipse that its points lie on."
    )
    {
        Least = 0,
        Signs = ["W", "H"],
    };

    public static readonly ValueSpec Points = new("points", "Points", NumbersKind.Number, "", new(5), "How many points it has: a whole number.")
    {
        Least = 3,
        Most = 60,
        Keyable = false,
        Signs = ["№"],
    };

    public static readonly ValueSpec Depth = new(
        "depth",
        "Depth",
        NumbersKind.Number,
        "of edge",
        new(0.5),
        "How far the middle of each edge is drawn in: 0 is a polygon, 100 % reaches the centre."
    )
    {
        Least = 0,
        Most = 1,
        Factor = 100,
        Signs = ["↧"],
    };

    public static readonly ValueSpec Colour = new("fill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour, straight alpha, or gradient.");

    private static readonly Stroke Line = new();

    private Star()
        : base("star", "Star", "A star or a polygon, filled and stroked.", [Size, Points, Depth, Colour, .. Line.Specs]) { }

    public override bool HasEdge => true;

    public override ValueSpec Sized => Size;

    public override Drawing Draw(ValueSet values, DrawContext at)
    {
        var (size, depth) = (values[Size], values[Depth]);
        var count = (int)Math.Round(values[Points].Constant.X);
        var verbs = "M" + new string('L', 2 * count - 1) + "Z";
        Box BoxAt(double time) => Boxes.Of(size.At(time));
        var edge = new Edge(verbs, !size.IsKeyed && !depth.IsKeyed, (time, v) =>
        {
            var box = BoxAt(time);
            var (rx, ry) = (box.Width / 2, box.Height / 2);
            // The middle of a regular polygon's edge lies cos(180° / n) of the radius from the centre.
            var inner = Math.Cos(Math.PI / count) * (1 - Math.Clamp(depth.NumberAt(time), 0, 1));
            for (var i = 0; i < 2 * count; i++)
            {
                var (sin, cos) = Math.SinCos(i * Math.PI / count);
                var r = i % 2 == 0 ? 1 : inner;
                (v[2 * i], v[2 * i + 1]) = ((float)(rx + rx * r * sin), (float)(ry - ry * r * cos));
            }
        });
        return new SimpleDrawing(!size.IsKeyed, BoxAt, writer => Line.Paint(writer, values, Colour, BoxAt, edge), edge);
    }
}
