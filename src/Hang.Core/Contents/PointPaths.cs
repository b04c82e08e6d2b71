using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.PaintList;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// Paths of points with tangents (<see cref="PointsKind"/>) as shapes: a cubic Bézier from each point to the next, its handles where the tangents reach. A
/// value that is keyed through different numbers of points is several shapes, each for its moments.
/// </summary>
public static class PointPaths
{
    private const int Stride = PointLayout.Stride;

    /// <summary>A piece that is shorter, in pixels, is none.</summary>
    private const double Nothing = 1e-3;

    /// <summary>The shapes of a path over time.</summary>
    /// <param name="channel">Of <see cref="PointsKind"/>.</param>
    /// <param name="closed">True: each contour goes back to where it began.</param>
    public static IEnumerable<Edge> Of(Channel channel, bool closed)
    {
        var layouts = (channel.IsKeyed ? channel.Keys.Select(k => PointLayout.Of(k.Value.Numbers)) : [PointLayout.Of(channel.Constant.Numbers)])
            .Distinct()
            .ToArray();
        foreach (var layout in layouts)
        {
            yield return new(VerbsOf(layout, closed), !channel.IsKeyed, (time, v) =>
            {
                var numbers = channel.At(time).Numbers;
                if (layouts.Length == 1 || PointLayout.Of(numbers) == layout)
                {
                    Write(numbers, closed, v);
                }
            }) { Shows = layouts.Length == 1 ? null : time => PointLayout.Of(channel.At(time).Numbers) == layout };
        }
    }

    /// <summary>The box around all points and handles at a moment.</summary>
    public static Box BoxOf(Value value, bool closed)
    {
        var numbers = value.Numbers;
        var verbs = VerbsOf(PointLayout.Of(numbers), closed);
        var v = new float[Shape.Count(verbs)];
        Write(numbers, closed, v);
        return CurveBounds.Of(verbs, v);
    }

    /// <summary>A box as points without tangents, clockwise from its top left corner.</summary>
    public static Value Box(double left, double top, double right, double bottom) => Of([(left, top), (right, top), (right, bottom), (left, bottom)]);

    /// <summary>Points without tangents, as one contour.</summary>
    public static Value Of(params (double X, double Y)[] points) => Value.Of(new NumberList([.. points.SelectMany(p => new[] { p.X, p.Y, 0, 0, 0, 0, 0 })]));

    /// <summary>A shape as points with tangents. A closed contour among open ones ends on a point where it begins.</summary>
    /// <returns>The points, and whether each contour is closed.</returns>
    public static (Value Points, bool IsClosed) Of(ShapePath path)
    {
        var contours = path.Contours();
        var closed = contours.Count > 0 && contours.All(c => c.IsClosed);
        var numbers = new List<double>();
        foreach (var contour in contours)
        {
            // Pieces of no length would be corners of their own, which lines go round.
            var pieces = contour.Pieces.Where((_, i) => contour.RangeOf(i) is var (begin, end) && end - begin > Nothing).ToArray();
            var curves = pieces.SelectMany(p => ShapePath.Cubics(p).Select(c => (Curve: c, IsStraight: p is LineCurve))).ToList();
            if (curves.Count == 0)
            {
                continue;
            }
            // The last one of a closed contour comes back to the first point.
            var count = closed ? curves.Count : curves.Count + 1;
            for (var i = 0; i < count; i++)
            {
                var (before, after) = (
                    i > 0 ? curves[i - 1]
                    : closed ? curves[^1]
                    : default,
                    i < curves.Count ? curves[i] : default
                );
                var at = after.Curve?.A ?? before.Curve.D;
                static double Round(double number) => Math.Round(number, 4);
                var (inX, inY) = before.Curve is null || before.IsStraight ? (0, 0) : (before.Curve.C.X - at.X, before.Curve.C.Y - at.Y);
                var (outX, outY) = after.Curve is null || after.IsStraight ? (0, 0) : (after.Curve.B.X - at.X, after.Curve.B.Y - at.Y);
                numbers.AddRange([Round(at.X), Round(at.Y), Round(inX), Round(inY), Round(outX), Round(outY), i == 0 && numbers.Count > 0 ? 1 : 0]);
            }
        }
        return (Value.Of(new NumberList([.. numbers])), closed);
    }

    private static string VerbsOf(string layout, bool closed) =>
        string.Concat(
            layout
                .Split(' ')
                .Select(c =>
                {
                    var count = int.Parse(c, System.Globalization.CultureInfo.InvariantCulture);
                    return closed ? $"M{new string('C', count)}Z" : $"M{new string('C', Math.Max(0, count - 1))}";
                })
        );

    private static void Write(NumberList n, bool closed, Span<float> v)
    {
        var (at, start) = (0, 0);
        for (var i = 0; i < n.Count; i += Stride)
        {
            if (i > start && n[i + 6] >= 0.5)
            {
                if (closed)
                {
                    Curve(n, i - Stride, start, v[at..]);
                    at += 6;
                }
                start = i;
            }
            if (i == start)
            {
                (v[at], v[at + 1]) = ((float)n[i], (float)n[i + 1]);
                at += 2;
                continue;
            }
            Curve(n, i - Stride, i, v[at..]);
            at += 6;
        }
        if (closed && n.Count > 0)
        {
            Curve(n, n.Count - Stride, start, v[at..]);
        }
    }

    private static void Curve(NumberList n, int a, int b, Span<float> v)
    {
        var (ax, ay, bx, by) = (n[a], n[a + 1], n[b], n[b + 1]);
        var (ox, oy, ix, iy) = (n[a + 4], n[a + 5], n[b + 2], n[b + 3]);
        if (ox == 0 && oy == 0 && ix == 0 && iy == 0)
        {
            // A straight line whose parameter runs evenly.
            (ox, oy, ix, iy) = ((bx - ax) / 3, (by - ay) / 3, (ax - bx) / 3, (ay - by) / 3);
        }
        (v[0], v[1], v[2], v[3], v[4], v[5]) = ((float)(ax + ox), (float)(ay + oy), (float)(bx + ix), (float)(by + iy), (float)bx, (float)by);
    }
}
