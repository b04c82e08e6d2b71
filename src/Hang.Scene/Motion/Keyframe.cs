using Hang.Scene.Geometry;
using Hang.Scene.Values;

namespace Hang.Scene.Motion;

/// <summary>A value fixed at a frame, and the feel of the change from here to the next keyframe.</summary>
/// <param name="At">Frame, counted from the graphic's first frame, 0.</param>
/// <param name="Value">The value at that frame.</param>
/// <param name="Feel">How the value changes until the next keyframe; without effect on the last.</param>
public sealed record Keyframe(int At, Value Value, Feel Feel)
{
    /// <summary>A feel for each component, where they differ; null when <see cref="Feel"/> is that of all.</summary>
    public FeelParts? Parts { get; init; }

    /// <summary>How a position's path bends here; null: the path has a corner, straight on both sides unless the neighbour bends.</summary>
    public Bend? Bend { get; init; }
}

/// <summary>A feel for each of up to four components.</summary>
public sealed record FeelParts(Feel X, Feel Y, Feel Z, Feel W)
{
    public Feel this[int index] =>
        index switch
        {
            0 => X,
            1 => Y,
            2 => Z,
            _ => W,
        };

    public FeelParts With(int index, Feel feel) =>
        index switch
        {
            0 => this with { X = feel },
            1 => this with { Y = feel },
            2 => this with { Z = feel },
            _ => this with { W = feel },
        };

    public FeelParts Map(Func<Feel, Feel> change) => new(change(X), change(Y), change(Z), change(W));

    public static FeelParts All(Feel feel) => new(feel, feel, feel, feel);
}

/// <summary>The tangents of a path at a keyframe, as vectors from its point, in pixels.</summary>
/// <param name="In">To the handle of the piece that ends here.</param>
/// <param name="Out">To the handle of the piece that begins here.</param>
public readonly record struct Bend(Point In, Point Out)
{
    public Bend Reversed => new(Out, In);
}
