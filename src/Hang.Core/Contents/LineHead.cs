using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>What sits at an end of a line: an arrow whose tip is the end, or a dot around it. It keeps its shape and turns with the line.</summary>
internal static class LineHead
{
    public static readonly ChoiceKind Kinds = new("none", "arrow", "dot");

    /// <summary>A head's half width for its length.</summary>
    private const double Slim = 0.5;

    /// <param name="kind">One of <see cref="Kinds"/>.</param>
    /// <param name="end">Where the end is, the unit direction that it points in, and how long the head is.</param>
    public static void Write(
        StripWriter writer,
        string kind,
        Channel colour,
        bool isSteady,
        Func<double, Box> box,
        Func<double, (Point Tip, Point Along, double Size)> end
    )
    {
        if (kind == "none")
        {
            return;
        }
        writer.Fill(new(kind == "dot" ? Shape.Ellipse : "MLLZ", isSteady, (time, v) =>
            {
                var (tip, along, size) = end(time);
                if (kind == "dot")
                {
                    Shape.WriteEllipse(new(tip.X - size / 2, tip.Y - size / 2, tip.X + size / 2, tip.Y + size / 2), v);
                    return;
                }
                var (x, y) = (along.X * size, along.Y * size);
                (v[0], v[1]) = ((float)tip.X, (float)tip.Y);
                (v[2], v[3]) = ((float)(tip.X - x - y * Slim), (float)(tip.Y - y + x * Slim));
                (v[4], v[5]) = ((float)(tip.X - x + y * Slim), (float)(tip.Y - y - x * Slim));
            }), colour, box);
    }
}

/// <summary>The two ends of what is drawn of a line, with their heads.</summary>
/// <param name="width">Of the line, in the edge's coordinates.</param>
/// <param name="drawn">Where it begins and ends, as shares.</param>
internal sealed class LineEnds(ValueSet values, Stroke stroke, Edge edge, Func<double, double> width, Func<double, (float From, float To)> drawn)
{
    private readonly string start = Stroke.Option(values, stroke.StartHead),
        end = Stroke.Option(values, stroke.EndHead);

    /// <summary>What is drawn of the line itself: an arrow's tip must stay pointed, so it ends within the head.</summary>
    public (float From, float To) Within(double time)
    {
        var (from, to) = drawn(time);
        if ((start != "arrow" && end != "arrow") || !HasEnds(time, from, to))
        {
            return (from, to);
        }
        var length = edge.CourseAt(time).Length;
        var inside = (float)(length > 0 ? SizeAt(time, from, to) * 0.5 / length : 0);
        (from, to) = (start == "arrow" ? from + inside : from, end == "arrow" ? to - inside : to);
        return to > from ? (from, to) : (0, 0);
    }

    public void Write(StripWriter writer, Channel colour, bool isSteady, Func<double, Box> box)
    {
        LineHead.Write(writer, start, colour, isSteady, box, time => At(time, drawn(time).From, -1));
        LineHead.Write(writer, end, colour, isSteady, box, time => At(time, drawn(time).To, 1));
    }

    private (Point Tip, Point Along, double Size) At(double time, double share, int sign)
    {
        var course = edge.CourseAt(time);
        var (from, to) = drawn(time);
        // A closed line goes on from its beginning.
        var (place, along) = course.At(share > 1 ? share - 1 : share);
        return (place, new(along.X * sign, along.Y * sign), HasEnds(time, from, to) ? SizeAt(time, from, to) : 0);
    }

    private bool HasEnds(double time, float from, float to) => to > from && (to - from < 1 || !edge.CourseAt(time).IsRound);

    /// <summary>A head grows with the first of the line, so that it does not stand there before anything is drawn.</summary>
    private double SizeAt(double time, float from, float to) =>
        Math.Min(width(time) * Math.Max(1, values[stroke.HeadSize].NumberAt(time)), (to - from) * edge.CourseAt(time).Length);
}
