using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>The line along an edge: values that every shape has, and how they are painted. A shape that is only a line names some of them itself.</summary>
internal sealed class Stroke
{
    private const string Part = "Stroke";

    public static readonly ChoiceKind Caps = new("butt", "round", "square");

    private static readonly ChoiceKind Places = new("centre", "inside", "outside");
    private static readonly ChoiceKind Joins = new("miter", "round", "bevel");

    public ValueSpec Width { get; init; } =
        new("stroke", "Line width", NumbersKind.Number, "px", new(0), "Width of the line along the edge; 0: none.")
        {
            Part = Part,
            Least = 0,
            Most = 2000,
            Signs = ["W"],
        };

    public ValueSpec Fill { get; init; } =
        new("strokeFill", "Line colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour of the line, straight alpha, or gradient.") { Part = Part };

    /// <summary>Null for what has no inside.</summary>
    public ValueSpec? Place { get; init; } =
        new("strokePlace", "Line lies", Places, "", default, "Where the line lies: on the edge, inside or outside of it.") { Part = Part, Keyable = false };

    public ValueSpec Cap { get; init; } =
        new("strokeCap", "Line ends", Caps, "", default, "How the line ends (SVG 2, stroke-linecap).") { Part = Part, Keyable = false };

    public ValueSpec Join { get; init; } =
        new("strokeJoin", "Line turns", Joins, "", default, "How the line goes round corners (SVG 2, stroke-linejoin).") { Part = Part, Keyable = false };

    public ValueSpec Miter { get; init; } =
        new(
            "strokeMiter",
            "Miter limit",
            NumbersKind.Number,
            "",
            new(4),
            "How many times the width a pointed corner may reach before it is cut (SVG 2, stroke-miterlimit)."
        )
        {
            Part = Part,
            Least = 1,
            Most = 100,
            Signs = ["×"],
        };

    public ValueSpec Dashes { get; init; } =
        new("dashes", "Dashes", NumbersKind.Size, "px", default, "Length of a dash and of the gap after it; 0: an unbroken line.")
        {
            Part = Part,
            Least = 0,
            Most = 10_000,
            Keyable = false,
            Signs = ["—", "␣"],
        };

    public ValueSpec DashPhase { get; init; } =
        new("dashPhase", "Dashes at", NumbersKind.Number, "px", new(0), "How far into the dashes the line begins (SVG 2, stroke-dashoffset).")
        {
            Part = Part,
            Signs = ["→"],
        };

    public ValueSpec From { get; init; } =
        new("drawnFrom", "Line from", NumbersKind.Number, "", new(0), "Where along its length the line begins.")
        {
            Part = Part,
            Least = 0,
            Most = 1,
            Factor = 100,
            Signs = ["⊢"],
        };

    public ValueSpec To { get; init; } =
        new("drawnTo", "Line to", NumbersKind.Number, "", new(1), "Where along its length the line ends: 0 to 100 % draws it.")
        {
            Part = Part,
            Least = 0,
            Most = 1,
            Factor = 100,
            Signs = ["⊣"],
        };

    public ValueSpec Offset { get; init; } =
        new("drawnOffset", "Line shift", NumbersKind.Number, "", new(0), "How far beginning and end are moved along; a closed line goes round.")
        {
            Part = Part,
            Least = -1000,
            Most = 1000,
            Factor = 100,
            Signs = ["⇢"],
        };

    public ValueSpec StartHead { get; init; } =
        new(
            "startHead",
            "At its start",
            LineHead.Kinds,
            "",
            default,
            "What sits at the start of what is drawn. A closed line that is drawn all round has no start."
        )
        {
            Part = Part,
            Keyable = false,
        };

    public ValueSpec EndHead { get; init; } =
        new("endHead", "At its end", LineHead.Kinds, "", default, "What sits at the end of what is drawn. A closed line that is drawn all round has no end.")
        {
            Part = Part,
            Keyable = false,
        };

    public ValueSpec HeadSize { get; init; } =
        new("headSize", "Head size", NumbersKind.Number, "× width", new(4), "How long a head is for the line's width.")
        {
            Part = Part,
            Least = 1,
            Most = 100,
            Signs = ["×"],
        };

    public ValueSpec Taper { get; init; } =
        new(
            "taper",
            "Taper",
            NumbersKind.Size,
            "of length",
            default,
            "Over how much of what is drawn the line grows at its start, and shrinks at its end. A line that tapers has no dashes."
        )
        {
            Part = Part,
            Least = 0,
            Most = 1,
            Factor = 100,
            Signs = ["◁", "▷"],
        };

    public ValueSpec TaperTo { get; init; } =
        new("taperTo", "Tapers to", NumbersKind.Number, "of width", new(0), "Its width where it begins to grow and has shrunk; 0: a point.")
        {
            Part = Part,
            Least = 0,
            Most = 1,
            Factor = 100,
            Signs = ["W"],
        };

    public ValueSpec[] Specs =>
        [
            Width,
            Fill,
            .. Place is null ? Array.Empty<ValueSpec>() : [Place],
            Cap,
            Join,
            Miter,
            Dashes,
            DashPhase,
            From,
            To,
            Offset,
            StartHead,
            EndHead,
            HeadSize,
            Taper,
            TaperTo,
        ];

    /// <summary>Fills a shape and strokes its edge.</summary>
    /// <param name="fill">What the shape is filled with.</param>
    /// <param name="box">What gradients run over.</param>
    public void Paint(StripWriter writer, ValueSet values, ValueSpec fill, Func<double, Box> box, Edge edge)
    {
        Inside(writer, values, fill, box, edge);
        Along(writer, values, box, edge, null);
    }

    /// <summary>The filling alone; a shape that is only a line has none.</summary>
    public void Inside(StripWriter writer, ValueSet values, ValueSpec fill, Func<double, Box> box, Edge edge)
    {
        if (!IsThere(values) || !Ink.IsNothing(values[fill]))
        {
            writer.Fill(edge, values[fill], box);
        }
    }

    /// <summary>True when a shape has a line at any moment.</summary>
    public bool IsThere(ValueSet values) => values[Width].IsKeyed || values[Width].Constant.X > 0;

    /// <summary>True when the line does not move by itself: neither what is drawn of it, nor its dashes.</summary>
    private bool IsSteady(ValueSet values) => new[] { Width, Miter, DashPhase, From, To, Offset, HeadSize, Taper, TaperTo }.All(s => !values[s].IsKeyed);

    /// <summary>Strokes an edge.</summary>
    /// <param name="box">What gradients run over, in the coordinates of the edge.</param>
    /// <param name="unit">Pixels of one unit of the edge's coordinates; null: it is in pixels.</param>
    public void Along(StripWriter writer, ValueSet values, Func<double, Box> box, Edge edge, Func<double, double>? unit)
    {
        if (!IsThere(values))
        {
            return;
        }
        if (edge.Outline is { } outline)
        {
            writer.Keep(outline);
        }
        var place = Place is null ? "centre" : Option(values, Place);
        if (place != "centre")
        {
            // Half of a line twice as wide lies on either side of the edge; the other half is cut off.
            writer.Add(Ops.Place, [], [], 0, true, (_, v) => (v[0], v[3], v[6]) = (1, 1, 1));
            writer.Clip(edge, place == "outside");
        }
        var steady = edge.IsSteady && IsSteady(values);
        var (width, from, to, offset) = (values[Width], values[From], values[To], values[Offset]);
        double Per(double time) => unit is null ? 1 : Math.Max(unit(time), 1e-9);
        double WidthAt(double time) => Math.Max(0, width.NumberAt(time)) * (place == "centre" ? 1 : 2) / Per(time);
        (float From, float To) DrawnAt(double time) =>
            WidthAt(time) == 0
                // A line of no width is none; painters know it as the thinnest that can be seen.
                ? (0, 0)
                : Drawn(from.NumberAt(time), to.NumberAt(time), offset.NumberAt(time));
        var heads = new LineEnds(values, this, edge, WidthAt, DrawnAt);
        if (IsTapered(values))
        {
            var taper = new TaperedLine(edge, Option(values, Join), Option(values, Cap), !values[Offset].IsKeyed && values[Offset].Constant.X == 0);
            var (share, least, miter) = (values[Taper], values[TaperTo], values[Miter]);
            ShapePath At(double time) => taper.At(time, heads.Within(time), WidthAt(time), share.PointAt(time), least.NumberAt(time), miter.NumberAt(time));
            writer.Fill(
                steady ? Edge.Of(At(0)) : new Edge(Shape.Any, false, (time, v) => Shape.WriteAny(At(time), v)) { Room = taper.Room },
                values[Fill],
                box
            );
        }
        else
        {
            Evenly(writer, values, box, edge, steady, Per, WidthAt, heads);
        }
        heads.Write(writer, values[Fill], steady, box);
        if (place != "centre")
        {
            writer.Close();
        }
    }

    private void Evenly(
        StripWriter writer,
        ValueSet values,
        Func<double, Box> box,
        Edge edge,
        bool steady,
        Func<double, double> per,
        Func<double, double> width,
        LineEnds heads
    )
    {
        var at = Ops.Stroke;
        var (miter, phase) = (values[Miter], values[DashPhase]);
        var dashes = values[Dashes].Constant;
        var words = DashWords(new(dashes.X / per(0), dashes.Y / per(0)));
        writer.Inked(values[Fill], ink =>
            writer.Add(
                at,
                edge.Takes,
                [edge.Verbs, Option(values, Cap), Option(values, Join), ink.Paint, ink.StopsWord, words],
                ink.Each + edge.Count,
                steady && ink.IsSteady,
                (time, v) =>
                {
                    ink.Put(time, ink.NeedsBox ? box(time) : default, at, v);
                    v[at.Width] = (float)width(time);
                    v[at.Miter] = (float)Math.Max(1, miter.NumberAt(time));
                    v[at.DashPhase] = (float)(phase.NumberAt(time) / per(time));
                    (v[at.Trim], v[at.Trim + 1]) = heads.Within(time);
                    edge.Write(time, v[(at.More + ink.Each)..]);
                }
            )
        );
    }

    private bool IsTapered(ValueSet values) => values[Taper].IsKeyed || values[Taper].Constant is not { X: 0, Y: 0 };

    /// <summary>Begin and end of what is drawn: the begin within 0..1, the end behind it, above 1 where it goes on from the beginning.</summary>
    public static (float From, float To) Drawn(double from, double to, double offset)
    {
        (from, to) = (Math.Clamp(from, 0, 1), Math.Clamp(to, 0, 1));
        if (to <= from)
        {
            return (0, 0);
        }
        if (to - from >= 1)
        {
            return (0, 1);
        }
        var begin = from + offset;
        begin -= Math.Floor(begin);
        return ((float)begin, (float)(begin + to - from));
    }

    internal static string Option(ValueSet values, ValueSpec spec) => spec.Kind.Options[(int)values[spec].Constant.X];

    private static string DashWords(in Value lengths) =>
        lengths.X <= 0 || lengths.Y <= 0 ? "" : string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{(float)lengths.X} {(float)lengths.Y}");
}
