using Hang.Scene.Geometry;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>A free path: points with tangents, in one contour or several, open or closed, keyed point by point; filled and stroked.</summary>
public sealed class PathContent : ContentKind
{
    public static readonly ValueSpec Points = new(
        "points",
        "Points",
        PointsKind.Points,
        "px",
        PointPaths.Of((0, 100), (100, 0), (200, 100)),
        "The points, in the layer's own pixels, each with its tangents. Keyframes with as many points change point by point."
    );

    public static readonly ValueSpec Closed = new("closed", "Closed", FlagKind.Flag, "", new(1), "True: each contour goes back to where it began.")
    {
        Keyable = false,
    };

    private static readonly ChoiceKind Rules = new("nonzero", "evenodd");

    public static readonly ValueSpec Rule = new("rule", "Filled by", Rules, "", default, "What lies inside where contours cross (SVG 2, fill-rule).")
    {
        Keyable = false,
    };

    public static readonly ValueSpec Colour = new("fill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour, straight alpha, or gradient.");

    private static readonly Stroke Line = new();

    private PathContent()
        : base("path", "Path", "A free path of points, filled and stroked.", [Points, Closed, Rule, Colour, .. Line.Specs]) { }

    public override bool HasEdge => true;

    public override ValueSpec Dotted => Points;

    public override Drawing Draw(ValueSet values, DrawContext at)
    {
        var (points, closed) = (values[Points], values[Closed].Constant.X != 0);
        var rule = Rules.Options[(int)values[Rule].Constant.X];
        Box BoxAt(double time) => PointPaths.BoxOf(points.At(time), closed);
        var paths = PointPaths.Of(points, closed).Select(p => p with { Rule = rule }).ToArray();
        return new SimpleDrawing(
            !points.IsKeyed,
            BoxAt,
            writer =>
            {
                foreach (var path in paths)
                {
                    if (path.Shows is { } shows)
                    {
                        writer.Add(Scene.PaintList.Ops.Place, [], [], 0, false, (time, v) => (v[0], v[3], v[6]) = (1, 1, shows(time) ? 1 : 0));
                    }
                    Line.Paint(writer, values, Colour, BoxAt, path);
                    if (path.Shows is not null)
                    {
                        writer.Close();
                    }
                }
            },
            paths
        );
    }
}
