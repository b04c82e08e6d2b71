using System.Collections.Immutable;
using Hang.Core.Idles;
using Hang.Core.Layers;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Values;

namespace Hang.Core.Evaluation;

/// <summary>
/// One layer's own values made ready to be read at many moments, and what never changes worked out once: where the layer is in its
/// carrier, and how much of it shows.
/// </summary>
internal sealed class LayerPose
{
    /// <summary>How far a layer shows that is there to draw after.</summary>
    private const double Dimmed = 0.4;

    private static readonly Value Unmasked = LayerValues.Mask.Default;
    private readonly Channel position,
        scale,
        turn,
        about,
        opacity,
        mask;
    private readonly PhaseLengths phases;
    private readonly int start;
    private readonly bool upright,
        isGuide;

    // Copies of what the layer says, so that reading a frame does not go to the layer itself.
    private readonly Facing facing;
    private readonly ImmutableList<IdleMotion>? idles;
    private readonly double shownFrom,
        shownTo;

    /// <param name="phases">Of the graphic that the layer lives in.</param>
    /// <param name="start">Frame at which that graphic begins.</param>
    public LayerPose(Layer layer, PhaseLengths phases, int start = 0)
    {
        (Layer, this.phases, this.start) = (layer, phases, start);
        var own = layer.Own;
        (position, scale, turn, about) = (own[LayerValues.Position], own[LayerValues.Scale], own[LayerValues.Turn], own[LayerValues.Pivot]);
        (opacity, mask) = (own[LayerValues.Opacity], own[LayerValues.Mask]);
        (facing, idles, isGuide) = (layer.Facing, layer.Idles, layer.Guide);
        (shownFrom, shownTo) = (layer.In ?? 0, layer.Out is { } last ? last + 1 : double.PositiveInfinity);
        upright =
            layer.Facing == Facing.Fixed && layer.Idles is null && !turn.IsKeyed && turn.Constant.X == 0 && !scale.IsKeyed && scale.Constant is { X: 1, Y: 1 };
    }

    public Layer Layer { get; }

    /// <summary>True between the layer's in and out points.</summary>
    public bool ShowsAt(double time) => time >= shownFrom && time < shownTo;

    /// <summary>True when the layer stands in the same place of its carrier at every moment, as long as its pivot does.</summary>
    public bool IsStill => !position.IsKeyed && !scale.IsKeyed && !turn.IsKeyed && !about.IsKeyed && idles is null;

    /// <summary>True when the mask can ever cut anything off.</summary>
    public bool HasMask => mask.IsKeyed || mask.Constant != Unmasked;

    public bool HasSteadyMask => !mask.IsKeyed;

    /// <summary>True when the opacity is 1 at every moment, apart from the in and out points.</summary>
    public bool IsOpaque => !isGuide && !opacity.IsKeyed && opacity.Constant.X == 1 && Layer.Idles is null;

    /// <summary>True when the opacity is the same at every moment, apart from the in and out points.</summary>
    public bool HasSteadyOpacity => !opacity.IsKeyed && Layer.Idles is null;

    /// <summary>True when the pivot is at the same place of the box at every moment.</summary>
    public bool HasSteadyPivot => !about.IsKeyed;

    /// <summary>The point that scale and turn leave in place, in the layer's own coordinates.</summary>
    public Point PivotAt(in Box box, double time)
    {
        var share = about.PointAt(time);
        return new(box.Left + box.Width * share.X, box.Top + box.Height * share.Y);
    }

    /// <summary>How far the layer shows, 0..1, apart from its in and out points.</summary>
    public double Opacity(double time)
    {
        var value = opacity.NumberAt(time);
        var shown = Math.Clamp(idles is null ? value : value * Idle(time).Opacity, 0, 1);
        return isGuide ? shown * Dimmed : shown;
    }

    /// <summary>How far from the box a mask's edge runs that lies on the box's own, in the layer's pixels.</summary>
    private const double Clear = 1;

    /// <summary>The mask's edges in the layer's own coordinates; false when it has none.</summary>
    public bool MaskAt(in Box box, double time, out Box edges)
    {
        if (!HasMask)
        {
            edges = box;
            return false;
        }
        var m = mask.At(time);
        // Right before left is nothing: an edge that overshoots closes the mask and does not turn it round.
        edges = new(
            box.Left + box.Width * m.X,
            box.Top + box.Height * m.Y,
            box.Left + box.Width * Math.Max(m.X, m.Z),
            box.Top + box.Height * Math.Max(m.Y, m.W)
        );
        if (!edges.IsEmpty && Layer.Effects.IsEmpty)
        {
            // An edge of the mask on the edge of the box cuts nothing of what ends there. Were it to run there, half-covered pixels would be covered by
            // half once more.
            edges = new(
                edges.Left - (m.X == 0 ? Clear : 0),
                edges.Top - (m.Y == 0 ? Clear : 0),
                edges.Right + (m.Z == 1 ? Clear : 0),
                edges.Bottom + (m.W == 1 ? Clear : 0)
            );
        }
        return m != Unmasked;
    }

    /// <summary>
    /// From the layer's own coordinates to its carrier's. CSS Transforms 1, section 5: translate to the position, then scale and turn about the pivot.
    /// </summary>
    /// <param name="pivot">The pivot in the layer's own coordinates, <see cref="PivotAt"/>.</param>
    public Matrix Local(in Point pivot, double time)
    {
        var p = position.PointAt(time);
        if (upright)
        {
            return Matrix.Translate(p.X, p.Y);
        }
        var (angle, by) = (turn.NumberAt(time), scale.PointAt(time));
        if (idles is not null)
        {
            var idle = Idle(time);
            p = new(p.X + idle.X, p.Y + idle.Y);
            angle += idle.Turn;
            by = new(by.X * idle.Scale, by.Y * idle.Scale);
        }
        if (facing != Facing.Fixed && position.Heading(time) is { } ahead && (ahead.X != 0 || ahead.Y != 0))
        {
            angle += Math.Atan2(ahead.Y, ahead.X) * 180 / Math.PI;
            by = facing == Facing.Upright && ahead.X < 0 ? new(by.X, -by.Y) : by;
        }
        var (px, py) = (pivot.X, pivot.Y);
        // Translate(p + pivot) · Turn · Scale · Translate(-pivot), multiplied out.
        var (sin, cos) = Matrix.SinCos(angle);
        var (a, b, c, d) = (cos * by.X, sin * by.X, -sin * by.Y, cos * by.Y);
        return new(a, b, c, d, p.X + px - a * px - c * py, p.Y + py - b * px - d * py);
    }

    private IdleOffset Idle(double time)
    {
        var sum = IdleOffset.None;
        foreach (var motion in idles!)
        {
            sum += motion.At(time - start, phases);
        }
        return sum;
    }
}
