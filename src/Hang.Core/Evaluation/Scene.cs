using System.Collections.Immutable;
using Hang.Core.Geometry;
using Hang.Core.Typesetting;

namespace Hang.Core.Evaluation;

/// <summary>The part of a draw node that does not change over time.</summary>
/// <param name="Layer">Id of the layer it shows.</param>
/// <param name="Glyphs">For <see cref="NodeKind.Glyphs"/>, else null.</param>
/// <param name="Asset">Content hash of the picture for <see cref="NodeKind.Picture"/>, else null.</param>
public sealed record NodeContent(string Layer, NodeKind Kind, SetType? Glyphs = null, string? Asset = null);

/// <summary>One thing to draw: what, and its numbers at one frame.</summary>
/// <param name="Content">What is drawn.</param>
/// <param name="Values">As <see cref="Slots"/> says. Not to be changed.</param>
public sealed record DrawNode(NodeContent Content, float[] Values)
{
    /// <summary>The matrix from the node's coordinates to the graphic's pixels.</summary>
    public Matrix Matrix => new(Values[0], Values[1], Values[2], Values[3], Values[4], Values[5]);

    /// <summary>Where the node can touch the picture, in pixels of the graphic; empty when it shows nothing.</summary>
    public Box Bounds
    {
        get
        {
            if (Values[Slots.Opacity] <= 0)
            {
                return Box.Empty;
            }
            var box = BoxAt(Slots.Box);
            if (Values[Slots.Masked] != 0)
            {
                box = box.Intersect(BoxAt(Slots.Mask));
            }
            return box.IsEmpty ? Box.Empty : Matrix.Map(box);
        }
    }

    public bool SameAs(DrawNode other) => ReferenceEquals(Content, other.Content) && Values.AsSpan().SequenceEqual(other.Values);

    private Box BoxAt(int slot) => new(Values[slot], Values[slot + 1], Values[slot + 2], Values[slot + 3]);
}

/// <summary>A moment of a graphic: what to draw, from the back to the front.</summary>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
public sealed record Scene(int Width, int Height, ImmutableArray<DrawNode> Nodes)
{
    /// <summary>The whole pixels that anything can touch, one pixel wider for anti-aliasing, within the frame.</summary>
    public Box Bounds
    {
        get
        {
            var box = Nodes.Aggregate(Box.Empty, (all, node) => all.Union(node.Bounds));
            return box.IsEmpty ? Box.Empty : new Box(Math.Floor(box.Left) - 1, Math.Floor(box.Top) - 1, Math.Ceiling(box.Right) + 1, Math.Ceiling(box.Bottom) + 1)
                .Intersect(new(0, 0, Width, Height));
        }
    }

    /// <summary>True when both paint the same picture because all their numbers are equal.</summary>
    public bool SameAs(Scene other)
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
