using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// A line from a point to another, straight or with an elbow, as a leader from a place on the footage to a plate. Heads sit at the ends of what is
/// drawn of it, and turn with it. Either end may stand at another layer and go with it, as at a hook that is keyed along with the footage.
/// </summary>
public sealed class Line : ContentKind
{
    private const string Verbs = "MLL";
    private const string Anchors = "Anchors";

    public static readonly ValueSpec Start = new("start", "Start", NumbersKind.Point, "px", default, "Where it starts.");

    public static readonly ValueSpec End = new("end", "End", NumbersKind.Point, "px", new(300, 0), "Where it ends.");

    public static readonly ValueSpec StartsAt = new(
        "startsAt",
        "Starts at",
        LayersKind.Layer,
        "",
        Value.Of(""),
        "A layer that it starts at, wherever that is: a hook, or the middle of another. None: it starts at its own point."
    )
    {
        Part = Anchors,
        Keyable = false,
    };

    public static readonly ValueSpec StartGap = new(
        "startGap",
        "Off it",
        NumbersKind.Number,
        "px",
        new(0),
        "How far off that layer's point it starts, as from the edge of a ring around it."
    )
    {
        Part = Anchors,
        Least = 0,
        Most = 20000,
    };

    public static readonly ValueSpec EndsAt = new(
        "endsAt",
        "Ends at",
        LayersKind.Layer,
        "",
        Value.Of(""),
        "A layer that it ends at, wherever that is: a hook, or the middle of another. None: it ends at its own point."
    )
    {
        Part = Anchors,
        Keyable = false,
    };

    public static readonly ValueSpec EndGap = new("endGap", "Off that", NumbersKind.Number, "px", new(0), "How far off that layer's point it ends.")
    {
        Part = Anchors,
        Least = 0,
        Most = 20000,
    };

    public static readonly ValueSpec Elbow = new(
        "elbow",
        "Elbow",
        NumbersKind.Number,
        "of width",
        new(0),
        "How much of its width it runs level before its end; 0: straight from start to end."
    )
    {
        Least = 0,
        Most = 1,
        Factor = 100,
        Signs = ["∟"],
    };

    public static readonly ValueSpec Width = new("width", "Line width", NumbersKind.Number, "px", new(6), "How thick it is.")
    {
        Least = 0,
        Most = 2000,
        Signs = ["W"],
    };

    public static readonly ValueSpec Colour = new("fill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour, straight alpha, or gradient.");

    private static readonly Stroke Whole = new()
    {
        Width = Width,
        Fill = Colour,
        Place = null,
        Cap = new("cap", "Line ends", Stroke.Caps, "", default, "How it ends where it has no head (SVG 2, stroke-linecap).") { Keyable = false },
    };

    private Line()
        : base("line", "Line or arrow", "A line, an arrow or a leader with an elbow.", [Start, End, Elbow, .. Whole.Specs, StartsAt, StartGap, EndsAt, EndGap])
    { }

    public override bool HasEdge => true;

    /// <summary>A line has no inside: its colour is that of the line of whatever it becomes.</summary>
    public override ValueSet LookAs(ValueSet values, ValueSet other)
    {
        other = base.LookAs(values, other);
        foreach (var (spec, name) in new[] { (Width, "stroke"), (Colour, "strokeFill"), (Whole.Cap, "strokeCap") })
        {
            if (other.Find(name) is { } same)
            {
                other = other.With(same, values[spec]);
            }
        }
        return other.Find(Colour.Name) is { } fill ? other.With(fill, new Value(1, 1, 1, 0)) : other;
    }

    public override void Demand(ValueSet values, IDocument document, string layer, string at)
    {
        foreach (var end in new[] { StartsAt, EndsAt }.Where(e => LayersKind.IdsOf(values[e].Constant).Length > 1))
        {
            throw new ProblemException($"An end of a line stands at one layer.", $"Choose one layer.", layer, $"{at}/{end.Name}");
        }
    }

    public override Drawing Draw(ValueSet values, DrawContext at)
    {
        var around = at.Around;
        var (start, end, elbow) = (new LineEnd(values, Start, StartsAt, StartGap, around), new LineEnd(values, End, EndsAt, EndGap, around), values[Elbow]);
        (Point From, Point To) EndsAtTime(double time)
        {
            var (from, to) = (start.At(time), end.At(time));
            return (start.Off(from, to, time), end.Off(to, from, time));
        }
        Box BoxAt(double time) => EndsAtTime(time) is var (from, to) ? BoxOf(from, to) : Box.Empty;
        var isSteady = start.IsSteady && end.IsSteady;
        var edge = new Edge(Verbs, isSteady && !elbow.IsKeyed, (time, v) =>
        {
            var (from, to) = EndsAtTime(time);
            var share = Math.Clamp(elbow.NumberAt(time), 0, 1);
            // Straight: the elbow lies on the end, where it makes no corner.
            var at = share > 0 ? new Point(to.X - (to.X - from.X) * share, to.Y) : to;
            (v[0], v[1], v[2], v[3], v[4], v[5]) = ((float)from.X, (float)from.Y, (float)at.X, (float)at.Y, (float)to.X, (float)to.Y);
        });
        return new SimpleDrawing(isSteady, BoxAt, writer => Whole.Along(writer, values, BoxAt, edge, null), edge);
    }

    private static Box BoxOf(Point a, Point b) => new(Math.Min(a.X, b.X), Math.Min(a.Y, b.Y), Math.Max(a.X, b.X), Math.Max(a.Y, b.Y));
}
