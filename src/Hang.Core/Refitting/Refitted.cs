using System.Collections.Immutable;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Geometry;

namespace Hang.Core.Refitting;

/// <summary>
/// A graphic in another size and shape. What lies together stays together: each such cluster is as large as the shorter side of the picture says, smaller
/// where it would not fit, and keeps its distance to what it is tied to. What lies beyond an edge, as before it arrives, lies beyond the same edge
/// afterwards.
/// </summary>
public static class Refitted
{
    private const double Near = 0.02,
        Midst = 0.1,
        Together = 0.03;

    /// <param name="placesOf">Measures a graphic.</param>
    /// <exception cref="ProblemException">The size is none.</exception>
    public static Graphic To(Graphic graphic, int width, int height, Func<Graphic, IPlaces> placesOf)
    {
        if (width is < Graphic.LeastSide or > Graphic.MostSide || height is < Graphic.LeastSide or > Graphic.MostSide)
        {
            throw new ProblemException(
                $"{width} × {height} is no size for a graphic.",
                $"Use {Graphic.LeastSide} to {Graphic.MostSide} px a side.",
                field: "width"
            );
        }
        if (width == graphic.Width && height == graphic.Height)
        {
            return graphic;
        }
        var places = placesOf(graphic);
        var clusters = Clusters(graphic, places);
        var scale = ScaleOf(graphic, width, height, clusters);
        var next = graphic with
        {
            Width = width,
            Height = height,
            Guides = graphic.Guides is { } g
                ? new([.. g.Upright.Select(x => x * width / graphic.Width)], [.. g.Level.Select(y => y * height / graphic.Height)])
                : null,
        };
        foreach (var cluster in clusters)
        {
            var way = new RefitWay(graphic, width, height, scale, cluster.Tie, cluster.Box);
            foreach (var layer in cluster.Layers)
            {
                next = next.With(new LayerRefit(graphic, places, way, layer).Layer);
            }
        }
        return next;
    }

    /// <summary>How large everything becomes that is not tied to both edges.</summary>
    private static double ScaleOf(Graphic graphic, int width, int height, ImmutableArray<Cluster> clusters)
    {
        var scale = (double)Math.Min(width, height) / Math.Min(graphic.Width, graphic.Height);
        var (safe, before, frame) = (
            SafeAreas.Graphics(width, height),
            SafeAreas.Graphics(graphic.Width, graphic.Height),
            new Box(0, 0, graphic.Width, graphic.Height)
        );
        foreach (var (_, tie, box) in clusters)
        {
            // What reached beyond the safe area may go on doing so; what hung out of the picture is no measure.
            double Room(double size, double inside, double whole, bool wasInside) => size > 0 ? (wasInside ? inside : whole) / size : double.PositiveInfinity;
            if (tie.Across != TieAcross.Both && box.Left >= frame.Left && box.Right <= frame.Right)
            {
                scale = Math.Min(scale, Room(box.Width, safe.Width, width, box.Left >= before.Left - 1 && box.Right <= before.Right + 1));
            }
            if (tie.Down != TieDown.Both && box.Top >= frame.Top && box.Bottom <= frame.Bottom)
            {
                scale = Math.Min(scale, Room(box.Height, safe.Height, height, box.Top >= before.Top - 1 && box.Bottom <= before.Bottom + 1));
            }
        }
        return scale;
    }

    /// <summary>Layers that lie together where they rest, each with what follows it.</summary>
    private static ImmutableArray<Cluster> Clusters(Graphic graphic, IPlaces places)
    {
        var own = graphic.Layers.Where(l => l.Carrier is null && l.Content.Kind.IsOnStage).Select(l => (Layer: l, Box: BoxAtRest(graphic, places, l))).ToList();
        var frame = new Box(0, 0, graphic.Width, graphic.Height);
        var left = own.Select(o =>
                (
                    Layers: ImmutableArray.Create(o.Layer),
                    Tie: o.Layer.Tie,
                    o.Box,
                    Fills: AutoTie(graphic, o.Box) is { Across: TieAcross.Both } or { Down: TieDown.Both }
                )
            )
            .ToList();
        var reach = Together * Math.Min(graphic.Width, graphic.Height);
        for (var i = 0; i < left.Count; i++)
        {
            for (var j = i + 1; j < left.Count; j++)
            {
                var (a, b) = (left[i], left[j]);
                // A ground is behind everything, and holds nothing together.
                if (
                    a.Fills
                    || b.Fills
                    || a.Tie != b.Tie
                    || a.Box.IsEmpty
                    || b.Box.IsEmpty
                    || new Box(a.Box.Left - reach, a.Box.Top - reach, a.Box.Right + reach, a.Box.Bottom + reach).Intersect(b.Box).IsEmpty
                )
                {
                    continue;
                }
                left[i] = (a.Layers.AddRange(b.Layers), a.Tie, a.Box.Union(b.Box), false);
                left.RemoveAt(j);
                // The larger one may reach those that were passed over.
                j = i;
            }
        }
        return
        [
            .. left.Select(c => new Cluster(
                c.Layers,
                c.Tie ?? (c.Box.Intersect(frame).IsEmpty ? new(TieAcross.Centre, TieDown.Middle) : AutoTie(graphic, c.Box)),
                c.Box
            )),
        ];
    }

    private static LayerTie AutoTie(Graphic graphic, in Box box)
    {
        static int Side(double before, double after, double whole) =>
            before <= Near * whole && after <= Near * whole ? 3
            : Math.Abs(before - after) < Midst * whole ? 1
            : before < after ? 0
            : 2;
        return new((TieAcross)Side(box.Left, graphic.Width - box.Right, graphic.Width), (TieDown)Side(box.Top, graphic.Height - box.Bottom, graphic.Height));
    }

    /// <summary>The box of a layer and of all that follows it, at the end of Hold.</summary>
    private static Box BoxAtRest(Graphic graphic, IPlaces places, Layer layer)
    {
        var rest = graphic.Phases.HoldLast;
        Box Of(Layer l)
        {
            var (box, world) = places.Place(l, rest);
            var mapped =
                l.Content.Kind.Stands == Stands.Point ? new Box(world.E, world.F, world.E + 1, world.F + 1)
                : box.IsEmpty ? Box.Empty
                : world.Map(box);
            return graphic.Layers.Where(f => f.Carrier == l.Id && f.Content.Kind.IsOnStage).Aggregate(mapped, (all, f) => all.Union(Of(f)));
        }
        return Of(layer);
    }

    private sealed record Cluster(ImmutableArray<Layer> Layers, LayerTie Tie, Box Box);
}
