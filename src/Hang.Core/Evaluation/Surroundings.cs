using Hang.Core.Contents;
using Hang.Core.Geometry;

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

    public bool HasSteadyBox(string layer) => find(layer)?.HasSteadyBox ?? true;

    public Box BoxOf(string layer, double time)
    {
        if (find(layer) is not { } other || other.BoxAt(time) is not { IsEmpty: false } box)
        {
            return Box.Empty;
        }
        // What is scaled to nothing has no place.
        return ToSelf(other) is var matrix && double.IsFinite(matrix.A + matrix.D + matrix.E + matrix.F) ? matrix.Map(box) : Box.Empty;
    }

    /// <summary>From another layer's coordinates to this one's, by way of what both follow: no further, since a group's own place depends on how large its members are.</summary>
    private Matrix ToSelf(Prepared other)
    {
        var rest = self.RestFrame;
        var mine = new List<Prepared>();
        for (var at = self; at is not null; at = at.Carrier)
        {
            mine.Add(at);
        }
        var matrix = Matrix.Identity;
        var common = other;
        for (; common is not null && !mine.Contains(common); common = common.Carrier)
        {
            matrix = (common == other ? common.LocalAt(rest) : RestOf(common)) * matrix;
        }
        var place = self.Layer.Own[Layers.LayerValues.Position].PointAt(rest);
        var own = Matrix.Identity;
        foreach (var at in mine.TakeWhile(m => m != common))
        {
            own = (at == self ? Matrix.Translate(place.X, place.Y) : RestOf(at)) * own;
        }
        return own.Inverse * matrix;
    }

    /// <summary>
    /// Where a carrier stands at the end of Hold. The box of a group, or of one that fits others itself, may depend on this layer, so scale and turn of
    /// such a one are about its origin here; most stand upright then, and it makes no difference.
    /// </summary>
    private Matrix RestOf(Prepared carrier) => carrier.Layer.Content.Kind.IsGroup || carrier.Named.Count > 0 ? carrier.Pose.Local(new Point(0, 0), self.RestFrame) : carrier.LocalAt(self.RestFrame);
}
