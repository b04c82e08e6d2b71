using Hang.Core.Contents;
using Hang.Core.Layers;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;

namespace Hang.Core.Evaluation;

/// <summary>
/// Shadows under a lamp. A point at height h under a light at height H throws its shadow where the ray through it meets the ground: away from the light by
/// h / (H - h) of its distance from the place under it (similar triangles).
/// </summary>
internal static class LampLight
{
    /// <summary>A layer reaches no nearer to the lamp than this share of its height, so that no shadow gets endless.</summary>
    private const double Nearest = 0.05;

    /// <summary>Where a lamp hangs, in pixels of the graphic.</summary>
    public static Point PlaceOf(Prepared lamp, double time) => lamp.World(time).Map(new Point(0, 0));

    /// <summary>True for a layer that ever throws a shadow.</summary>
    public static bool IsRaised(Layer layer) => layer.Own[LayerValues.Raise] is var raise && (raise.IsKeyed || raise.Constant.X > 0);

    /// <summary>Adds the shadow's step.</summary>
    /// <param name="only">True leaves out what throws it.</param>
    public static void Write(StepWriter steps, Prepared layer, bool only)
    {
        if (layer.Lamp is not { } lamp || !IsRaised(layer.Layer))
        {
            return;
        }
        var raise = layer.Layer.Own[LayerValues.Raise];
        var values = lamp.Layer.Content.Values;
        var (height, softness, shade) = (values[Lamp.Height], values[Lamp.Softness], values[Lamp.Shade]);
        var step = Ops.Cast;
        steps.Add(step, false, (time, v) =>
        {
            var high = Math.Max(0, raise.NumberAt(time));
            var world = layer.World(time);
            var box = layer.BoxAt(time);
            var middle = world.Map(new Point((box.Left + box.Right) / 2, (box.Top + box.Bottom) / 2));
            var light = PlaceOf(lamp, time);
            var over = Math.Max(1, height.NumberAt(time));
            var share = high / Math.Max(over - high, over * Nearest);
            var back = (world with { E = 0, F = 0 }).Inverse;
            var offset = back.Map(new Point((middle.X - light.X) * share, (middle.Y - light.Y) * share));
            var isSeen = high > 0 && lamp.Pose.ShowsAt(time) && float.IsFinite((float)offset.X) && float.IsFinite((float)offset.Y);
            v[StepKind.On] = isSeen ? 1 : 0;
            (v[step.Offset], v[step.Offset + 1]) = isSeen ? ((float)offset.X, (float)offset.Y) : (0, 0);
            v[step.Sigma] = v[step.Sigma + 1] = (float)(high * Math.Max(0, softness.NumberAt(time)));
            Colours.Put(shade.At(time), v[step.Colour.At..]);
            v[step.Only] = only ? 1 : 0;
        });
    }
}
