using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Scene.Registry;
using Hang.Scene.Values;

namespace Hang.Core.Contents;

/// <summary>
/// The slanted edges of a plate: light on the sides that face the light, dark on those that are turned away, by the cosine of the angle between (Lambert's
/// law, common practice in shading).
/// </summary>
internal static class Bevel
{
    private const string Part = "Bevel";

    public static readonly ValueSpec Width = new("bevel", "Bevel", NumbersKind.Number, "px", new(0), "Width of the slanted edges; 0: none.")
    {
        Part = Part,
        Least = 0,
        Most = 2000,
        Signs = ["W"],
    };

    public static readonly ValueSpec Strength = new("bevelStrength", "Strength", NumbersKind.Number, "", new(0.5), "How light and how dark they get.")
    {
        Part = Part,
        Least = 0,
        Most = 1,
        Factor = 100,
        Signs = ["◐"],
    };

    public static readonly ValueSpec Light = new(
        "bevelLight",
        "Light from",
        NumbersKind.Number,
        "°",
        new(-120),
        "Where the light comes from, unless there is a lamp: degrees clockwise from the right."
    )
    {
        Part = Part,
        Signs = ["∠"],
    };

    public static ValueSpec[] Specs => [Width, Strength, Light];

    public static bool IsThere(ValueSet values) => values[Width].IsKeyed || values[Width].Constant.X > 0;

    /// <param name="lamp">Where a lamp's light comes from, which then counts; null where there can be none.</param>
    public static void Write(StripWriter writer, ValueSet values, PlateShape shape, Func<double, double?>? lamp)
    {
        if (!IsThere(values))
        {
            return;
        }
        var (width, strength, light) = (values[Width], values[Strength], values[Light]);
        if (!shape.IsSharp)
        {
            // What stands out of a round corner is cut off.
            writer.Add(Ops.Place, [], [], 0, true, (_, v) => (v[0], v[3], v[6]) = (1, 1, 1));
            writer.Clip(new(shape.Verbs, shape.IsSteady, shape.Write), false);
        }
        var steady = lamp is null && shape.IsSteady && !width.IsKeyed && !strength.IsKeyed && !light.IsKeyed;
        var count = shape.CornerCount;
        for (var i = 0; i < count; i++)
        {
            var side = i;
            writer.Add(Ops.Fill, [], [Shape.Box, "nonzero", "solid", "0"], Shape.Count(Shape.Box), steady, (time, v) =>
            {
                Span<Point> outer = stackalloc Point[count];
                Span<Point> inner = stackalloc Point[count];
                shape.WriteCorners(time, outer);
                Inset(outer, Math.Max(0, width.NumberAt(time)), inner);
                var (a, b) = (outer[side], outer[(side + 1) % count]);
                var length = Math.Sqrt((b.X - a.X) * (b.X - a.X) + (b.Y - a.Y) * (b.Y - a.Y));
                var (sin, cos) = Math.SinCos((lamp?.Invoke(time) ?? light.NumberAt(time)) * Math.PI / 180);
                // Clockwise on a screen, what is outside lies to the left of the way: (dy, -dx).
                var facing = length > 0 ? ((b.Y - a.Y) * cos - (b.X - a.X) * sin) / length : 0;
                var shade = facing > 0 ? 1 : 0f;
                (v[0], v[1], v[2], v[3]) = (shade, shade, shade, (float)(Math.Abs(facing) * Math.Clamp(strength.NumberAt(time), 0, 1)));
                var more = v[Ops.Fill.More.At..];
                Put(more, 0, a);
                Put(more, 1, b);
                Put(more, 2, inner[(side + 1) % count]);
                Put(more, 3, inner[side]);
            });
        }
        if (!shape.IsSharp)
        {
            writer.Close();
        }
    }

    /// <summary>Where the edges of a shape meet when each is moved inwards, no further than to its middle.</summary>
    private static void Inset(ReadOnlySpan<Point> outer, double by, Span<Point> inner)
    {
        var (x, y, count) = (0.0, 0.0, outer.Length);
        foreach (var p in outer)
        {
            (x, y) = (x + p.X / count, y + p.Y / count);
        }
        for (var i = 0; i < count; i++)
        {
            var (before, here, after) = (outer[(i + count - 1) % count], outer[i], outer[(i + 1) % count]);
            var (u, v) = (Unit(before, here), Unit(here, after));
            var cross = u.X * v.Y - u.Y * v.X;
            if (Math.Abs(cross) < 1e-9)
            {
                // Along a straight edge the way inwards is square to it.
                inner[i] = new(here.X - by * u.Y, here.Y + by * u.X);
                continue;
            }
            // Both edges moved by the same distance meet on the line that halves the corner.
            var moved = new Point(here.X + by * (v.X - u.X) / cross, here.Y + by * (v.Y - u.Y) / cross);
            var (toMiddle, toMoved) = (Math.Pow(x - here.X, 2) + Math.Pow(y - here.Y, 2), Math.Pow(moved.X - here.X, 2) + Math.Pow(moved.Y - here.Y, 2));
            inner[i] = toMoved > toMiddle ? new(x, y) : moved;
        }
    }

    private static Point Unit(Point a, Point b)
    {
        var length = Math.Sqrt((b.X - a.X) * (b.X - a.X) + (b.Y - a.Y) * (b.Y - a.Y));
        return length > 0 ? new((b.X - a.X) / length, (b.Y - a.Y) / length) : default;
    }

    private static void Put(Span<float> v, int index, Point p) => (v[2 * index], v[2 * index + 1]) = ((float)p.X, (float)p.Y);
}
