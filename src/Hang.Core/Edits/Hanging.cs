using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;

namespace Hang.Core.Edits;

/// <summary>Hangs layers from others without their leaving their place on the screen.</summary>
internal static class Hanging
{
    private const double Nothing = 1e-9;

    /// <summary>The layer hung from another carrier, or from none, with its position, turn and scale changed so that at one frame it looks as before.
    /// Its motion keeps its shape, seen from the new carrier.</summary>
    /// <exception cref="ProblemException">The new carrier is not there, follows the layer, or has no size at that frame.</exception>
    public static Layer From(Graphic graphic, Layer layer, string? carrier, int at, ITypeShaper shaper)
    {
        var hung = layer with { HangsFrom = carrier };
        return carrier == layer.HangsFrom ? hung : Keeping(graphic, layer, hung, at, shaper);
    }

    /// <summary>A layer that follows something else than before, changed so that at one frame it looks as before.</summary>
    /// <param name="hung">The layer with its new ties.</param>
    /// <exception cref="ProblemException">The new carrier is not there, follows the layer, or has no size at that frame.</exception>
    public static Layer Keeping(Graphic graphic, Layer layer, Layer hung, int at, ITypeShaper shaper)
    {
        if (hung.Carrier == layer.Carrier || !layer.Content.Kind.IsOnStage)
        {
            return hung;
        }
        // A loop is refused before anything is measured, since following it would not end.
        GraphicRules.Demand(graphic.With(hung));
        var evaluator = new Evaluator(graphic, shaper);
        Matrix WorldOf(string? id) => id is null ? Matrix.Identity : evaluator.Place(graphic.Layer(id), at).World;
        var (old, next) = (WorldOf(layer.Carrier), WorldOf(hung.Carrier));
        if (Math.Abs(next.Determinant) < Nothing)
        {
            throw new ProblemException(
                $"{graphic.Layer(hung.Carrier!).Name} has no size at frame {at}, so nothing can keep its place under it.",
                $"Go to a frame in which it shows.",
                layer.Name,
                "hangsFrom"
            );
        }
        var change = next.Inverse * old;
        return Moved(evaluator, hung, layer, change, at);
    }

    private static Layer Moved(Evaluator evaluator, Layer hung, Layer layer, Matrix change, int at)
    {
        var own = layer.Own;
        Point PivotAt(double time)
        {
            var box = evaluator.Place(layer, time).Box;
            var about = own[LayerValues.Pivot].At(time);
            return new(box.Left + box.Width * about.X, box.Top + box.Height * about.Y);
        }
        Value Place(Value position, double time)
        {
            var pivot = PivotAt(time);
            var p = change.Map(new Point(position.X + pivot.X, position.Y + pivot.Y));
            return new(p.X - pivot.X, p.Y - pivot.Y);
        }
        Point Vector(Point v) => new(change.A * v.X + change.C * v.Y, change.B * v.X + change.D * v.Y);
        var position = own[LayerValues.Position];
        position = position.IsKeyed
            ? position.Map(k => k with { Value = Place(k.Value, k.At), Bend = k.Bend is { } b ? new Bend(Vector(b.In), Vector(b.Out)) : null })
            : Channel.Of(position.Kind, Place(position.Constant, at));
        var (turn, scale) = (own[LayerValues.Turn].At(at).X, own[LayerValues.Scale].At(at));
        var shape = change with { E = 0, F = 0 } * Matrix.Turn(turn) * Matrix.Scale(scale.X, scale.Y);
        var across = Math.Sqrt(shape.A * shape.A + shape.B * shape.B);
        var next = own.With(LayerValues.Position, position);
        if (across > Nothing && scale.X != 0 && scale.Y != 0)
        {
            var angle = Math.Atan2(shape.B, shape.A) * 180 / Math.PI - (scale.X < 0 ? 180 : 0) - turn;
            angle = Math.IEEERemainder(angle, 360);
            var (kx, ky) = (across / Math.Abs(scale.X), shape.Determinant / across / scale.Y * Math.Sign(scale.X));
            // A layer that faces along its path is turned by the path already.
            next =
                Math.Abs(angle) < Nothing || layer.Facing != Facing.Fixed
                    ? next
                    : next.With(LayerValues.Turn, own[LayerValues.Turn].MapValues(v => new(Rounded(v.X + angle))));
            next =
                Math.Abs(kx - 1) < Nothing && Math.Abs(ky - 1) < Nothing
                    ? next
                    : next.With(LayerValues.Scale, own[LayerValues.Scale].MapValues(v => new(Rounded(v.X * kx), Rounded(v.Y * ky))));
        }
        return hung with { Own = next };
    }

    /// <summary>Without the last bits that hanging back and forth would pile up.</summary>
    private static double Rounded(double value) => Math.Round(value, 9);
}
