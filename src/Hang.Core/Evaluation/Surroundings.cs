using Hang.Core.Contents;
using Hang.Scene.Geometry;

namespace Hang.Core.Evaluation;

/// <summary>
/// The layers that one names, as it sees them. Where they are is read at the end of Hold, when all stand: on their way in and out they move in front
/// of what fits them. The layer's own scale and turn are about a pivot that depends on its size, and so are left out.
/// </summary>
internal sealed class Surroundings(Prepared self, Func<string, Prepared?> find) : ISurroundings
{
    public double? LightAt(in Box box, double time)
    {
        if (self.Lamp is not { } lamp)
        {
            return null;
        }
        var light = LampLight.PlaceOf(lamp, time);
        var inside = self.World(time).Inverse.Map(light);
        return Math.Atan2(inside.Y - (box.Top + box.Bottom) / 2, inside.X - (box.Left + box.Right) / 2) * 180 / Math.PI;
    }

    public int Frames => self.Frames;

    public (ShapePath Path, string Rule) ShapeOf(string layer, double time, bool inPlace)
    {
        if (find(layer) is not { } other || other.Drawing.Edges is not { Count: > 0 } edges)
        {
            return (ShapePath.Nothing, "nonzero");
        }
        var path = ShapePath.Of([.. edges.Select(e => e.At(time))]);
        return ToSelf(other, time, inPlace) is var matrix && double.IsFinite(matrix.A + matrix.D + matrix.E + matrix.F)
            ? (path.Map(matrix), edges[0].Rule)
            : (ShapePath.Nothing, "nonzero");
    }

    public bool IsStill(string layer)
    {
        if (find(layer) is not { } other)
        {
            return true;
        }
        if (!other.Drawing.Edges.All(e => e.IsSteady && e.Shows is null) || !other.HasSteadyBox)
        {
            return false;
        }
        // What both follow moves both.
        var mine = Above(self).ToHashSet();
        foreach (var at in Above(other).TakeWhile(a => !mine.Contains(a)))
        {
            if (!at.Pose.IsStill)
            {
                return false;
            }
        }
        var theirs = Above(other).ToHashSet();
        return Above(self).Skip(1).TakeWhile(a => !theirs.Contains(a)).All(a => a.Pose.IsStill);
    }

    private static IEnumerable<Prepared> Above(Prepared? from)
    {
        for (var at = from; at is not null; at = at.Carrier)
        {
            yield return at;
        }
    }

    public bool HasSteadyBox(string layer) => find(layer)?.HasSteadyBox ?? true;

    public Box BoxOf(string layer, double time)
    {
        if (find(layer) is not { } other || other.BoxAt(time) is not { IsEmpty: false } box)
        {
            return Box.Empty;
        }
        // What is scaled to nothing has no place.
        return ToSelf(other, self.RestFrame, true) is var matrix && double.IsFinite(matrix.A + matrix.D + matrix.E + matrix.F) ? matrix.Map(box) : Box.Empty;
    }

    public Point? PointOf(string layer, double time)
    {
        if (find(layer) is not { } other)
        {
            return null;
        }
        var point =
            !other.Layer.Content.Kind.IsInvisible && other.BoxAt(time) is { IsEmpty: false } box
                ? new Point((box.Left + box.Right) / 2, (box.Top + box.Bottom) / 2)
                : new(0, 0);
        return ToSelf(other, time, true) is var matrix && double.IsFinite(matrix.A + matrix.D + matrix.E + matrix.F) ? matrix.Map(point) : null;
    }

    /// <summary>
    /// From another layer's coordinates to this one's, by way of what both follow: no further, since a group's own place depends on how large its members
    /// are.
    /// </summary>
    /// <param name="time">The moment at which the others are looked at.</param>
    /// <param name="inPlace">False: to those that this layer's position is given in.</param>
    private Matrix ToSelf(Prepared other, double time, bool inPlace)
    {
        var rest = self.RestFrame;
        var mine = Above(self).ToList();
        var matrix = Matrix.Identity;
        var common = other;
        for (; common is not null && !mine.Contains(common); common = common.Carrier)
        {
            matrix = (common == other ? common.LocalAt(time) : PlaceOf(common, time)) * matrix;
        }
        var place = inPlace ? self.Layer.Own[Layers.LayerValues.Position].PointAt(rest) : default;
        var own = Matrix.Identity;
        foreach (var at in mine.TakeWhile(m => m != common))
        {
            own = (at == self ? Matrix.Translate(place.X, place.Y) : PlaceOf(at, time)) * own;
        }
        return own.Inverse * matrix;
    }

    /// <summary>
    /// Where a carrier stands at a moment. The box of a group, or of one that fits others itself, may depend on this layer, so scale and turn of
    /// such a one are about its origin here; most stand upright then, and it makes no difference.
    /// </summary>
    private static Matrix PlaceOf(Prepared carrier, double time) =>
        carrier.Layer.Content.Kind.IsGroup || carrier.Named.Count > 0 ? carrier.Pose.Local(new Point(0, 0), time) : carrier.LocalAt(time);
}
