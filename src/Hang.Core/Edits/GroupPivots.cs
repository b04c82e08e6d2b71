using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene.Geometry;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Edits;

/// <summary>
/// A group's pivot is a share of the box around its members. Where members come and go, the box is another one: a group that is turned or scaled
/// would take all the others along.
/// </summary>
internal static class GroupPivots
{
    /// <summary>The graphic with the pivots of its groups where they were, as points, wherever a group is turned or scaled at a frame.</summary>
    /// <param name="before">The graphic before members came or went.</param>
    /// <param name="at">The frame shown.</param>
    public static Graphic Kept(Graphic before, Graphic after, int at, ITypeShaper shaper)
    {
        var groups = after
            .Layers.Where(l => l.Content.Kind.IsGroup && !IsUpright(l, at) && before.Layers.Any(b => b.Id == l.Id))
            .OrderByDescending(l => Depth(after, l))
            .Select(l => l.Id)
            .ToArray();
        if (groups.Length == 0)
        {
            return after;
        }
        var was = new Evaluator(before, shaper);
        // From the inside out: the box of an outer group is made of the places of inner ones.
        foreach (var id in groups)
        {
            var group = after.Layer(id);
            var (old, now) = (was.Place(before.Layer(id), at).Box, new Evaluator(after, shaper).Place(group, at).Box);
            if (old != now && !now.IsEmpty)
            {
                after = after.With(Within(group, old, now));
            }
        }
        return after;
    }

    /// <summary>The layer with its pivot in the same place, though its box is another.</summary>
    public static Layer Within(Layer layer, Box before, Box after)
    {
        var pivot = layer.Own[LayerValues.Pivot];
        double Share(double share, double start, double length, double newStart, double newLength) =>
            Math.Clamp(Math.Round((start + length * share - newStart) / newLength, 9), LayerValues.Pivot.Least, LayerValues.Pivot.Most);
        var moved = pivot.MapValues(v => new Value(
            Share(v.X, before.Left, before.Width, after.Left, after.Width),
            Share(v.Y, before.Top, before.Height, after.Top, after.Height)
        ));
        return moved.Equals(pivot) ? layer : layer with { Own = layer.Own.With(LayerValues.Pivot, moved) };
    }

    private static bool IsUpright(Layer group, int at) =>
        group.Own[LayerValues.Turn].At(at).X == 0 && group.Own[LayerValues.Scale].At(at) is { X: 1, Y: 1 } && group.Facing == Facing.Fixed;

    private static int Depth(Graphic graphic, Layer layer)
    {
        var depth = 0;
        for (var at = layer; at.Group is { } outer; at = graphic.Layer(outer))
        {
            depth++;
        }
        return depth;
    }
}
