using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Idles;
using Hang.Core.Layers;
using Hang.Core.Masks;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Refitting;

/// <summary>One layer on its way to another size of the picture.</summary>
internal sealed class LayerRefit(Graphic graphic, IPlaces places, RefitWay way, Layer layer)
{
    public Layer Layer =>
        layer.Content.Kind switch
        {
            Lamp => Moved(layer, way.Scale, _ => new(0, 0)),
            // What runs through the whole picture has its numbers in pixels of it.
            Roll => Running(),
            _ when Fills && Stretches => Stretched(),
            _ => Scaled(Fills ? Math.Max(way.Wide, way.High) : way.Scale),
        };

    /// <summary>Everything about the layer that is said in pixels, as many times larger; its scale stays what it is.</summary>
    private static Layer Grown(Layer layer, double by)
    {
        ValueSet All(ValueSet values) =>
            values
                .Specs.Where(s => s is { Unit: "px", Kind: NumbersKind })
                .Aggregate(values, (v, s) => v[s].MapValues(n => Times(n, by)) is var grown && !grown.Equals(v[s]) ? v.With(s, grown) : v);
        return layer with
        {
            Content = layer.Content with { Values = All(layer.Content.Values) },
            Effects = [.. layer.Effects.Select(e => e with { Values = All(e.Values) })],
            Masks = [.. layer.Masks.Select(m => m with { Values = All(m.Values) })],
        };
    }

    /// <summary>Idle motions that are measured in pixels of the picture.</summary>
    private static Layer Idling(Layer layer, double by) =>
        layer.Idles is null
            ? layer
            : layer with
            {
                Idles = [.. layer.Idles.Select(i => i.Kind is IdleKind.Bob or IdleKind.Tremble ? i with { Amplitude = Rounded(i.Amplitude * by) } : i)],
            };

    private bool Fills => way.Tie.Across == TieAcross.Both || way.Tie.Down == TieDown.Both;

    /// <summary>True for what has a size of its own, stands upright and need not keep its shape.</summary>
    private bool Stretches =>
        layer.Content.Kind is { KeepsShape: false, Sized: { } sized }
        && sized.Kind.Components.Length == 2
        && layer.Own[LayerValues.Turn] is { IsKeyed: false, Constant.X: 0 }
        && layer.Own[LayerValues.Scale] is { IsKeyed: false, Constant: { X: 1, Y: 1 } };

    private Layer Scaled(double scale)
    {
        if (layer.Content.Kind.Sized is not null && !layer.Masks.Any(m => m.Kind is PathMask))
        {
            // Type whose letters move one by one scales each of them about itself, so what has a size gets another one.
            return Moved(Idling(Grown(layer, scale), scale), scale, _ => new(0, 0));
        }
        var own = layer.Own.With(LayerValues.Scale, layer.Own[LayerValues.Scale].MapValues(v => new(Rounded(v.X * scale), Rounded(v.Y * scale))));
        return Moved(Idling(scale == 1 ? layer : layer with { Own = own }, scale), scale, time =>
        {
            var box = places.Place(layer, time).Box;
            var share = layer.Own[LayerValues.Pivot].At(time);
            return box.IsEmpty ? new(0, 0) : new(box.Left + box.Width * share.X, box.Top + box.Height * share.Y);
        });
    }

    /// <summary>The layer with its positions on their way; scale leaves the pivot in place, so the position makes up for it.</summary>
    private Layer Moved(Layer next, double scale, Func<double, Point> pivotAt)
    {
        Value At(Value p, double time)
        {
            var (box, world) = places.Place(layer, time);
            var (shift, pivot) = (way.ShiftOf(box.IsEmpty ? Box.Empty : world.Map(box), scale), pivotAt(time));
            return new(Rounded(scale * p.X + shift.X + (scale - 1) * pivot.X), Rounded(scale * p.Y + shift.Y + (scale - 1) * pivot.Y));
        }
        var position = layer.Own[LayerValues.Position];
        var moved = position.IsKeyed
            ? position.Map(k =>
                k with
                {
                    Value = At(k.Value, k.At),
                    Bend = k.Bend is { } b ? b with { In = Times(b.In, scale), Out = Times(b.Out, scale) } : null,
                }
            )
            : Channel.Of(position.Kind, At(position.Constant, graphic.Phases.HoldLast));
        return next with { Own = next.Own.With(LayerValues.Position, moved) };
    }

    /// <summary>A ground gets the picture's shape: its distances to the edges that it is tied to stay as they are in proportion.</summary>
    private Layer Stretched()
    {
        var (x, y) = (way.Tie.Across == TieAcross.Both ? way.Wide : way.Scale, way.Tie.Down == TieDown.Both ? way.High : way.Scale);
        var place = layer.At(new(layer.Content.Kind.Sized!.Name));
        var sized = place.Put(place.Channel.MapValues(v => new(Rounded(v.X * x), Rounded(v.Y * y))));
        Value At(Value p, double time)
        {
            var (box, world) = places.Place(layer, time);
            var shift = way.ShiftOf(box.IsEmpty ? Box.Empty : world.Map(box), way.Scale);
            return new(
                Rounded(way.Tie.Across == TieAcross.Both ? p.X * x : way.Scale * p.X + shift.X),
                Rounded(way.Tie.Down == TieDown.Both ? p.Y * y : way.Scale * p.Y + shift.Y)
            );
        }
        var position = layer.Own[LayerValues.Position];
        var moved = position.IsKeyed
            ? position.Map(k => k with { Value = At(k.Value, k.At) })
            : Channel.Of(position.Kind, At(position.Constant, graphic.Phases.HoldLast));
        return sized with { Own = sized.Own.With(LayerValues.Position, moved) };
    }

    private Layer Running()
    {
        var next = Grown(layer, way.Scale);
        var position = layer.Own[LayerValues.Position];
        return next with { Own = next.Own.With(LayerValues.Position, position.MapValues(v => new(Rounded(v.X * way.Wide), Rounded(v.Y * way.High)))) };
    }

    private static Point Times(Point p, double by) => new(p.X * by, p.Y * by);

    private static Value Times(Value v, double by) => new(Rounded(v.X * by), Rounded(v.Y * by), Rounded(v.Z * by), Rounded(v.W * by));

    private static double Rounded(double number) => Math.Round(number, 6);
}
