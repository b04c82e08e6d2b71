using Hang.Core.Contents;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Masks;

/// <summary>A closed path of points with tangents.</summary>
public sealed class PathMask : MaskKind
{
    public static readonly ValueSpec Points = new(
        "points",
        "Points",
        PointsKind.Points,
        "px",
        PointPaths.Box(0, 0, 200, 100),
        "The points, in the layer's own pixels, each with its tangents."
    );

    private PathMask()
        : base("path", "Path", "A path of points.", Points) { }

    protected override IEnumerable<Edge> Contours(ValueSet values) => PointPaths.Of(values[Points], true);
}
