using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene.Geometry;

namespace Hang.Core.Evaluation;

/// <summary>A layer made ready: its pose, what it draws, and the layers that it follows, holds and is cut by.</summary>
/// <param name="draw">Makes what it draws, when it is first asked for: one that names others then finds them.</param>
internal sealed class Prepared(LayerPose pose, Func<Prepared, Drawing> draw)
{
    private Drawing? drawing;
    private Box? groupBox;

    public LayerPose Pose => pose;

    public Drawing Drawing => drawing ??= draw(this);

    public Layer Layer => pose.Layer;

    /// <summary>What it hangs from, or else its group.</summary>
    public Prepared? Carrier { get; set; }

    /// <summary>The layers that it names.</summary>
    public List<Prepared> Named { get; } = [];

    /// <summary>The lamp whose light it needs; null for none.</summary>
    public Prepared? Lamp { get; set; }

    /// <summary>The layer whose picture is its matte.</summary>
    public Prepared? Matte { get; set; }

    /// <summary>Of a group: what is in it, from the back to the front.</summary>
    public List<Prepared> Members { get; } = [];

    /// <summary>Frame at which a group's members rest: the last of Hold. A group's box is that of its members then, so that its pivot stands still.</summary>
    public int RestFrame { get; set; }

    /// <summary>Frames of the graphic.</summary>
    public int Frames { get; set; }

    /// <summary>When and in how large a picture it shows; null where that makes no difference.</summary>
    public Showing? Showing { get; set; }

    /// <summary>When its pieces go off in their own way; null for what goes as it came.</summary>
    public Departing? Departing { get; set; }

    public bool HasSteadyBox => Drawing.HasSteadyBox;

    public Box BoxAt(double time) =>
        Layer.Content.Kind.IsGroup ? groupBox ??= Members.Aggregate(Box.Empty, (all, m) => all.Union(BoxOf(m))) : Drawing.BoxAt(time);

    public bool IsBlurred(Graphic graphic) => Layer.MotionBlur ?? graphic.MotionBlur?.On ?? false;

    /// <summary>From the layer's coordinates to the graphic's pixels.</summary>
    /// <param name="pivot">The pivot in the layer's coordinates.</param>
    /// <param name="own">The moment for the layer itself, when it is a piece that runs late.</param>
    public Matrix World(in Point pivot, double time, double own)
    {
        var world = pose.Local(pivot, own);
        for (var carrier = Carrier; carrier is not null; carrier = carrier.Carrier)
        {
            world = carrier.LocalAt(time) * world;
        }
        return world;
    }

    /// <inheritdoc cref="World(in Point, double, double)"/>
    public Matrix World(double time) => World(pose.PivotAt(BoxAt(time), time), time, time);

    /// <summary>From the layer's coordinates to those of what it follows.</summary>
    public Matrix LocalAt(double time) => pose.Local(pose.PivotAt(BoxAt(time), time), time);

    /// <summary>A member's box in the group's coordinates; one that follows something outside of the group counts for nothing.</summary>
    private Box BoxOf(Prepared member)
    {
        // Looked at first: what lies above the group may itself depend on the group's box.
        for (var at = member; at != this; at = at.Carrier)
        {
            if (at is null)
            {
                return Box.Empty;
            }
        }
        var matrix = Matrix.Identity;
        for (var at = member; at != this; at = at.Carrier!)
        {
            matrix = at.LocalAt(RestFrame) * matrix;
        }
        var box = member.BoxAt(RestFrame);
        return box.IsEmpty ? Box.Empty : matrix.Map(box);
    }
}
