using System.Collections.Immutable;
using Hang.Core.Geometry;
using Hang.Core.Typesetting;

namespace Hang.Core.Evaluation;

/// <summary>The part of a draw node that does not change over time.</summary>
/// <param name="Id">The layer's id; for a piece of a layer's type, that and the piece's number.</param>
/// <param name="Layer">Id of the layer it shows.</param>
/// <param name="Glyphs">For <see cref="NodeKind.Glyphs"/>, else null or without glyphs.</param>
/// <param name="Asset">Content hash of the picture for <see cref="NodeKind.Picture"/>, else null.</param>
public sealed record NodeContent(string Id, string Layer, NodeKind Kind, SetType? Glyphs = null, string? Asset = null);

/// <summary>One thing to draw: what, and its numbers at one frame.</summary>
/// <param name="Content">What is drawn.</param>
/// <param name="Row">The numbers, as <see cref="Slots"/> says. Not to be changed.</param>
/// <param name="Samples">For motion blur: rows of numbers whose pictures' mean is to be drawn instead; else empty.</param>
public readonly record struct DrawNode(NodeContent Content, ReadOnlyMemory<float> Row, float[][] Samples)
{
    /// <summary>Blurs reach this many standard deviations far.</summary>
    private const double Reach = 3;

    /// <summary>The numbers, as <see cref="Slots"/> says.</summary>
    public ReadOnlySpan<float> Values => Row.Span;

    /// <summary>The matrix from the node's coordinates to the graphic's pixels.</summary>
    public Matrix Matrix => MatrixOf(Values);

    /// <summary>Where the node can touch the picture, in pixels of the graphic; empty when it shows nothing.</summary>
    public Box Bounds => Content.Kind == NodeKind.Place ? Box.Empty
        : Samples.Length == 0 ? BoundsOf(Values) : Samples.Aggregate(Box.Empty, (all, row) => all.Union(BoundsOf(row)));

    /// <summary>Where a row of the node's numbers can touch the picture.</summary>
    public static Box BoundsOf(ReadOnlySpan<float> values)
    {
        if (values[Slots.Opacity] <= 0)
        {
            return Box.Empty;
        }
        var box = BoxAt(values, Slots.Box);
        if (values[Slots.Blur] > 0 && !box.IsEmpty)
        {
            var r = Reach * values[Slots.Blur] + 1;
            box = new(box.Left - r, box.Top - r, box.Right + r, box.Bottom + r);
        }
        if (values[Slots.Masked] != 0)
        {
            box = box.Intersect(BoxAt(values, Slots.Mask));
        }
        return box.IsEmpty ? Box.Empty : MatrixOf(values).Map(box);
    }

    public bool SameAs(DrawNode other)
    {
        if (!ReferenceEquals(Content, other.Content) || Samples.Length != other.Samples.Length || !Values.SequenceEqual(other.Values))
        {
            return false;
        }
        for (var i = 0; i < Samples.Length; i++)
        {
            if (!Samples[i].AsSpan().SequenceEqual(other.Samples[i]))
            {
                return false;
            }
        }
        return true;
    }

    private static Matrix MatrixOf(ReadOnlySpan<float> v) => new(v[0], v[1], v[2], v[3], v[4], v[5]);

    private static Box BoxAt(ReadOnlySpan<float> v, int slot) => new(v[slot], v[slot + 1], v[slot + 2], v[slot + 3]);
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
