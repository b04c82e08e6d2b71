using Hang.Scene.Geometry;
using SkiaSharp;

namespace Hang.Paint.Shaping;

/// <summary>Areas of shapes combined by Skia, which keeps their curves.</summary>
public sealed class ShapeCombiner : IShapeCombiner
{
    public ShapePath Combine(IReadOnlyList<(ShapePath Path, string Rule)> shapes, Combining how)
    {
        if (shapes.Count == 0)
        {
            return ShapePath.Nothing;
        }
        var whole = PathOf(shapes[0].Path, shapes[0].Rule);
        try
        {
            if (shapes.Count == 1)
            {
                // One shape alone: what crosses itself becomes its edge.
                using var simple = new SKPath();
                return whole.Simplify(simple) ? ShapeOf(simple) : ShapeOf(whole);
            }
            foreach (var (path, rule) in shapes.Skip(1))
            {
                using var other = PathOf(path, rule);
                var next = whole.Op(
                    other,
                    how switch
                    {
                        Combining.Unite => SKPathOp.Union,
                        Combining.Cut => SKPathOp.Difference,
                        Combining.Overlap => SKPathOp.Intersect,
                        _ => SKPathOp.Xor,
                    }
                );
                if (next is not null)
                {
                    whole.Dispose();
                    whole = next;
                }
            }
            return ShapeOf(whole);
        }
        finally
        {
            whole.Dispose();
        }
    }

    private static SKPath PathOf(ShapePath shape, string rule)
    {
        using var builder = new SKPathBuilder();
        var n = shape.Numbers;
        var i = 0;
        foreach (var verb in shape.Verbs)
        {
            Paths.PathShelf.Add(builder, verb, n.AsSpan(i));
            i += Shape.Count(verb);
        }
        var path = builder.Detach();
        path.FillType = rule == "evenodd" ? SKPathFillType.EvenOdd : SKPathFillType.Winding;
        return path;
    }

    private static ShapePath ShapeOf(SKPath path)
    {
        var (verbs, numbers) = (new System.Text.StringBuilder(), new List<float>());
        using var each = path.CreateRawIterator();
        var points = new SKPoint[4];
        for (var verb = each.Next(points); verb != SKPathVerb.Done; verb = each.Next(points))
        {
            var (letter, from, to) = verb switch
            {
                SKPathVerb.Move => ('M', 0, 1),
                SKPathVerb.Line => ('L', 1, 2),
                SKPathVerb.Quad => ('Q', 1, 3),
                SKPathVerb.Conic => ('K', 1, 3),
                SKPathVerb.Cubic => ('C', 1, 4),
                _ => ('Z', 0, 0),
            };
            verbs.Append(letter);
            for (var i = from; i < to; i++)
            {
                numbers.AddRange([points[i].X, points[i].Y]);
            }
            if (letter == 'K')
            {
                numbers.Add(each.ConicWeight());
            }
        }
        return new(verbs.ToString(), [.. numbers]);
    }
}
