using Hang.Scene.Geometry;

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
        const int x = 4,
            y = 5;
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

    /// <summary>How far a group's steps carry what is in it.</summary>
    public static Reach ReachOf(Op group, ReadOnlySpan<float> row)
    {
        var reach = default(Reach);
        foreach (var op in group.Steps)
        {
            var v = row[op.At..];
            reach += v[StepKind.On] == 0 ? default : ((StepKind)op.Kind).Reach(v);
        }
        return reach;
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
                    skipping += op.Kind.Levels;
                }
                else if (op.Kind.Does.HasFlag(Does.Moves))
                {
                    Place(row.Slice(op.At, Ops.Place.RowSize(0)));
                }
                else if (op.Kind.Does.HasFlag(Does.Mixes))
                {
                    Group(op, memory);
                }
                else if (op.Kind.Levels < 0)
                {
                    End();
                }
                else if (op.Kind.Does.HasFlag(Does.Clips))
                {
                    Clip(strip, op, row);
                }
                else if (op.Kind.Does.HasFlag(Does.Paints))
                {
                    var painted = op.Kind.Touches(strip, op, row[op.At..]);
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
            if (row[op.Offset(Ops.Group.Opacity)] <= 0)
            {
                skipping = 1;
                return;
            }
            if (row[op.Offset(Ops.Group.On)] == 0)
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
            Put(row, group.Offset(Ops.Group.Bounds), inside);
            Content = level.Content;
            if (inside.IsEmpty)
            {
                Put(row, group.Offset(Ops.Group.Reach), Box.Empty);
                return;
            }
            var reach = ReachOf(group, row);
            Put(row, group.Offset(Ops.Group.Reach), new(reach.Left, reach.Top, reach.Right, reach.Bottom));
            if (group.Mixing is Mixing.CutTo or Mixing.CutOut or Mixing.Onto)
            {
                // It takes away, or lies on what is there.
                return;
            }
            var grown = new Box(inside.Left - reach.Left, inside.Top - reach.Top, inside.Right + reach.Right, inside.Bottom + reach.Bottom);
            Touch(own is { } c ? c.Intersect(grown) : grown);
        }

        private void Clip(Strip strip, Op op, ReadOnlySpan<float> row)
        {
            if (row[op.Offset(Ops.Clip.On)] != 0 && !op.Shape!.IsInverse)
            {
                var box = op.Kind.Touches(strip, op, row[op.At..]);
                own =
                    own is { } c ? c.Intersect(box)
                    : box.IsEmpty ? Box.Empty
                    : box;
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

        private static void Put(Span<float> row, int at, Box box) =>
            (row[at], row[at + 1], row[at + 2], row[at + 3]) = ((float)box.Left, (float)box.Top, (float)box.Right, (float)box.Bottom);
    }

    private readonly record struct Level(Op? Group, Memory<float> Row, Matrix Matrix, Box? Clip, Box? Own, Box Content);
}
