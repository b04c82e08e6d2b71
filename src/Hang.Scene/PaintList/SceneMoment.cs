using System.Collections.Immutable;
using Hang.Scene.Geometry;

namespace Hang.Scene.PaintList;

/// <summary>A moment of a graphic: the paint list with its numbers, from the back to the front.</summary>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
public sealed record SceneMoment(int Width, int Height, ImmutableArray<DrawNode> Nodes)
{
    private Box? bounds;

    /// <summary>
    /// The whole pixels that anything can touch, one pixel wider for anti-aliasing, within the frame. Groups have their bounds after this is read.
    /// </summary>
    public Box Bounds
    {
        get
        {
            if (bounds is null)
            {
                var box = Touched.By(Nodes.AsSpan());
                bounds = box.IsEmpty
                    ? Box.Empty
                    : new Box(Math.Floor(box.Left) - 1, Math.Floor(box.Top) - 1, Math.Ceiling(box.Right) + 1, Math.Ceiling(box.Bottom) + 1).Intersect(
                        new(0, 0, Width, Height)
                    );
            }
            return bounds.Value;
        }
    }

    /// <summary>True when both paint the same picture because all their numbers are equal.</summary>
    public bool SameAs(SceneMoment other)
    {
        if (Width != other.Width || Height != other.Height || Nodes.Length != other.Nodes.Length)
        {
            return false;
        }
        for (var i = 0; i < Nodes.Length; i++)
        {
            if (!Nodes[i].SameAs(other.Nodes[i]))
            {
                return false;
            }
        }
        return true;
    }
}
