using System.Globalization;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>A ring, a part of one, or with no hole a wedge; filled and stroked. Angles are degrees clockwise from the top.</summary>
public sealed class Ring : ContentKind
{
    private const int Pieces = 8;

    /// <summary>The outer curve in eight pieces, a line to the inner one, and that back.</summary>
    internal static readonly string Verbs = string.Create(CultureInfo.InvariantCulture, $"M{new string('K', Pieces)}L{new string('K', Pieces)}Z");

    /// <summary>The same all the way round: both curves closed, or the outer one alone.</summary>
    private static readonly string Disc = $"M{new string('K', Pieces)}Z",
        Closed = Disc + Disc;

    private const double Whole = 360;

    public static readonly ValueSpec Size = new("size", "Size", NumbersKind.Size, "px", new(200, 200), "Width and height.") { Least = 0, Signs = ["W", "H"] };

    public static readonly ValueSpec Hole = new("hole", "Hole", NumbersKind.Number, "of size", new(0.7), "How large the hole is; 0: none, a wedge.")
    {
        Least = 0,
        Most = 1,
        Factor = 100,
        Signs = ["○"],
    };

    public static readonly ValueSpec Begin = new("begin", "Begins", NumbersKind.Number, "°", new(0), "Where it begins: degrees clockwise from the top.")
    {
        Signs = ["∠"],
    };

    public static readonly ValueSpec Sweep = new(
        "sweep",
        "Sweep",
        NumbersKind.Number,
        "°",
        new(360),
        "How far round it goes, clockwise; less than 0: the other way."
    )
    {
        Least = -360,
        Most = 360,
        Signs = ["⤺"],
    };

    public static readonly ValueSpec Colour = new("fill", "Colour", PaintKind.Paint, "", new(1, 1, 1, 1), "Colour, straight alpha, or gradient.");

    private static readonly Stroke Line = new();

    private Ring()
        : base("ring", "Ring", "A ring, an arc or a wedge, filled and stroked.", [Size, Hole, Begin, Sweep, Colour, .. Line.Specs]) { }

    public override bool HasEdge => true;

    public override ValueSpec Sized => Size;

    public override Drawing Draw(ValueSet values, DrawContext at)
    {
        var (size, hole, begin, sweep) = (values[Size], values[Hole], values[Begin], values[Sweep]);
        var steady = !size.IsKeyed && !hole.IsKeyed && !begin.IsKeyed && !sweep.IsKeyed;
        Box BoxAt(double time) => Boxes.Of(size.At(time));
        var edge = EdgeOf(hole, sweep, steady, (time, v) =>
            Write(BoxAt(time), Math.Clamp(hole.NumberAt(time), 0, 1), begin.NumberAt(time), Math.Clamp(sweep.NumberAt(time), -Whole, Whole), v)
        );
        return new SimpleDrawing(!size.IsKeyed, BoxAt, writer => Line.Paint(writer, values, Colour, BoxAt, edge), edge);
    }

    /// <summary>The edge of a ring. All the way round it is two closed curves, or one where there is no hole: a line along them has no spoke.</summary>
    /// <param name="write">Writes the numbers of <see cref="Verbs"/>.</param>
    private static Edge EdgeOf(Channel hole, Channel sweep, bool steady, Filler write)
    {
        string Made(double time) =>
            Math.Abs(sweep.NumberAt(time)) < Whole ? Verbs
            : hole.NumberAt(time) <= 0 ? Disc
            : Closed;
        // As many numbers as the verbs are good for; the line to the inner curve begins that anew.
        void Put(double time, Span<float> v)
        {
            var all = new float[Shape.Count(Verbs)];
            write(time, all);
            all.AsSpan(0, v.Length).CopyTo(v);
        }
        if (!sweep.IsKeyed && !hole.IsKeyed)
        {
            var verbs = Made(0);
            return new(verbs, steady, verbs == Verbs ? write : Put);
        }
        return new(Shape.Any, false, (time, v) =>
        {
            var path = new ShapePath(Made(time), new float[Shape.Count(Made(time))]);
            Put(time, path.Numbers);
            Shape.WriteAny(path, v);
        }) { Room = Shape.Count(Verbs) + Closed.Length };
    }

    internal static void Write(in Box box, double hole, double begin, double sweep, Span<float> v)
    {
        var at = Arc(box, 1, begin, sweep, v, 0);
        Arc(box, hole, begin + sweep, -sweep, v, at);
    }

    /// <summary>
    /// A part of an ellipse as conics. A conic whose handle lies where the tangents of its ends meet and whose weight is the cosine of half its angle
    /// is that part exactly (SVG 2 and CSS draw the same curve; the formula is the rational quadratic form of a circle).
    /// </summary>
    private static int Arc(in Box box, double scale, double begin, double sweep, Span<float> v, int at)
    {
        var (cx, cy) = ((box.Left + box.Right) / 2, (box.Top + box.Bottom) / 2);
        var (rx, ry) = (box.Width / 2 * scale, box.Height / 2 * scale);
        var step = sweep / Pieces;
        var weight = Math.Cos(step / 2 * Math.PI / 180);
        Put(v, ref at, cx, cy, rx, ry, begin);
        for (var i = 0; i < Pieces; i++)
        {
            Put(v, ref at, cx, cy, rx / weight, ry / weight, begin + (i + 0.5) * step);
            Put(v, ref at, cx, cy, rx, ry, begin + (i + 1) * step);
            v[at++] = (float)weight;
        }
        return at;
    }

    private static void Put(Span<float> v, ref int at, double cx, double cy, double rx, double ry, double degrees)
    {
        var (sin, cos) = Matrix.SinCos(degrees);
        v[at++] = (float)(cx + rx * sin);
        v[at++] = (float)(cy - ry * cos);
    }
}
