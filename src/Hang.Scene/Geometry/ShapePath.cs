namespace Hang.Scene.Geometry;

/// <summary>A shape at one moment: verbs and their coordinates, see <see cref="Shape"/>.</summary>
public sealed class ShapePath(string verbs, float[] numbers)
{
    public static ShapePath Nothing { get; } = new("", []);

    public string Verbs => verbs;

    /// <summary>Not to be changed.</summary>
    public float[] Numbers => numbers;

    public bool IsNothing => verbs.Length == 0;

    /// <summary>Of numbers whose verbs may stand among them, see <see cref="Shape.Any"/>.</summary>
    public static ShapePath Of(string verbs, ReadOnlySpan<float> numbers) => verbs == Shape.Any ? Shape.Expand(numbers) : new(verbs, numbers.ToArray());

    public static ShapePath Of(Outline outline)
    {
        var (letters, coordinates) = (new System.Text.StringBuilder(), new List<float>());
        for (var i = 0; i < outline.Commands.Length; )
        {
            var verb = (int)outline.Commands[i++];
            letters.Append(
                verb switch
                {
                    Outline.Move => 'M',
                    Outline.Line => 'L',
                    Outline.Quadratic => 'Q',
                    Outline.Cubic => 'C',
                    _ => 'Z',
                }
            );
            for (var end = i + Outline.Count(verb); i < end; i++)
            {
                coordinates.Add(outline.Commands[i]);
            }
        }
        return new(letters.ToString(), [.. coordinates]);
    }

    /// <summary>All shapes as one.</summary>
    public static ShapePath Of(IReadOnlyCollection<ShapePath> shapes) =>
        new(string.Concat(shapes.Select(s => s.Verbs)), [.. shapes.SelectMany(s => s.Numbers)]);

    public ShapePath Map(Matrix matrix)
    {
        var mapped = numbers.ToArray();
        Shape.Map(verbs, mapped, (x, y) =>
        {
            var p = matrix.Map(new Point(x, y));
            return ((float)p.X, (float)p.Y);
        });
        return new(verbs, mapped);
    }

    /// <summary>Its contours as curves.</summary>
    public IReadOnlyList<Contour> Contours()
    {
        var (contours, pieces) = (new List<Contour>(), new List<ICurve>());
        Point start = default,
            here = default;
        var at = 0;
        void End(bool isClosed)
        {
            if (pieces.Count > 0)
            {
                contours.Add(new([.. pieces], isClosed));
                pieces.Clear();
            }
        }
        foreach (var verb in verbs)
        {
            Point P(int i) => new(numbers[at + i], numbers[at + i + 1]);
            var before = here;
            switch (verb)
            {
                case 'M':
                    End(false);
                    here = start = P(0);
                    break;
                case 'L':
                    here = P(0);
                    pieces.Add(new LineCurve(before, here));
                    break;
                case 'Q':
                    here = P(2);
                    pieces.Add(new ConicCurve(before, P(0), here, 1));
                    break;
                case 'K':
                    here = P(2);
                    pieces.Add(numbers[at + 4] == 0 ? new LineCurve(before, here) : new ConicCurve(before, P(0), here, numbers[at + 4]));
                    break;
                case 'C':
                    here = P(4);
                    pieces.Add(new CubicCurve(before, P(0), P(2), here));
                    break;
                default:
                    if (Far(here, start))
                    {
                        pieces.Add(new LineCurve(here, start));
                    }
                    here = start;
                    End(true);
                    break;
            }
            at += Shape.Count(verb);
        }
        End(false);
        return contours;
    }

    public Course Course() => new(Contours());

    /// <summary>The box around the curves themselves.</summary>
    public Box Bounds()
    {
        if (IsNothing)
        {
            return Box.Empty;
        }
        var (letters, coordinates) = (new System.Text.StringBuilder(), new List<float>());
        foreach (var contour in Contours())
        {
            var first = contour.Pieces[0].At(0);
            letters.Append('M');
            coordinates.AddRange([(float)first.X, (float)first.Y]);
            foreach (var cubic in contour.Pieces.SelectMany(Cubics))
            {
                letters.Append('C');
                coordinates.AddRange([(float)cubic.B.X, (float)cubic.B.Y, (float)cubic.C.X, (float)cubic.C.Y, (float)cubic.D.X, (float)cubic.D.Y]);
            }
        }
        return CurveBounds.Of(letters.ToString(), coordinates.ToArray());
    }

    /// <summary>A piece as cubic curves.</summary>
    public static IEnumerable<CubicCurve> Cubics(ICurve piece) =>
        piece switch
        {
            CubicCurve cubic => [cubic],
            ConicCurve { Weight: 1 } q =>
            [
                new(
                    q.A,
                    new(q.A.X + (q.B.X - q.A.X) * 2 / 3, q.A.Y + (q.B.Y - q.A.Y) * 2 / 3),
                    new(q.C.X + (q.B.X - q.C.X) * 2 / 3, q.C.Y + (q.B.Y - q.C.Y) * 2 / 3),
                    q.C
                ),
            ],
            ConicCurve conic => conic.AsCubics(),
            LineCurve line => [new(line.A, line.At(1 / 3.0), line.At(2 / 3.0), line.B)],
            _ => throw new ArgumentOutOfRangeException(nameof(piece)),
        };

    private static bool Far(Point a, Point b) => Math.Abs(a.X - b.X) > 1e-4 || Math.Abs(a.Y - b.Y) > 1e-4;
}
