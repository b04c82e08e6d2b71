using Hang.Scene.Geometry;
using Hang.Scene.Typesetting;

namespace Hang.Scene.PaintList;

/// <summary>An entry of the paint list at a moment.</summary>
/// <param name="Row">Its numbers.</param>
/// <param name="Moments">For motion blur: rows whose pictures' mean is to be painted instead; else empty.</param>
public readonly record struct DrawNode(Strip Strip, Memory<float> Row, float[][] Moments)
{
    public ReadOnlySpan<float> Values => Row.Span;

    /// <summary>For a marked strip: the matrix from the layer's coordinates to the graphic's pixels.</summary>
    public Matrix Matrix
    {
        get
        {
            var v = Values;
            return new(v[0], v[1], v[2], v[3], v[4], v[5]);
        }
    }

    public bool SameAs(DrawNode other)
    {
        if (!ReferenceEquals(Strip, other.Strip) || Moments.Length != other.Moments.Length || !Values.SequenceEqual(other.Values))
        {
            return false;
        }
        for (var i = 0; i < Moments.Length; i++)
        {
            if (!Moments[i].AsSpan().SequenceEqual(other.Moments[i]))
            {
                return false;
            }
        }
        return true;
    }
}

/// <summary>
/// What a paint list can touch, found from the inside out. On the way every group gets the bounds of what is in it, which painters rely
/// on; they are never smaller than what is seen.
/// </summary>
public static class Touched
{
    /// <summary>Blurs reach this many standard deviations far.</summary>
    private const double Reach = 3;

    /// <summary>A miter joint reaches at most this far, as a multiple of the line's width, whatever the limit says.</summary>
    private const double MostMiter = 20;

    /// <summary>Copies along a vector lie between pixels: each doubling of them may touch one more.</summary>
    private const double Smeared = 12;

    /// <summary>The box that the nodes can touch, in the coordinates around them; the bounds of all their groups are written.</summary>
    public static Box By(ReadOnlySpan<DrawNode> nodes)
    {
        var walk = new Walk();
        for (var i = 0; i < nodes.Length; i++)
        {
            var node = nodes[i];
            if (node.Moments.Length == 0 || node.Strip.Opens != 0)
            {
                walk.Over(node.Strip, node.Row);
                continue;
            }
            if (walk.IsSkipping)
            {
                continue;
            }
            foreach (var moment in WithEnds(node.Moments))
            {
                walk.Over(node.Strip, moment);
            }
        }
        return walk.Content;
    }

    /// <summary>Moments are the middles of equal parts of the time: these and where it stands when that begins and ends.</summary>
    public static IEnumerable<float[]> WithEnds(float[][] moments)
    {
        const int x = 4, y = 5;
        float[] Beyond(float[] end, float[] next)
        {
            var row = (float[])end.Clone();
            row[x] -= (next[x] - end[x]) / 2;
            row[y] -= (next[y] - end[y]) / 2;
            return row;
        }
        return moments.Length < 2 ? moments : moments.Append(Beyond(moments[0], moments[1])).Append(Beyond(moments[^1], moments[^2]));
    }

    /// <summary>The box that one strip at one moment can touch.</summary>
    public static Box By(Strip strip, Memory<float> row)
    {
        var walk = new Walk();
        walk.Over(strip, row);
        return walk.Content;
    }

    /// <summary>How far a group's steps carry what is in it: to the left, top, right and bottom.</summary>
    public static (double Left, double Top, double Right, double Bottom) ReachOf(Op group, ReadOnlySpan<float> row)
    {
        double left = 0, top = 0, right = 0, bottom = 0;
        foreach (var step in group.Steps)
        {
            if (row[step.Offset("on")] == 0)
            {
                continue;
            }
            if (step.Kind == Ops.Soften)
            {
                var at = step.Offset("sigma");
                var (x, y) = (Reach * row[at] + 1, Reach * row[at + 1] + 1);
                (left, top, right, bottom) = (left + x, top + y, right + x, bottom + y);
            }
            else if (step.Kind == Ops.Cast)
            {
                var (at, sigma) = (step.Offset("offset"), step.Offset("sigma"));
                var grow = Math.Max(0, row[step.Offset("grow")]);
                var (x, y) = (Reach * row[sigma] + grow + 1, Reach * row[sigma + 1] + grow + 1);
                (left, top, right, bottom) = (left + Math.Max(0, x - row[at]), top + Math.Max(0, y - row[at + 1]), right + Math.Max(0, x + row[at]), bottom + Math.Max(0, y + row[at + 1]));
            }
            else if (step.Kind == Ops.Streak)
            {
                var at = step.Offset("offset");
                var (x, y) = (Math.Abs(row[at]) / 2 + Smeared, Math.Abs(row[at + 1]) / 2 + Smeared);
                (left, top, right, bottom) = (left + x, top + y, right + x, bottom + y);
            }
            else if (step.Kind == Ops.Bend)
            {
                var by = Math.Abs(row[step.Offset("height")]) + 2;
                (left, top, right, bottom) = (left + by, top + by, right + by, bottom + by);
            }
            else if (step.Kind == Ops.Blocks)
            {
                var at = step.Offset("size");
                (left, top, right, bottom) = (left + row[at] + 1, top + row[at + 1] + 1, right + row[at] + 1, bottom + row[at + 1] + 1);
            }
            else if (step.Kind == Ops.Trail)
            {
                var at = step.Offset("offset");
                (left, top, right, bottom) = (left + Math.Max(0, -row[at]) + Smeared, top + Math.Max(0, -row[at + 1]) + Smeared, right + Math.Max(0, row[at]) + Smeared, bottom + Math.Max(0, row[at + 1]) + Smeared);
            }
        }
        return (left, top, right, bottom);
    }

    /// <summary>What an operation that paints can touch, in its own coordinates.</summary>
    private static Box Painted(Strip strip, Op op, ReadOnlySpan<float> row)
    {
        if (op.Kind == Ops.Glyphs)
        {
            var unit = row[op.Offset("unit")];
            var box = ((GlyphRun)strip.Resources[op.Takes[0]]).Bounds(row[op.Offset("tracking")], row[op.Offset("leading")]);
            return new(box.Left * unit, box.Top * unit, box.Right * unit, box.Bottom * unit);
        }
        if (op.Kind == Ops.Picture)
        {
            var at = op.Offset("target");
            return new(row[at], row[at + 1], row[at + 2], row[at + 3]);
        }
        if (op.Kind == Ops.Warp)
        {
            return Points(row.Slice(op.Offset("more"), op.Each));
        }
        var shape = ShapeOf(strip, op, row);
        if (op.Kind != Ops.Stroke)
        {
            return shape;
        }
        var width = row[op.Offset("width")];
        var reach = width / 2 * (op.Word("join") == "miter" ? Math.Clamp(row[op.Offset("miter")], 1, MostMiter) : 1) * (op.Word("cap") == "square" ? 1.5 : 1) + 1;
        return new(shape.Left - reach, shape.Top - reach, shape.Right + reach, shape.Bottom + reach);
    }

    private static Box ShapeOf(Strip strip, Op op, ReadOnlySpan<float> row)
    {
        if (!op.Takes.IsEmpty)
        {
            return ((Outline)strip.Resources[op.Takes[0]]).Bounds;
        }
        var stops = op.Kind == Ops.Clip ? 0 : 5 * int.Parse(op.Word("stops"), System.Globalization.CultureInfo.InvariantCulture);
        return Shape.Bounds(op.Word("verbs"), row.Slice(op.Offset("more") + stops, op.Each - stops));
    }

    private static Box Points(ReadOnlySpan<float> points)
    {
        var (l, t, r, b) = (double.PositiveInfinity, double.PositiveInfinity, double.NegativeInfinity, double.NegativeInfinity);
        for (var i = 0; i + 1 < points.Length; i += 2)
        {
            (l, t, r, b) = (Math.Min(l, points[i]), Math.Min(t, points[i + 1]), Math.Max(r, points[i]), Math.Max(b, points[i + 1]));
        }
        return l <= r ? new(l, t, r, b) : Box.Empty;
    }

    /// <summary>A walk along a paint list, and where it has got to.</summary>
    private sealed class Walk
    {
        private readonly Stack<Level> levels = new();

        /// <summary>From the coordinates here to those of the innermost group, or of the whole.</summary>
        private Matrix matrix = Matrix.Identity;
        private Box? clip;

        /// <summary>Clips of this level, in its own coordinates: turned with it they would let more through.</summary>
        private Box? own;

        /// <summary>Levels that are passed over because nothing of them shows.</summary>
        private int skipping;

        /// <summary>What has been touched in the innermost group, or in the whole.</summary>
        public Box Content { get; private set; } = Box.Empty;

        public bool IsSkipping => skipping > 0;

        public void Over(Strip strip, Memory<float> memory)
        {
            var row = memory.Span;
            foreach (var op in strip.Ops)
            {
                if (skipping > 0)
                {
                    skipping += op.Kind == Ops.Place || op.Kind == Ops.Group ? 1 : op.Kind == Ops.End ? -1 : 0;
                }
                else if (op.Kind == Ops.Place)
                {
                    Place(row.Slice(op.At, Ops.Place.Size(0)));
                }
                else if (op.Kind == Ops.Group)
                {
                    Group(op, memory);
                }
                else if (op.Kind == Ops.End)
                {
                    End();
                }
                else if (op.Kind == Ops.Clip)
                {
                    Clip(strip, op, row);
                }
                else if (op.Kind != Ops.Mark)
                {
                    var painted = Painted(strip, op, row);
                    Touch(own is { } c ? c.Intersect(painted) : painted);
                }
            }
        }

        private void Place(ReadOnlySpan<float> v)
        {
            if (v[6] <= 0)
            {
                skipping = 1;
                return;
            }
            levels.Push(new(null, default, matrix, clip, own, Box.Empty));
            Outward();
            matrix *= new Matrix(v[0], v[1], v[2], v[3], v[4], v[5]);
        }

        /// <summary>The clips of this level as one in the coordinates of the group, for a level within.</summary>
        private void Outward()
        {
            if (own is { } c)
            {
                var mapped = c.IsEmpty ? Box.Empty : matrix.Map(c);
                (clip, own) = (clip is { } outer ? outer.Intersect(mapped) : mapped, null);
            }
        }

        private void Group(Op op, Memory<float> memory)
        {
            var row = memory.Span;
            if (row[op.Offset("opacity")] <= 0)
            {
                skipping = 1;
                return;
            }
            if (row[op.Offset("on")] == 0)
            {
                levels.Push(new(null, default, matrix, clip, own, Box.Empty));
                return;
            }
            levels.Push(new(op, memory, matrix, clip, own, Content));
            (matrix, clip, own, Content) = (Matrix.Identity, null, null, Box.Empty);
        }

        private void End()
        {
            // Strips that are looked at alone may close levels of others.
            if (!levels.TryPop(out var level))
            {
                return;
            }
            (matrix, clip, own) = (level.Matrix, level.Clip, level.Own);
            if (level.Group is not { } group)
            {
                return;
            }
            var row = level.Row.Span;
            var inside = Content;
            Put(row, group.Offset("bounds"), inside);
            Content = level.Content;
            if (inside.IsEmpty)
            {
                Put(row, group.Offset("reach"), Box.Empty);
                return;
            }
            var reach = ReachOf(group, row);
            Put(row, group.Offset("reach"), new(reach.Left, reach.Top, reach.Right, reach.Bottom));
            if (group.Word("blend") is "cutTo" or "cutOut" or "onto")
            {
                // It takes away, or lies on what is there.
                return;
            }
            var grown = new Box(inside.Left - reach.Left, inside.Top - reach.Top, inside.Right + reach.Right, inside.Bottom + reach.Bottom);
            Touch(own is { } c ? c.Intersect(grown) : grown);
        }

        private void Clip(Strip strip, Op op, ReadOnlySpan<float> row)
        {
            if (row[op.Offset("on")] != 0 && op.Word("inverse") != "yes")
            {
                var box = ShapeOf(strip, op, row);
                own = own is { } c ? c.Intersect(box) : box.IsEmpty ? Box.Empty : box;
            }
        }

        /// <param name="box">In the coordinates of this level.</param>
        private void Touch(Box box)
        {
            if (!box.IsEmpty)
            {
                var mapped = matrix.Map(box);
                Content = Content.Union(clip is { } c ? c.Intersect(mapped) : mapped);
            }
        }

        private static void Put(Span<float> row, int at, Box box) => (row[at], row[at + 1], row[at + 2], row[at + 3]) = ((float)box.Left, (float)box.Top, (float)box.Right, (float)box.Bottom);
    }

    private readonly record struct Level(Op? Group, Memory<float> Row, Matrix Matrix, Box? Clip, Box? Own, Box Content);
}
