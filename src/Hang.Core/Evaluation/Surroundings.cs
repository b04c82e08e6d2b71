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

    private Matrix ToSelf(Prepared other)
    {
        var rest = self.RestFrame;
        var matrix = Matrix.Identity;
        for (var at = other; at is not null; at = at.Carrier)
        {
            if (at == self)
            {
                // What follows this layer is in its coordinates already.
                return matrix;
            }
            matrix = at.LocalAt(rest) * matrix;
        }
        var place = self.Layer.Own[Layers.LayerValues.Position].PointAt(rest);
        var mine = (self.Carrier?.World(rest) ?? Matrix.Identity) * Matrix.Translate(place.X, place.Y);
        return mine.Inverse * matrix;
    }
}
