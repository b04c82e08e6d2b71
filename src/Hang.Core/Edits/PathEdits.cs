using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Edits;

/// <summary>Sets the tangents of a position's path at a keyframe.</summary>
/// <param name="At">The keyframe's frame.</param>
/// <param name="TangentIn">Vector from the point to the handle before it, in pixels; absent: none.</param>
/// <param name="TangentOut">Vector from the point to the handle after it; absent: none.</param>
public sealed record SetBend(string Layer, int At, ImmutableArray<double>? TangentIn = null, ImmutableArray<double>? TangentOut = null) : Edit
{
    public override Sentence Describe(Graphic graphic) => $"Bend the path of {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        Bend? bend = TangentIn is null && TangentOut is null ? null : new(Read(TangentIn), Read(TangentOut));
        return KeyGroups.Change(graphic, [new(Layer, Position, At)], (channel, _) =>
            channel.Map(k => k.At == At ? k with { Bend = bend, Parts = bend is null ? k.Parts : null } : k)
        );
    }

    private static Address Position => new(LayerValues.Position.Name);

    private static Point Read(ImmutableArray<double>? vector) =>
        vector switch
        {
            null => default,
            [var x, var y] => new(x, y),
            _ => throw new ProblemException($"A tangent needs two numbers.", $"Nothing was changed.", field: "tangent"),
        };
}

/// <summary>Rounds a position's path or makes it angular, at one keyframe or at all.</summary>
/// <param name="At">The keyframe's frame; absent: all.</param>
public sealed record BendPath(string Layer, bool Smooth, int? At = null) : Edit
{
    public override Sentence Describe(Graphic graphic) =>
        Smooth ? (Sentence)$"Round the path of {NameOf(graphic, Layer)}" : $"Straighten the path of {NameOf(graphic, Layer)}";

    private protected override Graphic Change(Graphic graphic, ITypeShaper shaper)
    {
        var layer = graphic.Layer(Layer);
        var channel = layer.Own[LayerValues.Position];
        if (channel.Keys.Length < 2)
        {
            throw new ProblemException($"Its position has no path.", $"Key the position on two frames or more first.", layer.Name, "position");
        }
        var keys = channel.Keys;
        var bent = keys.Select(
            (key, i) =>
                At is { } only && key.At != only ? key
                : Smooth ? key with { Bend = Rounded(keys, i), Parts = null }
                : key with { Bend = null }
        );
        return graphic.With(layer with { Own = layer.Own.With(LayerValues.Position, Channel.Of(channel.Kind, bent)) });
    }

    /// <summary>
    /// Tangents along the line from neighbour to neighbour, each a third of the way to its neighbour: a Catmull-Rom spline whose handles keep the
    /// shares of the distances, so that uneven points make no loops. At an end they point straight to the neighbour.
    /// </summary>
    private static Bend Rounded(ImmutableArray<Keyframe> keys, int i)
    {
        Point P(int n) => new(keys[n].Value.X, keys[n].Value.Y);
        static double Distance(Point a, Point b) => Math.Sqrt((b.X - a.X) * (b.X - a.X) + (b.Y - a.Y) * (b.Y - a.Y));
        var (before, here, after) = (P(Math.Max(0, i - 1)), P(i), P(Math.Min(keys.Length - 1, i + 1)));
        var (reach, leave) = (Distance(before, here), Distance(here, after));
        var (dx, dy) = (after.X - before.X, after.Y - before.Y);
        var span = Math.Sqrt(dx * dx + dy * dy);
        if (span == 0)
        {
            return default;
        }
        var (ux, uy) = (dx / span / 3, dy / span / 3);
        return new(new(-ux * reach, -uy * reach), new(ux * leave, uy * leave));
    }
}
