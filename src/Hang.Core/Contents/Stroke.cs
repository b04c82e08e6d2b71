using System.Collections.Immutable;
using Hang.Core.Geometry;
using Hang.Core.PaintList;
using Hang.Core.Typesetting;
using Hang.Core.Values;

namespace Hang.Core.Contents;

/// <summary>The line along the edge of a shape: values that every shape has, and how they are painted.</summary>
internal static class Stroke
{
    private const string Part = "Stroke";

    private static readonly ChoiceKind Places = new("centre", "inside", "outside");
    private static readonly ChoiceKind Caps = new("butt", "round", "square");
    private static readonly ChoiceKind Joins = new("miter", "round", "bevel");

    public static ValueSpec[] Specs() =>
    [
        new("stroke", "Line width", NumbersKind.Number, "px", new(0), "Width of the line along the edge; 0: none.") { Part = Part, Least = 0, Most = 2000, Signs = ["W"] },
        new("strokeFill", "Line colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour of the line, straight alpha, or gradient.") { Part = Part },
        new("strokePlace", "Line lies", Places, "", default, "Where the line lies: on the edge, inside or outside of it.") { Part = Part, Keyable = false },
        new("strokeCap", "Line ends", Caps, "", default, "How the line ends (SVG 2, stroke-linecap).") { Part = Part, Keyable = false },
        new("strokeJoin", "Line turns", Joins, "", default, "How the line goes round corners (SVG 2, stroke-linejoin).") { Part = Part, Keyable = false },
        new("strokeMiter", "Miter limit", NumbersKind.Number, "", new(4), "How many times the width a pointed corner may reach before it is cut (SVG 2, stroke-miterlimit).") { Part = Part, Least = 1, Most = 100, Signs = ["×"] },
        new("dashes", "Dashes", NumbersKind.Size, "px", default, "Length of a dash and of the gap after it; 0: an unbroken line.") { Part = Part, Least = 0, Most = 10_000, Keyable = false, Signs = ["—", "␣"] },
        new("dashPhase", "Dashes at", NumbersKind.Number, "px", new(0), "How far into the dashes the line begins (SVG 2, stroke-dashoffset).") { Part = Part, Signs = ["→"] },
        new("drawnFrom", "Line from", NumbersKind.Number, "", new(0), "Where along its length the line begins.") { Part = Part, Least = 0, Most = 1, Factor = 100, Signs = ["⊢"] },
        new("drawnTo", "Line to", NumbersKind.Number, "", new(1), "Where along its length the line ends: 0 to 100 % draws it.") { Part = Part, Least = 0, Most = 1, Factor = 100, Signs = ["⊣"] },
        new("drawnOffset", "Line shift", NumbersKind.Number, "", new(0), "How far beginning and end are moved along; a closed line goes round.") { Part = Part, Least = -1000, Most = 1000, Factor = 100, Signs = ["⇢"] },
    ];

    /// <summary>Fills a shape and strokes its edge.</summary>
    /// <param name="specs">The shape's own <see cref="Specs"/>.</param>
    /// <param name="verbs">See <see cref="Shape"/>.</param>
    /// <param name="isSteady">True when the shape is the same at every moment.</param>
    /// <param name="box">What gradients run over.</param>
    /// <param name="shape">Writes its coordinates.</param>
    public static void Paint(StripWriter writer, ValueSet values, ValueSpec fill, ValueSpec[] specs, string verbs, bool isSteady, Func<double, Box> box, Filler shape, string rule = "nonzero")
    {
        Fill(writer, values, fill, specs, verbs, isSteady, box, shape, rule);
        Line(writer, values, specs, isSteady, box, new(verbs, rule, null, shape), null);
    }

    /// <summary>The filling alone; a shape that is only a line has none.</summary>
    public static void Fill(StripWriter writer, ValueSet values, ValueSpec fill, ValueSpec[] specs, string verbs, bool isSteady, Func<double, Box> box, Filler shape, string rule = "nonzero")
    {
        if (!IsThere(values, specs) || !Ink.IsNothing(values[fill]))
        {
            writer.Fill(verbs, isSteady, values[fill], box, shape, rule);
        }
    }

    /// <summary>A shape whose edge a line runs along: given by numbers, or as a resource.</summary>
    /// <param name="Outline">Null for one given by numbers.</param>
    public readonly record struct Edge(string Verbs, string Rule, Outline? Outline, Filler Shape)
    {
        public ImmutableArray<string> Takes => Outline is null ? [] : [Outline.Hash];

        public int Count => Outline is null ? PaintList.Shape.Count(Verbs) : 0;
    }

    /// <summary>True when a shape has a line at any moment.</summary>
    public static bool IsThere(ValueSet values, ValueSpec[] specs) => values[specs[0]].IsKeyed || values[specs[0]].Constant.X > 0;

    /// <summary>Strokes an edge.</summary>
    /// <param name="box">What gradients run over, in the coordinates of the edge.</param>
    /// <param name="unit">Pixels of one unit of the edge's coordinates; null: it is in pixels.</param>
    public static void Line(StripWriter writer, ValueSet values, ValueSpec[] specs, bool isSteady, Func<double, Box> box, Edge edge, Func<double, double>? unit)
    {
        if (!IsThere(values, specs))
        {
            return;
        }
        var (width, colour, miter, phase, from, to, offset) = (values[specs[0]], values[specs[1]], values[specs[5]], values[specs[7]], values[specs[8]], values[specs[9]], values[specs[10]]);
        var place = Option(values, specs[2]);
        if (edge.Outline is { } outline)
        {
            writer.Keep(outline);
        }
        if (place != "centre")
        {
            // Half of a line twice as wide lies on either side of the edge; the other half is cut off.
            writer.Add(Ops.Place, [], [], 0, true, (_, v) => (v[0], v[3], v[6]) = (1, 1, 1));
            writer.Add(Ops.Clip, edge.Takes, [edge.Verbs, edge.Rule, place == "outside" ? "yes" : "no"], edge.Count, isSteady, (time, v) =>
            {
                v[Ops.Clip["on"]] = 1;
                edge.Shape(time, v[Ops.Clip["more"]..]);
            });
        }
        var at = Ops.Stroke;
        var steady = isSteady && new[] { width, miter, phase, from, to, offset }.All(c => !c.IsKeyed);
        double Unit(double time) => unit is null ? 1 : Math.Max(unit(time), 1e-9);
        var dashes = values[specs[6]].Constant;
        var words = Dashes(new(dashes.X / Unit(0), dashes.Y / Unit(0)));
        writer.Inked(colour, ink => writer.Add(at, edge.Takes, [edge.Verbs, Option(values, specs[3]), Option(values, specs[4]), ink.Paint, ink.StopsWord, words], ink.Each + edge.Count, steady && ink.IsSteady, (time, v) =>
        {
            var per = Unit(time);
            ink.Put(time, ink.NeedsBox ? box(time) : default, at, v);
            v[at["width"]] = (float)(Math.Max(0, width.NumberAt(time)) * (place == "centre" ? 1 : 2) / per);
            v[at["miter"]] = (float)Math.Max(1, miter.NumberAt(time));
            v[at["dashPhase"]] = (float)(phase.NumberAt(time) / per);
            (v[at["trim"]], v[at["trim"] + 1]) = Drawn(from.NumberAt(time), to.NumberAt(time), offset.NumberAt(time));
            if (v[at["width"]] == 0)
            {
                // A line of no width is none; painters know it as the thinnest that can be seen.
                (v[at["trim"]], v[at["trim"] + 1]) = (0, 0);
            }
            edge.Shape(time, v[(at["more"] + ink.Each)..]);
        }));
        if (place != "centre")
        {
            writer.Close();
        }
    }

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

    private static string Option(ValueSet values, ValueSpec spec) => spec.Kind.Options[(int)values[spec].Constant.X];

    private static string Dashes(in Value lengths) => lengths.X <= 0 || lengths.Y <= 0 ? ""
        : string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{(float)lengths.X} {(float)lengths.Y}");
}
