using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>
/// What hides all that lies behind it: a shape of straight sides, in colours that let nothing through, which reaches beyond all that can be seen.
/// What lies behind need not be painted.
/// </summary>
internal static class Covering
{
    /// <summary>How far beyond the edge of what is seen it must reach, in pixels: its own edge is soft.</summary>
    private const double Beyond = 1;

    /// <summary>The number of the last node that hides all behind it; -1 when none does.</summary>
    /// <param name="device">From the scene to pixels.</param>
    /// <param name="seen">Pixels that can be seen.</param>
    public static int Last(ReadOnlySpan<DrawNode> nodes, SKMatrix device, SKRectI seen)
    {
        var box = new Box(seen.Left - Beyond, seen.Top - Beyond, seen.Right + Beyond, seen.Bottom + Beyond);
        var start = new Matrix(device.ScaleX, device.SkewY, device.SkewX, device.ScaleY, device.TransX, device.TransY);
        var (found, level) = (-1, 0);
        for (var i = 0; i < nodes.Length; i++)
        {
            // Within a group of others it hides what the group holds, not what lies behind that.
            if (level == 0 && nodes[i].Moments.Length == 0 && Covers(nodes[i], start, box))
            {
                found = i;
            }
            level += nodes[i].Strip.Opens;
        }
        return found;
    }

    private static bool Covers(DrawNode node, Matrix matrix, Box seen)
    {
        var row = node.Values;
        foreach (var op in node.Strip.Ops)
        {
            var v = row[op.At..];
            if (op.Kind.Does.HasFlag(Does.Moves))
            {
                if (v[Ops.Place.Opacity] < 1)
                {
                    return false;
                }
                var m = Ops.Place.Matrix.Of(v);
                matrix *= new Matrix(m[0], m[1], m[2], m[3], m[4], m[5]);
            }
            else if (op.Kind.Does.HasFlag(Does.Mixes))
            {
                if (op.Mixing != Mixing.Normal || v[Ops.Group.Opacity] < 1 || op.HasActingSteps(v))
                {
                    return false;
                }
            }
            else if (op.Kind.Does.HasFlag(Does.Fills))
            {
                return op.Takes.IsEmpty && op.Shape!.Verbs == Shape.Box && IsOpaque(op, v) && Holds(v.Slice(Ops.Fill.More + op.StopNumbers, 8), matrix, seen);
            }
            else if (!op.Kind.Does.HasFlag(Does.Marks))
            {
                return false;
            }
        }
        return false;
    }

    private static bool IsOpaque(Op fill, ReadOnlySpan<float> v)
    {
        if (fill.Ink!.Type == PaintType.Solid)
        {
            return Ops.Fill.Colour.Of(v)[3] >= 1;
        }
        for (var i = 0; i < fill.Ink.Stops; i++)
        {
            if (v[Ops.Fill.More + 5 * i + 4] < 1)
            {
                return false;
            }
        }
        return true;
    }

    /// <summary>True when four corners in a row around a shape without dents hold a box.</summary>
    private static bool Holds(ReadOnlySpan<float> corners, Matrix matrix, Box box)
    {
        Span<Point> p = stackalloc Point[4];
        for (var i = 0; i < 4; i++)
        {
            p[i] = matrix.Map(new Point(corners[2 * i], corners[2 * i + 1]));
        }
        if (p[0].X == p[3].X && p[1].X == p[2].X && p[0].Y == p[1].Y && p[2].Y == p[3].Y)
        {
            // The edges of an upright box are exact: they may lie on those of what is seen.
            var (left, right) = (Math.Min(p[0].X, p[1].X), Math.Max(p[0].X, p[1].X));
            var (top, bottom) = (Math.Min(p[0].Y, p[3].Y), Math.Max(p[0].Y, p[3].Y));
            return left <= box.Left + Beyond && top <= box.Top + Beyond && right >= box.Right - Beyond && bottom >= box.Bottom - Beyond;
        }
        ReadOnlySpan<Point> seen = [new(box.Left, box.Top), new(box.Right, box.Top), new(box.Right, box.Bottom), new(box.Left, box.Bottom)];
        double sign = 0;
        for (var i = 0; i < 4; i++)
        {
            var (a, b) = (p[i], p[(i + 1) % 4]);
            foreach (var corner in seen)
            {
                var side = (b.X - a.X) * (corner.Y - a.Y) - (b.Y - a.Y) * (corner.X - a.X);
                sign = sign == 0 ? side : sign;
                if (!(side * sign > 0))
                {
                    return false;
                }
            }
        }
        return true;
    }
}
