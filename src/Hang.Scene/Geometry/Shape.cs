namespace Hang.Scene.Geometry;

/// <summary>
/// Shapes given by numbers. Verbs: M move (x y), L line (x y), Q quadratic (x1 y1 x y), K conic (x1 y1 x y, weight), C cubic (x1 y1 x2 y2 x y), Z close.
/// </summary>
public static class Shape
{
    /// <summary>The weight with which a conic is a quarter of an ellipse: cos 45°.</summary>
    public const float Quarter = 0.70710677f;

    /// <summary>Verbs of a box.</summary>
    public const string Box = "MLLLZ";

    /// <summary>Verbs of a box with rounded corners.</summary>
    public const string RoundedBox = "MLKLKLKLKZ";

    /// <summary>Verbs of an ellipse.</summary>
    public const string Ellipse = "MKKKKZ";

    /// <summary>
    /// Verbs of a shape that is another at every moment: they stand among the numbers, each before its coordinates: 1 move, 2 line, 3 quadratic, 4 conic, 5
    /// cubic, 6 close, 0 the end.
    /// </summary>
    public const string Any = "*";

    private const string Codes = " MLQKCZ";

    /// <summary>Numbers that a shape takes as <see cref="Any"/>.</summary>
    public static int CountAsAny(ShapePath path) => path.Verbs.Length + path.Numbers.Length;

    /// <summary>Writes a shape as <see cref="Any"/>; what is left of the room is 0. A shape that has no room is left out.</summary>
    public static void WriteAny(ShapePath path, Span<float> to)
    {
        to.Clear();
        if (CountAsAny(path) > to.Length)
        {
            return;
        }
        var (at, from) = (0, 0);
        foreach (var verb in path.Verbs)
        {
            to[at++] = Codes.IndexOf(verb, StringComparison.Ordinal);
            var count = Count(verb);
            path.Numbers.AsSpan(from, count).CopyTo(to[at..]);
            (at, from) = (at + count, from + count);
        }
    }

    /// <summary>The shape that is written as <see cref="Any"/>.</summary>
    public static ShapePath Expand(ReadOnlySpan<float> numbers)
    {
        var (verbs, coordinates) = (new System.Text.StringBuilder(), new List<float>(numbers.Length));
        for (var at = 0; at < numbers.Length && numbers[at] > 0; )
        {
            var verb = Codes[(int)numbers[at++]];
            verbs.Append(verb);
            for (var end = at + Count(verb); at < end; at++)
            {
                coordinates.Add(numbers[at]);
            }
        }
        return new(verbs.ToString(), [.. coordinates]);
    }

    /// <summary>Numbers that a verb takes.</summary>
    public static int Count(char verb) =>
        verb switch
        {
            'M' or 'L' => 2,
            'Q' => 4,
            'K' => 5,
            'C' => 6,
            _ => 0,
        };

    /// <summary>Numbers that the verbs take together.</summary>
    public static int Count(string verbs) => verbs.Sum(Count);

    /// <summary>Writes the coordinates of <see cref="Box"/>.</summary>
    public static void WriteBox(in Box box, Span<float> to)
    {
        var (l, t, r, b) = ((float)box.Left, (float)box.Top, (float)box.Right, (float)box.Bottom);
        (to[0], to[1], to[2], to[3], to[4], to[5], to[6], to[7]) = (l, t, r, t, r, b, l, b);
    }

    /// <summary>Writes the coordinates of <see cref="RoundedBox"/>. Radii that overlap are reduced together (CSS Backgrounds 3, section 4.5).</summary>
    public static void WriteRoundedBox(in Box box, double topLeft, double topRight, double bottomRight, double bottomLeft, Span<float> to)
    {
        static double Fit(double side, double a, double b) => a + b > side ? side / (a + b) : 1;
        var fit = Math.Min(
            Math.Min(Fit(box.Width, topLeft, topRight), Fit(box.Width, bottomLeft, bottomRight)),
            Math.Min(Fit(box.Height, topLeft, bottomLeft), Fit(box.Height, topRight, bottomRight))
        );
        var (l, t, r, b) = ((float)box.Left, (float)box.Top, (float)box.Right, (float)box.Bottom);
        var (tl, tr, br, bl) = ((float)(topLeft * fit), (float)(topRight * fit), (float)(bottomRight * fit), (float)(bottomLeft * fit));
        ReadOnlySpan<float> all =
        [
            l + tl,
            t,
            r - tr,
            t,
            r,
            t,
            r,
            t + tr,
            Quarter,
            r,
            b - br,
            r,
            b,
            r - br,
            b,
            Quarter,
            l + bl,
            b,
            l,
            b,
            l,
            b - bl,
            Quarter,
            l,
            t + tl,
            l,
            t,
            l + tl,
            t,
            Quarter,
        ];
        all.CopyTo(to);
    }

    /// <summary>Writes the coordinates of <see cref="Ellipse"/>, from its top clockwise.</summary>
    public static void WriteEllipse(in Box box, Span<float> to)
    {
        var (l, t, r, b) = ((float)box.Left, (float)box.Top, (float)box.Right, (float)box.Bottom);
        var (x, y) = ((float)((box.Left + box.Right) / 2), (float)((box.Top + box.Bottom) / 2));
        ReadOnlySpan<float> all = [x, t, r, t, r, y, Quarter, r, b, x, b, Quarter, l, b, l, y, Quarter, l, t, x, t, Quarter];
        all.CopyTo(to);
    }

    /// <summary>Makes a straight line of each conic: one of weight 0 runs from end to end.</summary>
    public static void Flatten(string verbs, Span<float> numbers)
    {
        var at = 0;
        foreach (var verb in verbs)
        {
            at += Count(verb);
            if (verb == 'K')
            {
                numbers[at - 1] = 0;
            }
        }
    }

    /// <summary>Moves every point and handle.</summary>
    public static void Map(string verbs, Span<float> numbers, Func<float, float, (float X, float Y)> to)
    {
        var at = 0;
        foreach (var verb in verbs)
        {
            var count = Count(verb);
            for (var i = 0; i + 1 < count; i += 2)
            {
                (numbers[at + i], numbers[at + i + 1]) = to(numbers[at + i], numbers[at + i + 1]);
            }
            at += count;
        }
    }

    /// <summary>Box around all points and handles.</summary>
    public static Box Bounds(string verbs, ReadOnlySpan<float> numbers)
    {
        if (verbs == Any)
        {
            var any = Expand(numbers);
            return Bounds(any.Verbs, any.Numbers);
        }
        var (l, t, r, b) = (double.PositiveInfinity, double.PositiveInfinity, double.NegativeInfinity, double.NegativeInfinity);
        var at = 0;
        foreach (var verb in verbs)
        {
            var count = Count(verb);
            for (var i = 0; i + 1 < count; i += 2)
            {
                var (x, y) = (numbers[at + i], numbers[at + i + 1]);
                (l, t, r, b) = (Math.Min(l, x), Math.Min(t, y), Math.Max(r, x), Math.Max(b, y));
            }
            at += count;
        }
        return l <= r ? new(l, t, r, b) : Geometry.Box.Empty;
    }
}
