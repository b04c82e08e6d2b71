using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Registry;

namespace Hang.Core.Contents;

/// <summary>The outline of a plate: a box with corners, points at its sides, and a lean.</summary>
internal sealed class PlateShape
{
    /// <summary>A box with rounded corners and a point in the middle of its right and left sides.</summary>
    private const string Pointed = "MLKLLKLKLLKZ";

    private readonly Func<double, Box> boxAt;
    private readonly Channel corners,
        lean,
        tips;
    private readonly bool isPlain,
        isPointed,
        isCut,
        leans;

    public PlateShape(ValueSet values, Func<double, Box> boxAt, bool hasSteadyBox)
    {
        this.boxAt = boxAt;
        (corners, lean, tips) = (values[Plate.Corners], values[Plate.Lean], values[Plate.Tips]);
        isPointed = tips.IsKeyed || tips.Constant != default;
        // Corners that are never round need no curves.
        isPlain = !isPointed && !corners.IsKeyed && corners.Constant == default;
        leans = lean.IsKeyed || lean.Constant != default;
        isCut = values[Plate.Cut].Constant.X == 1;
        IsSteady = hasSteadyBox && !corners.IsKeyed && !lean.IsKeyed && !tips.IsKeyed;
        Verbs =
            isPlain ? Shape.Box
            : isPointed ? Pointed
            : Shape.RoundedBox;
    }

    public string Verbs { get; }

    /// <summary>True when it is the same at every moment.</summary>
    public bool IsSteady { get; }

    /// <summary>True when nothing of it is round or cut.</summary>
    public bool IsSharp => isPlain || (!corners.IsKeyed && corners.Constant == default);

    public void Write(double time, Span<float> v)
    {
        var box = boxAt(time);
        if (isPlain)
        {
            Shape.WriteBox(box, v);
        }
        else
        {
            var c = corners.At(time);
            var (a, b, d, e) = (Math.Max(0, c.X), Math.Max(0, c.Y), Math.Max(0, c.Z), Math.Max(0, c.W));
            if (isPointed)
            {
                WritePointed(box, a, b, d, e, tips.PointAt(time), v);
            }
            else
            {
                Shape.WriteRoundedBox(box, a, b, d, e, v);
            }
            if (isCut)
            {
                Shape.Flatten(Verbs, v);
            }
        }
        if (leans)
        {
            var by = lean.PointAt(time);
            Shape.Map(Verbs, v, (x, y) => Leaning(box, by, x, y));
        }
    }

    /// <summary>How many corners <see cref="WriteCorners"/> writes.</summary>
    public int CornerCount => isPointed ? 6 : 4;

    /// <summary>The corners of the leaning box and the points of its sides, clockwise from the top left.</summary>
    public void WriteCorners(double time, Span<Point> to)
    {
        var (box, by, reach) = (boxAt(time), lean.PointAt(time), tips.PointAt(time));
        var middle = (box.Top + box.Bottom) / 2;
        if (isPointed)
        {
            (to[0], to[1], to[2], to[3], to[4], to[5]) = (
                new(box.Left, box.Top),
                new(box.Right, box.Top),
                new(box.Right + reach.Y, middle),
                new(box.Right, box.Bottom),
                new(box.Left, box.Bottom),
                new(box.Left - reach.X, middle)
            );
        }
        else
        {
            (to[0], to[1], to[2], to[3]) = (new(box.Left, box.Top), new(box.Right, box.Top), new(box.Right, box.Bottom), new(box.Left, box.Bottom));
        }
        for (var i = 0; i < CornerCount && leans; i++)
        {
            var (x, y) = Leaning(box, by, (float)to[i].X, (float)to[i].Y);
            to[i] = new(x, y);
        }
    }

    private static void WritePointed(in Box box, double topLeft, double topRight, double bottomRight, double bottomLeft, Point tips, Span<float> v)
    {
        Span<float> rounded = stackalloc float[Shape.Count(Shape.RoundedBox)];
        Shape.WriteRoundedBox(box, topLeft, topRight, bottomRight, bottomLeft, rounded);
        // M 2, L 2, K 5 lead round the top right corner; L 2, K 5, L 2, K 5 to the foot of the left side; L 2, K 5 back to the beginning.
        var middle = (float)((box.Top + box.Bottom) / 2);
        rounded[..9].CopyTo(v);
        (v[9], v[10]) = ((float)(box.Right + tips.Y), middle);
        rounded[9..23].CopyTo(v[11..]);
        (v[25], v[26]) = ((float)(box.Left - tips.X), middle);
        rounded[23..].CopyTo(v[27..]);
    }

    private static (float X, float Y) Leaning(in Box box, in Point by, float x, float y)
    {
        // Between the two sides the lean is between theirs.
        var here = box.Width > 0 ? by.X + (by.Y - by.X) * (x - box.Left) / box.Width : by.X;
        return (x + (float)(here * (box.Height > 0 ? 0.5 - (y - box.Top) / box.Height : 0)), y);
    }
}
