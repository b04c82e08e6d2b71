using Hang.Core.Geometry;
using Hang.Core.Idles;
using Hang.Core.Layers;
using Hang.Core.Motion;
using Hang.Core.Phases;
using Hang.Core.Typesetting;

namespace Hang.Core.Evaluation;

/// <summary>
/// One layer made ready to be read at many moments: its channels at hand, and what never changes worked out once. Where the layer is
/// in its carrier, and how much of it shows.
/// </summary>
internal sealed class LayerPose
{
    private static readonly ChannelValue Unmasked = ChannelSpec.Of(ChannelName.Mask).Default;
    private readonly Channel position, scale, turn, about, opacity, mask, blur, size, typeSize, tracking, leading;
    private readonly PhaseLengths phases;
    private readonly bool upright;

    public LayerPose(Layer layer, SetType? type, PhaseLengths phases)
    {
        (Layer, Type, this.phases) = (layer, type, phases);
        var c = layer.Channels;
        (position, scale, turn, about) = (c[ChannelName.Position], c[ChannelName.Scale], c[ChannelName.Turn], c[ChannelName.Pivot]);
        (opacity, mask, blur, size) = (c[ChannelName.Opacity], c[ChannelName.Mask], c[ChannelName.Blur], c[ChannelName.Size]);
        (typeSize, tracking, leading) = (c[ChannelName.TypeSize], c[ChannelName.Tracking], c[ChannelName.Leading]);
        (Corners, Fill) = (c[ChannelName.Corners], c[ChannelName.Fill]);
        upright = layer.Facing == Facing.Fixed && layer.Idles is null && !turn.IsKeyed && turn.Constant.X == 0 && !scale.IsKeyed && scale.Constant is { X: 1, Y: 1 };
        HasSteadyLook = !mask.IsKeyed && !blur.IsKeyed && !Corners.IsKeyed && !Fill.IsKeyed;
        HasSteadyBox = layer is TypeLayer ? !typeSize.IsKeyed && !tracking.IsKeyed && !leading.IsKeyed : !size.IsKeyed;
    }

    public Layer Layer { get; }

    /// <summary>The whole type of a type layer.</summary>
    public SetType? Type { get; }

    public Channel Corners { get; }

    public Channel Fill { get; }

    /// <summary>True when the layer's box is the same at every moment.</summary>
    public bool HasSteadyBox { get; }

    /// <summary>True when mask, blur, corners and colour are the same at every moment.</summary>
    public bool HasSteadyLook { get; }

    public double Unit(double time) => Math.Max(0, typeSize.NumberAt(time)) / 1000;

    public double Tracking(double time) => tracking.NumberAt(time);

    /// <summary>Thousandths of an em.</summary>
    public double Leading(double time) => leading.NumberAt(time) * 1000;

    public double Blur(double time) => Math.Max(0, blur.NumberAt(time));

    /// <summary>The layer's box, or that of a piece of its type, in the layer's own coordinates.</summary>
    public Box BoxAt(SetType? type, double time)
    {
        if (Layer is HookLayer)
        {
            return new(-HookLayer.Reach, -HookLayer.Reach, HookLayer.Reach, HookLayer.Reach);
        }
        if (Layer is not TypeLayer)
        {
            var s = size.At(time);
            return new(0, 0, Math.Max(0, s.X), Math.Max(0, s.Y));
        }
        if (type is null)
        {
            return Box.Empty;
        }
        var unit = Unit(time);
        var box = type.Box(Tracking(time), Leading(time));
        return new(box.Left * unit, box.Top * unit, box.Right * unit, box.Bottom * unit);
    }

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
        return Math.Clamp(Layer.Idles is null ? value : value * Idle(time).Opacity, 0, 1);
    }

    /// <summary>The mask's edges in the layer's own coordinates; false when it has none.</summary>
    public bool MaskAt(in Box box, double time, out Box edges)
    {
        edges = box;
        if (!mask.IsKeyed && mask.Constant == Unmasked)
        {
            return false;
        }
        var m = mask.At(time);
        edges = new(box.Left + box.Width * m.X, box.Top + box.Height * m.Y, box.Left + box.Width * m.Z, box.Top + box.Height * m.W);
        return m != Unmasked;
    }

    /// <summary>From the layer's own coordinates to its carrier's. CSS Transforms 1, section 5: translate to the position, then scale and turn about the pivot.</summary>
    /// <param name="pivot">The pivot in the layer's own coordinates, <see cref="PivotAt"/>.</param>
    public Matrix Local(in Point pivot, double time)
    {
        var p = position.PointAt(time);
        if (upright)
        {
            return Matrix.Translate(p.X, p.Y);
        }
        var (angle, by) = (turn.NumberAt(time), scale.PointAt(time));
        if (Layer.Idles is not null)
        {
            var idle = Idle(time);
            p = new(p.X + idle.X, p.Y + idle.Y);
            angle += idle.Turn;
            by = new(by.X * idle.Scale, by.Y * idle.Scale);
        }
        if (Layer.Facing != Facing.Fixed && position.Heading(time) is { } ahead && (ahead.X != 0 || ahead.Y != 0))
        {
            angle += Math.Atan2(ahead.Y, ahead.X) * 180 / Math.PI;
            by = Layer.Facing == Facing.Upright && ahead.X < 0 ? new(by.X, -by.Y) : by;
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
        foreach (var motion in Layer.Idles!)
        {
            sum += motion.At(time, phases);
        }
        return sum;
    }
}
