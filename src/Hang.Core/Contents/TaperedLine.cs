using Hang.Scene.Geometry;
using Hang.Scene.PaintList;

namespace Hang.Core.Contents;

/// <summary>
/// A line whose width changes along it, as a shape: both its sides, half the width off the line, and what closes the outside of corners. Where sides and
/// corners overlap all go round in the same direction, so that they are one area.
/// </summary>
internal sealed class TaperedLine
{
    /// <summary>Most stretches that one curve is divided into.</summary>
    private const int MostStretches = 16;

    /// <summary>A corner that turns by less, as the sine of its angle, is none.</summary>
    private const double Smooth = 1e-3;

    private readonly Edge edge;
    private readonly string join,
        cap;
    private readonly int rounds;

    /// <param name="join">miter, round or bevel.</param>
    /// <param name="cap">butt, round or square.</param>
    /// <param name="staysWhole">True when what is drawn never goes on from the beginning.</param>
    public TaperedLine(Edge edge, string join, string cap, bool staysWhole)
    {
        (this.edge, this.join, this.cap, rounds) = (edge, join, cap, staysWhole ? 1 : 2);
        // Of a shape that is another at every moment: as many curves as there is room for, each with its verb and four numbers.
        var curves =
            edge.Outline is { } outline ? ShapePath.Of(outline).Verbs.Length
            : edge.Verbs == Shape.Any ? edge.Room / 5
            : edge.Verbs.Length;
        Room = rounds * curves * (2 * MostStretches * 5 + 4 * 3 + Circle) + 2 * Circle + 32;
    }

    /// <summary>Numbers that the shape needs at most.</summary>
    public int Room { get; }

    private static int Circle => Shape.Ellipse.Length + Shape.Count(Shape.Ellipse);

    /// <summary>The shape at a moment.</summary>
    /// <param name="drawn">Where the line begins and ends, as shares of its length.</param>
    /// <param name="width">Its full width.</param>
    /// <param name="taper">Over which shares of what is drawn it grows and shrinks.</param>
    /// <param name="least">Share of the width from which it grows and to which it shrinks.</param>
    public ShapePath At(double time, (float From, float To) drawn, double width, Point taper, double least, double miter)
    {
        var course = edge.CourseAt(time);
        var (from, to) = (drawn.From * course.Length, drawn.To * course.Length);
        if (!(to > from) || width <= 0)
        {
            return ShapePath.Nothing;
        }
        var profile = new Profile(from, to, width / 2, taper, Math.Clamp(least, 0, 1));
        var shapes = new List<ShapePath>();
        var begun = 0.0;
        Sides? sides = null;
        for (var round = 0; round < rounds; round++)
        {
            foreach (var contour in course.Contours)
            {
                // A closed line that goes on from its beginning is one with what was drawn before.
                if (sides is not null && !(round > 0 && course.IsRound))
                {
                    shapes.Add(sides.Close());
                    sides = null;
                }
                for (var i = 0; i < contour.Pieces.Count; i++)
                {
                    var (a, b) = contour.RangeOf(i);
                    var (low, high) = (Math.Max(from, begun + a), Math.Min(to, begun + b));
                    if (high - low > 1e-9)
                    {
                        sides ??= new Sides(join, miter, profile, shapes);
                        sides.Follow(contour, i, begun, low, high);
                    }
                }
                begun += contour.Length;
                if (contour.IsClosed && to - from >= course.Length && course.IsRound)
                {
                    sides?.Return();
                }
            }
        }
        if (sides is not null)
        {
            shapes.Add(sides.Close());
        }
        var (begin, end) = (course.At(drawn.From), course.At(drawn.To > 1 ? drawn.To - 1 : drawn.To));
        Cap(shapes, begin.Place, new(-begin.Along.X, -begin.Along.Y), profile.At(from));
        Cap(shapes, end.Place, end.Along, profile.At(to));
        return ShapePath.Of(shapes);
    }

    private void Cap(List<ShapePath> shapes, Point at, Point along, double half)
    {
        if (cap == "round" && half > 0)
        {
            shapes.Add(Disc(at, half));
        }
        else if (cap == "square" && half > 0)
        {
            var (nx, ny, x, y) = (along.Y * half, -along.X * half, along.X * half, along.Y * half);
            shapes.Add(
                new(
                    "MLLLZ",
                    [
                        (float)(at.X + nx),
                        (float)(at.Y + ny),
                        (float)(at.X + nx + x),
                        (float)(at.Y + ny + y),
                        (float)(at.X - nx + x),
                        (float)(at.Y - ny + y),
                        (float)(at.X - nx),
                        (float)(at.Y - ny),
                    ]
                )
            );
        }
    }

    private static ShapePath Disc(Point at, double radius)
    {
        var numbers = new float[Shape.Count(Shape.Ellipse)];
        Shape.WriteEllipse(new(at.X - radius, at.Y - radius, at.X + radius, at.Y + radius), numbers);
        return new(Shape.Ellipse, numbers);
    }

    /// <summary>Half the width along what is drawn.</summary>
    private sealed record Profile(double From, double To, double Half, Point Taper, double Least)
    {
        public double At(double length)
        {
            var share = Math.Clamp((length - From) / (To - From), 0, 1);
            var grown = Math.Min(Taper.X > 0 ? Math.Min(1, share / Taper.X) : 1, Taper.Y > 0 ? Math.Min(1, (1 - share) / Taper.Y) : 1);
            return Half * (Least + (1 - Least) * grown);
        }

        /// <summary>Where the width begins or ceases to change, strictly within a stretch.</summary>
        public IEnumerable<double> Bends(double low, double high) =>
            new[] { From + Taper.X * (To - From), To - Taper.Y * (To - From) }.Where(l => l > low + 1e-6 && l < high - 1e-6).Distinct().Order();
    }

    /// <summary>The two sides of a line, as they grow.</summary>
    private sealed class Sides(string join, double miter, Profile profile, List<ShapePath> beside)
    {
        private readonly System.Text.StringBuilder leftVerbs = new();
        private readonly List<float> left = [];
        private readonly List<(char Verb, float[] Numbers, Point To)> right = [];
        private Point first,
            last,
            firstAlong,
            lastAlong,
            leftAt,
            rightAt;
        private double firstHalf;

        public void Follow(Contour contour, int piece, double begun, double low, double high)
        {
            var isStraight = contour.Pieces[piece] is LineCurve;
            (Point Place, Point Along) At(double length) => contour.At(piece, length - begun - contour.RangeOf(piece).Begin);
            var here = At(low);
            if (left.Count == 0)
            {
                (first, firstAlong, firstHalf) = (here.Place, here.Along, profile.At(low));
                (leftAt, rightAt) = Beside(here, firstHalf);
                leftVerbs.Append('M');
                left.AddRange([(float)leftAt.X, (float)leftAt.Y]);
            }
            else
            {
                Turn(last, lastAlong, here.Along, profile.At(low));
            }
            double[] ends = [low, .. profile.Bends(low, high), high];
            for (var part = 1; part < ends.Length; part++)
            {
                var (a, b) = (ends[part - 1], ends[part]);
                var count = isStraight ? 1 : Math.Clamp((int)Math.Ceiling(Math.Sqrt(b - a) / 3), 2, MostStretches / (ends.Length - 1));
                for (var k = 1; k <= count; k++)
                {
                    var (middle, end) = (a + (b - a) * (k - 0.5) / count, a + (b - a) * k / count);
                    var next = At(end);
                    var (l, r) = Beside(next, profile.At(end));
                    if (isStraight)
                    {
                        ToLeft(l);
                        ToRight(r);
                    }
                    else
                    {
                        // The parabola through both ends and the place half-way.
                        var (lm, rm) = Beside(At(middle), profile.At(middle));
                        leftVerbs.Append('Q');
                        left.AddRange([(float)(2 * lm.X - (leftAt.X + l.X) / 2), (float)(2 * lm.Y - (leftAt.Y + l.Y) / 2), (float)l.X, (float)l.Y]);
                        right.Add(('Q', [(float)(2 * rm.X - (rightAt.X + r.X) / 2), (float)(2 * rm.Y - (rightAt.Y + r.Y) / 2)], rightAt));
                        (leftAt, rightAt) = (l, r);
                    }
                    here = next;
                }
            }
            (last, lastAlong) = here;
        }

        /// <summary>Back where it began: the corner there is closed, too.</summary>
        public void Return()
        {
            if (Math.Abs(first.X - last.X) < 1e-3 && Math.Abs(first.Y - last.Y) < 1e-3)
            {
                Turn(last, lastAlong, firstAlong, firstHalf);
            }
        }

        public ShapePath Close()
        {
            var (verbs, numbers) = (leftVerbs, left);
            verbs.Append('L');
            numbers.AddRange([(float)rightAt.X, (float)rightAt.Y]);
            for (var i = right.Count - 1; i >= 0; i--)
            {
                verbs.Append(right[i].Verb);
                numbers.AddRange([.. right[i].Numbers, (float)right[i].To.X, (float)right[i].To.Y]);
            }
            verbs.Append('Z');
            return new(verbs.ToString(), [.. numbers]);
        }

        private static (Point Left, Point Right) Beside((Point Place, Point Along) at, double half) =>
            (new(at.Place.X + at.Along.Y * half, at.Place.Y - at.Along.X * half), new(at.Place.X - at.Along.Y * half, at.Place.Y + at.Along.X * half));

        private void ToLeft(Point to)
        {
            leftVerbs.Append('L');
            left.AddRange([(float)to.X, (float)to.Y]);
            leftAt = to;
        }

        private void ToRight(Point to)
        {
            right.Add(('L', [], rightAt));
            rightAt = to;
        }

        /// <summary>Goes round a corner: on the inside by way of the corner itself, on the outside as the join says (SVG 2, section 13.5.3).</summary>
        private void Turn(Point at, Point before, Point after, double half)
        {
            var (l, r) = Beside((at, after), half);
            var (cross, dot) = (before.X * after.Y - before.Y * after.X, before.X * after.X + before.Y * after.Y);
            if (Math.Abs(cross) > Smooth || dot < 0)
            {
                // To the right of the way is clockwise on a screen: then the left side is the outside.
                Action<Point> outside = cross > 0 ? ToLeft : ToRight,
                    inside = cross > 0 ? ToRight : ToLeft;
                inside(at);
                if (join == "round" && half > 0)
                {
                    beside.Add(Disc(at, half));
                }
                // Half the angle between the two stretches: its sine is the width's share of the miter length.
                var sine = Math.Sqrt(Math.Max(0, (1 + dot) / 2));
                if (join == "miter" && sine > 1e-6 && 1 / sine <= miter)
                {
                    var side = cross > 0 ? 1 : -1;
                    var (mx, my) = ((before.Y + after.Y) * side, -(before.X + after.X) * side);
                    var length = Math.Sqrt(mx * mx + my * my);
                    outside(new(at.X + mx / length * half / sine, at.Y + my / length * half / sine));
                }
            }
            ToLeft(l);
            ToRight(r);
        }
    }
}
