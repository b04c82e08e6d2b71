using Hang.Scene.Geometry;
using Hang.Scene.PaintList;

namespace Hang.Core.Evaluation;

/// <summary>An entry of the paint list: a strip, and how its numbers come from a moment.</summary>
internal sealed class Node
{
    private const int MarkAt = 7;
    private readonly WrittenStrip written;
    private readonly bool hasGroups;
    private readonly bool hasSteadyMark;
    private readonly Contents.Drawing? boxed;
    private readonly Func<double, double>? opacity;
    private readonly (int At, int Length, Filler Fill)[] changing;
    private readonly LayerPose pose;
    private readonly bool follows;

    /// <param name="layer">The layer that it shows.</param>
    /// <param name="boxed">What the mark's box is of: the layer's drawing or a piece of it; null for strips without a place.</param>
    /// <param name="delay">Frames by which it runs late.</param>
    /// <param name="opacity">The place's opacity for the moment that is painted; null: the layer's own.</param>
    public Node(Prepared layer, WrittenStrip written, Contents.Drawing? boxed, int delay, Func<double, double>? opacity)
    {
        (Layer, this.written, this.boxed, Delay, this.opacity) = (layer, written, boxed, delay, opacity);
        changing = written.Changing;
        (pose, follows) = (layer.Pose, layer.Carrier is not null);
        hasGroups = written.Strip.HasGroups;
        SteadyBox = boxed is null || layer.Layer.Content.Kind.IsGroup || boxed.HasSteadyBox;
        hasSteadyMark = SteadyBox && layer.Pose.HasSteadyMask;
        Standing = written.Standing;
        if (boxed is not null)
        {
            FillMark(0, 0, Standing.AsSpan());
        }
        if (hasGroups && written.Strip.Opens == 0 && written.Changing.Length == 0)
        {
            // The bounds of its groups never change either; only a place that shows lets them be found.
            Standing[6] = 1;
            Touched.By(written.Strip, Standing);
        }
        SteadyPivot = SteadyBox && layer.Pose.HasSteadyPivot && boxed is not null ? layer.Pose.PivotAt(BoxAt(0), 0) : null;
    }

    public Prepared Layer { get; }

    public Strip Strip => written.Strip;

    public int Delay { get; }

    /// <summary>The numbers that never change, the others as at frame 0.</summary>
    public float[] Standing { get; }

    /// <summary>Index of the node that closes the group that this one opens; -1 for others.</summary>
    public int End { get; set; } = -1;

    /// <summary>True when some of its numbers besides place and mark change.</summary>
    public bool Changes => written.Changing.Length > 0;

    /// <summary>True when it is blurred where it moves.</summary>
    public bool Blurs { get; set; }

    private bool SteadyBox { get; }

    private Point? SteadyPivot { get; }

    public Box BoxAt(double time) => Layer.Layer.Content.Kind.IsGroup ? Layer.BoxAt(time) : boxed!.BoxAt(time);

    /// <summary>Writes all numbers but the bounds of groups that go over several nodes.</summary>
    /// <param name="frame">The whole frame that the moment belongs to.</param>
    public void Fill(double time, int frame, Memory<float> memory)
    {
        Standing.CopyTo(memory);
        FillChanging(time, frame, memory);
    }

    /// <summary>The same where the standing numbers are already.</summary>
    public void FillChanging(double time, int frame, Memory<float> memory)
    {
        var values = memory.Span;
        if (boxed is not null)
        {
            var own = time - Delay;
            var pivot = SteadyPivot ?? pose.PivotAt(BoxAt(time), own);
            var world = follows ? Layer.World(pivot, time, own) : pose.Local(pivot, own);
            var place = values[..MarkAt];
            place[6] =
                !PlaceNumbers.Put(world, place) || !pose.ShowsAt(frame) ? 0
                : opacity is null ? (float)pose.Opacity(own)
                : (float)Math.Clamp(opacity(time), 0, 1);
            if (!hasSteadyMark)
            {
                FillMark(time, own, values);
            }
        }
        if (changing.Length == 0)
        {
            return;
        }
        foreach (var (at, length, fill) in changing)
        {
            fill(time, values.Slice(at, length));
        }
        if (hasGroups && Strip.Opens == 0)
        {
            Touched.By(Strip, memory);
        }
    }

    private void FillMark(double time, double own, Span<float> values)
    {
        var box = BoxAt(time);
        Put(values[MarkAt..], box);
        Put(values[(MarkAt + 4)..], Layer.Pose.MaskAt(box, own, out var edges) ? box.Intersect(edges) : box);
    }

    private static void Put(Span<float> values, in Box box) =>
        (values[0], values[1], values[2], values[3]) = ((float)box.Left, (float)box.Top, (float)box.Right, (float)box.Bottom);
}
