using Hang.Core.Geometry;
using Hang.Core.PaintList;
using Hang.Core.Typesetting;
using Hang.Core.Values;

namespace Hang.Core.Contents;

/// <summary>
/// A line from a point to another, straight or with an elbow, as a leader from a place on the footage to a plate. Heads sit at the ends of what is
/// drawn of it, and turn with it.
/// </summary>
public sealed class Line : ContentKind
{
    private const string Verbs = "MLL";

    /// <summary>A head's half width for its length.</summary>
    private const double Slim = 0.5;

    private static readonly ChoiceKind Caps = new("butt", "round", "square");
    private static readonly ChoiceKind Heads = new("none", "arrow", "dot");

    public static readonly ValueSpec Start = new("start", "Start", NumbersKind.Point, "px", default, "Where it starts.");

    public static readonly ValueSpec End = new("end", "End", NumbersKind.Point, "px", new(300, 0), "Where it ends.");

    public static readonly ValueSpec Elbow = new("elbow", "Elbow", NumbersKind.Number, "of width", new(0), "How much of its width it runs level before its end; 0: straight from start to end.") { Least = 0, Most = 1, Factor = 100, Signs = ["∟"] };

    public static readonly ValueSpec Width = new("width", "Line width", NumbersKind.Number, "px", new(6), "How thick it is.") { Least = 0, Most = 2000, Signs = ["W"] };

    public static readonly ValueSpec Colour = new("fill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour, straight alpha, or gradient.");

    public static readonly ValueSpec Cap = new("cap", "Line ends", Caps, "", default, "How it ends where it has no head (SVG 2, stroke-linecap).") { Keyable = false };

    public static readonly ValueSpec StartHead = new("startHead", "At its start", Heads, "", default, "What sits at the start of what is drawn.") { Keyable = false };

    public static readonly ValueSpec EndHead = new("endHead", "At its end", Heads, "", default, "What sits at the end of what is drawn.") { Keyable = false };

    public static readonly ValueSpec HeadSize = new("headSize", "Head size", NumbersKind.Number, "× width", new(4), "How long a head is for the line's width.") { Least = 1, Most = 100, Signs = ["×"] };

    public static readonly ValueSpec From = new("drawnFrom", "Line from", NumbersKind.Number, "", new(0), "Where along its length what is drawn begins.") { Least = 0, Most = 1, Factor = 100, Signs = ["⊢"] };

    public static readonly ValueSpec To = new("drawnTo", "Line to", NumbersKind.Number, "", new(1), "Where along its length what is drawn ends.") { Least = 0, Most = 1, Factor = 100, Signs = ["⊣"] };

    private static readonly ValueSpec[] Moving = [Start, End, Elbow, Width, Colour, HeadSize, From, To];

    private Line() : base("line", "Line or arrow", "A line, an arrow or a leader with an elbow.", Start, End, Elbow, Width, Colour, Cap, StartHead, EndHead, HeadSize, From, To)
    {
    }

    public override ValueSpec Filled => Colour;

    public override Drawing Draw(ValueSet values, ITypeShaper shaper)
    {
        var (width, colour) = (values[Width], values[Colour]);
        var (startHead, endHead) = (Heads.Options[(int)values[StartHead].Constant.X], Heads.Options[(int)values[EndHead].Constant.X]);
        Way WayAt(double time) => Way.Of(values[Start].PointAt(time), values[End].PointAt(time), Math.Clamp(values[Elbow].NumberAt(time), 0, 1));
        double Size(double time) => Math.Max(0, width.NumberAt(time)) * Math.Max(1, values[HeadSize].NumberAt(time));
        (double From, double To) Drawn(double time) => (Math.Clamp(values[From].NumberAt(time), 0, 1), Math.Clamp(values[To].NumberAt(time), 0, 1));
        var steady = Moving.All(s => !values[s].IsKeyed);
        var places = !values[Start].IsKeyed && !values[End].IsKeyed;
        return new SimpleDrawing(places, time => BoxOf(values[Start].PointAt(time), values[End].PointAt(time)), writer =>
        {
            var at = Ops.Stroke;
            Box BoxAt(double time) => BoxOf(values[Start].PointAt(time), values[End].PointAt(time));
            writer.Inked(colour, ink => writer.Add(at, [], [Verbs, Caps.Options[(int)values[Cap].Constant.X], "miter", ink.Paint, ink.StopsWord, ""], ink.Each + Shape.Count(Verbs), steady, (time, v) =>
            {
                ink.Put(time, ink.NeedsBox ? BoxAt(time) : default, at, v);
                v[at["width"]] = (float)Math.Max(0, width.NumberAt(time));
                v[at["miter"]] = 4;
                var way = WayAt(time);
                var (from, to) = Drawn(time);
                // An arrow's tip must stay pointed: the line ends within the head.
                var inside = way.Length > 0 ? Size(time) * 0.5 / way.Length : 0;
                (from, to) = (from + (startHead == "arrow" ? inside : 0), to - (endHead == "arrow" ? inside : 0));
                (v[at["trim"]], v[at["trim"] + 1]) = to > from && v[at["width"]] > 0 ? ((float)from, (float)to) : (0, 0);
                way.Write(v[(at["more"] + ink.Each)..]);
            }));
            Head(startHead, time => (Drawn(time).From, -1));
            Head(endHead, time => (Drawn(time).To, 1));

            void Head(string kind, Func<double, (double At, int Sign)> end)
            {
                if (kind == "none")
                {
                    return;
                }
                writer.Fill(kind == "dot" ? Shape.Ellipse : "MLLZ", steady, colour, BoxAt, (time, v) =>
                {
                    var (share, sign) = end(time);
                    var (from, to) = Drawn(time);
                    var (tip, along) = WayAt(time).At(share);
                    // A head grows with the first of the line, so that it does not stand there before anything is drawn.
                    var size = to > from ? Math.Min(Size(time), (to - from) * WayAt(time).Length) : 0;
                    if (kind == "dot")
                    {
                        Shape.WriteEllipse(new(tip.X - size / 2, tip.Y - size / 2, tip.X + size / 2, tip.Y + size / 2), v);
                        return;
                    }
                    var (x, y) = (along.X * sign * size, along.Y * sign * size);
                    (v[0], v[1]) = ((float)tip.X, (float)tip.Y);
                    (v[2], v[3]) = ((float)(tip.X - x - y * Slim), (float)(tip.Y - y + x * Slim));
                    (v[4], v[5]) = ((float)(tip.X - x + y * Slim), (float)(tip.Y - y - x * Slim));
                });
            }
        });
    }

    private static Box BoxOf(Point a, Point b) => new(Math.Min(a.X, b.X), Math.Min(a.Y, b.Y), Math.Max(a.X, b.X), Math.Max(a.Y, b.Y));

    /// <summary>Start, elbow and end, and how long it is from each to the next.</summary>
    private readonly record struct Way(Point Start, Point Elbow, Point End, double First, double Second)
    {
        public double Length => First + Second;

        public static Way Of(Point start, Point end, double elbow)
        {
            // Straight: the elbow lies on the end, where it makes no corner.
            var at = elbow > 0 ? new Point(end.X - (end.X - start.X) * elbow, end.Y) : end;
            return new(start, at, end, Distance(start, at), Distance(at, end));
        }

        /// <summary>A place along it and its unit direction there.</summary>
        public (Point Place, Point Along) At(double share)
        {
            var far = share * Length;
            var (a, b, length, on) = far <= First || Second == 0 ? (Start, Elbow, First, far) : (Elbow, End, Second, far - First);
            if (length == 0)
            {
                return (a, new(1, 0));
            }
            var along = new Point((b.X - a.X) / length, (b.Y - a.Y) / length);
            return (new(a.X + along.X * on, a.Y + along.Y * on), along);
        }

        public void Write(Span<float> v) => (v[0], v[1], v[2], v[3], v[4], v[5]) = ((float)Start.X, (float)Start.Y, (float)Elbow.X, (float)Elbow.Y, (float)End.X, (float)End.Y);

        private static double Distance(Point a, Point b) => Math.Sqrt((b.X - a.X) * (b.X - a.X) + (b.Y - a.Y) * (b.Y - a.Y));
    }
}
