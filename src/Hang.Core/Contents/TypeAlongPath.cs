using System.Collections.Immutable;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Typesetting;

namespace Hang.Core.Contents;

/// <summary>
/// Words that run along another layer's edge, or a piece of them. Each letter stands with the middle of its ink on the line and turns with it there; all
/// are one shape, so that gradients and lines run over the whole.
/// </summary>
internal sealed class TypeAlongPath : Drawing, IWording
{
    private readonly ValueSet values;
    private readonly TypeMetrics metrics;
    private readonly Channel text,
        colour,
        start,
        gap;
    private readonly ImmutableDictionary<string, SetType> wordings;
    private readonly Func<double, Course> way;
    private readonly Func<string, string> shown;
    private readonly SetType? whole;
    private readonly double delay,
        capitals;
    private readonly bool isInside,
        isBackwards,
        isUpright,
        isSteady;
    private readonly ImmutableDictionary<string, Edge> edges;

    /// <param name="shown">A wording as it is set.</param>
    /// <param name="whole">Of a piece: all that it is a piece of.</param>
    /// <param name="way">What they run along, in the layer's coordinates.</param>
    /// <param name="isStill">True when that never changes.</param>
    /// <param name="capitals">Height of the capitals, in thousandths of an em.</param>
    /// <param name="delay">Frames by which colours run late.</param>
    public TypeAlongPath(
        ValueSet values,
        TypeMetrics metrics,
        ImmutableDictionary<string, SetType> wordings,
        IReadOnlyList<Piece> pieces,
        double delay,
        Func<string, string> shown,
        SetType? whole,
        Func<double, Course> way,
        bool isStill,
        double capitals
    )
    {
        (this.values, this.metrics, this.wordings, Pieces, this.delay, this.way, this.capitals, this.shown, this.whole) = (
            values,
            metrics,
            wordings,
            pieces,
            delay,
            way,
            capitals,
            shown,
            whole
        );
        (text, colour, start, gap) = (values[TypeContent.Text], values[TypeContent.Colour], values[TypeContent.AlongStart], values[TypeContent.AlongGap]);
        (isInside, isBackwards, isUpright) = (
            values[TypeContent.AlongSide].Constant.X == 1,
            values[TypeContent.AlongBackwards].Constant.X != 0,
            values[TypeContent.AlongUpright].Constant.X == 1
        );
        isSteady = isStill && metrics.IsSteady && !start.IsKeyed && !gap.IsKeyed;
        edges = wordings.ToImmutableDictionary(
            w => w.Key,
            w => EdgeOf(w.Value, Clusters(w.Value)) with { Shows = text.IsKeyed ? time => text.At(time).Text == w.Key : null },
            StringComparer.Ordinal
        );
    }

    public override IReadOnlyList<Piece> Pieces { get; }

    public override bool HasSteadyBox => isSteady && !text.IsKeyed;

    public override IReadOnlyList<Edge> Edges => [.. edges.Values];

    public override Box BoxAt(double time)
    {
        if (!wordings.TryGetValue(text.At(time).Text, out var type))
        {
            return Box.Empty;
        }
        var box = Box.Empty;
        foreach (var cluster in Clusters(type))
        {
            var ink = cluster.Ink(metrics, time);
            box = box.Union(
                PlaceOf(type, cluster, time).Map(new Box(ink.Left, Math.Min(ink.Top, -type.Ascent), ink.Right, Math.Max(ink.Bottom, type.Descent)))
            );
        }
        return box;
    }

    public override void Write(StripWriter writer)
    {
        if (Pieces.Count > 0)
        {
            return;
        }
        foreach (var (wording, type) in wordings)
        {
            if (text.IsKeyed)
            {
                writer.Add(Ops.Place, [], [], 0, false, (time, v) => (v[0], v[3], v[6]) = (1, 1, text.At(time).Text == wording ? 1 : 0));
            }
            var each = values[TypeContent.Over].Constant.X == 1;
            foreach (
                var (edge, box) in each
                    ? Clusters(type).Select(c => (EdgeOf(type, [c]), (Func<double, Box>)(t => BoxOf(type, c, t))))
                    : [(edges[wording], BoxAt)]
            )
            {
                writer.Fill(edge, delay == 0 ? colour : colour.Map(k => k with { At = k.At + (int)delay }), box);
            }
            TypeContent.Line.Along(writer, values, BoxAt, edges[wording], null);
            if (text.IsKeyed)
            {
                writer.Close();
            }
        }
    }

    public IEnumerable<string> Missing => wordings.Values.SelectMany(w => w.Missing).Distinct();

    public IEnumerable<(double X, double Top, double Bottom)> CaretsAt(double time)
    {
        var wording = text.At(time).Text;
        var type = wordings[wording];
        var unit = Unit(type, time);
        return type.Carets(shown(wording), metrics.Tracking(time), metrics.Leading(time))
            .Select(c =>
            {
                var place = At(type, c.X, time).Place;
                return (place.X, place.Y + c.Top * unit, place.Y + c.Bottom * unit);
            });
    }

    private double Unit(SetType type, double time) => metrics.Unit(whole ?? type, time);

    /// <summary>The place on the line of what stands at a length from the words' own origin.</summary>
    private (Point Place, Point Along) At(SetType type, double x, double time)
    {
        var course = way(time);
        var length = start.NumberAt(time) * course.Length + (isBackwards ? -x : x) * Unit(type, time);
        var share = course.Length > 0 ? length / course.Length : 0;
        var (place, along) = course.Contours.Count == 1 ? course.Contours[0].At(length) : course.At(share);
        return (place, isBackwards ? new(-along.X, -along.Y) : along);
    }

    private Box BoxOf(SetType type, Cluster cluster, double time) => PlaceOf(type, cluster, time).Map(cluster.Ink(metrics, time));

    /// <summary>From thousandths of an em about the middle of a cluster on its line to the layer's pixels.</summary>
    private Matrix PlaceOf(SetType type, Cluster cluster, double time)
    {
        var unit = Unit(type, time);
        var (place, along) = At(type, cluster.Middle(metrics, time), time);
        // Letters stand to the left of the way that they are read in. On the other side of the line they hang from it by the height of capitals.
        var above = isInside == IsLeftInside(time) != isBackwards;
        var off = above ? gap.NumberAt(time) / Math.Max(unit, 1e-9) : -capitals - gap.NumberAt(time) / Math.Max(unit, 1e-9);
        var (x, y) = (place.X + along.Y * off * unit, place.Y - along.X * off * unit);
        if (isUpright)
        {
            // Upright letters are centred on the line, as high as capitals.
            return new(unit, 0, 0, unit, x, y + unit * (above ? capitals / 2 : -capitals / 2));
        }
        return new(along.X * unit, along.Y * unit, -along.Y * unit, along.X * unit, x, y);
    }

    /// <summary>True when the inside lies to the left of the way along the line: it goes round anticlockwise on a screen.</summary>
    private bool IsLeftInside(double time)
    {
        var course = way(time);
        return course.Contours is [{ IsClosed: true } round, ..] && AreaOf(round) < 0;
    }

    /// <summary>The area that a contour goes round, positive clockwise on a screen: the shoelace formula over points along it.</summary>
    private static double AreaOf(Contour contour)
    {
        const int Points = 32;
        var area = 0.0;
        var before = contour.At(0).Place;
        for (var i = 1; i <= Points; i++)
        {
            var next = contour.At(contour.Length * i / Points).Place;
            area += before.X * next.Y - next.X * before.Y;
            before = next;
        }
        return area / 2;
    }

    private Edge EdgeOf(SetType type, IReadOnlyList<Cluster> clusters)
    {
        var shapes = clusters.Select(c => (Cluster: c, Glyphs: c.Glyphs.Select(g => (Glyph: g, Path: ShapePath.Of(g.Outline))).ToArray())).ToArray();
        var verbs = string.Concat(shapes.SelectMany(s => s.Glyphs).Select(g => g.Path.Verbs));
        return new(verbs, isSteady, (time, v) =>
        {
            var at = 0;
            foreach (var (cluster, glyphs) in shapes)
            {
                var matrix = PlaceOf(type, cluster, time);
                var middle = cluster.Middle(metrics, time);
                foreach (var (glyph, path) in glyphs)
                {
                    var (x, y) = (metrics.X(glyph, time) - middle, metrics.Y(glyph, time));
                    var to = v.Slice(at, path.Numbers.Length);
                    path.Numbers.CopyTo(to);
                    Shape.Map(path.Verbs, to, (px, py) =>
                    {
                        var p = matrix.Map(new Point(px + x, py + y));
                        return ((float)p.X, (float)p.Y);
                    });
                    at += path.Numbers.Length;
                }
            }
        });
    }

    /// <summary>Letters with their marks, which turn as one.</summary>
    private static IReadOnlyList<Cluster> Clusters(SetType type) => [.. type.Glyphs.GroupBy(g => (g.Row, g.Stands)).Select(g => new Cluster([.. g]))];

    /// <summary>Glyphs that stand for the same character.</summary>
    private sealed record Cluster(ImmutableArray<SetGlyph> Glyphs)
    {
        public double Middle(TypeMetrics metrics, double time)
        {
            var (left, right) = (double.PositiveInfinity, double.NegativeInfinity);
            foreach (var glyph in Glyphs)
            {
                var x = metrics.X(glyph, time);
                (left, right) = (Math.Min(left, x + glyph.Outline.Bounds.Left), Math.Max(right, x + glyph.Outline.Bounds.Right));
            }
            return (left + right) / 2;
        }

        /// <summary>The box of its ink, about its middle.</summary>
        public Box Ink(TypeMetrics metrics, double time)
        {
            var (box, middle) = (Box.Empty, Middle(metrics, time));
            foreach (var glyph in Glyphs)
            {
                var (x, y, ink) = (metrics.X(glyph, time) - middle, metrics.Y(glyph, time), glyph.Outline.Bounds);
                box = box.Union(new(ink.Left + x, ink.Top + y, ink.Right + x, ink.Bottom + y));
            }
            return box;
        }
    }
}
