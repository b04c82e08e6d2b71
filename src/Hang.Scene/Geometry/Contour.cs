namespace Hang.Scene.Geometry;

/// <summary>Curves one after the other, each beginning where the one before ends, read by length.</summary>
public sealed class Contour
{
    /// <summary>Parts of a curve within which its speed hardly changes.</summary>
    private const int Parts = 8;
    private const int MostSteps = 12;
    private const int MostHalvings = 12;
    private const double Close = 1e-9;

    /// <summary>Shorter curves, in pixels, are measured as if they were as long.</summary>
    private const double Least = 0.01;
    private readonly double[][] travelled;
    private readonly double[] ends;

    public Contour(IReadOnlyList<ICurve> pieces, bool isClosed)
    {
        (Pieces, IsClosed) = (pieces, isClosed);
        (travelled, ends) = (new double[pieces.Count][], new double[pieces.Count]);
        for (var i = 0; i < pieces.Count; i++)
        {
            travelled[i] = Travelled(pieces[i]);
            ends[i] = Length += travelled[i][^1];
        }
    }

    public IReadOnlyList<ICurve> Pieces { get; }

    /// <summary>True when it goes back to where it began.</summary>
    public bool IsClosed { get; }

    /// <summary>Pixels.</summary>
    public double Length { get; }

    /// <summary>Where a piece begins and ends, as lengths from the beginning.</summary>
    public (double Begin, double End) RangeOf(int piece) => (piece == 0 ? 0 : ends[piece - 1], ends[piece]);

    /// <summary>
    /// The place after a length from the beginning, and the unit direction there. Beyond an open end it goes on straight; a closed one goes round.
    /// </summary>
    public (Point Place, Point Along) At(double length)
    {
        if (Pieces.Count == 0 || Length <= 0)
        {
            return (Pieces.Count == 0 ? default : Pieces[0].At(0), new(1, 0));
        }
        var within = IsClosed ? length - Math.Floor(length / Length) * Length : Math.Clamp(length, 0, Length);
        var i = Array.FindIndex(ends, e => e >= within);
        i = i < 0 ? ends.Length - 1 : i;
        var (place, along) = At(i, within - RangeOf(i).Begin);
        var beyond = IsClosed ? 0 : length - within;
        return (new(place.X + along.X * beyond, place.Y + along.Y * beyond), along);
    }

    /// <summary>The place after a length within one piece, and the unit direction there.</summary>
    public (Point Place, Point Along) At(int piece, double length)
    {
        var t = Parameter(piece, length);
        return (Pieces[piece].At(t), Direction(Pieces[piece], t));
    }

    private static Point Direction(ICurve curve, double t)
    {
        var v = curve.Velocity(t);
        if (v.X * v.X + v.Y * v.Y < Close)
        {
            // At a handle of no length the velocity is nothing; the way just beside it counts.
            v = curve.Velocity(t < 0.5 ? t + 1e-4 : t - 1e-4);
        }
        var speed = Math.Sqrt(v.X * v.X + v.Y * v.Y);
        return speed == 0 ? new(1, 0) : new(v.X / speed, v.Y / speed);
    }

    private static double[] Travelled(ICurve curve)
    {
        if (curve is LineCurve line)
        {
            return [0, Math.Sqrt((line.B.X - line.A.X) * (line.B.X - line.A.X) + (line.B.Y - line.A.Y) * (line.B.Y - line.A.Y))];
        }
        var lengths = new double[Parts + 1];
        for (var i = 0; i < Parts; i++)
        {
            lengths[i + 1] = lengths[i] + LengthOf(curve, (double)i / Parts, (i + 1.0) / Parts);
        }
        return lengths;
    }

    /// <summary>One application of the rule where it and its halves agree, as nearly everywhere; near a cusp as many as it takes.</summary>
    /// <param name="left">How often it may still be halved: of very short curves the arithmetic itself is not that exact.</param>
    private static double LengthOf(ICurve curve, double from, double to, int left = MostHalvings)
    {
        var (whole, middle) = (ArcLength.Rule(curve, from, to), (from + to) / 2);
        var halves = ArcLength.Rule(curve, from, middle) + ArcLength.Rule(curve, middle, to);
        return left == 0 || !(Math.Abs(whole - halves) > Close * Math.Max(halves, Least))
            ? halves
            : LengthOf(curve, from, middle, left - 1) + LengthOf(curve, middle, to, left - 1);
    }

    /// <summary>The curve's parameter after a length: Newton's method within the part that holds it.</summary>
    private double Parameter(int piece, double length)
    {
        var lengths = travelled[piece];
        var parts = lengths.Length - 1;
        if (length <= 0 || lengths[^1] <= 0)
        {
            return 0;
        }
        if (length >= lengths[^1])
        {
            return 1;
        }
        if (parts == 1)
        {
            return length / lengths[1];
        }
        var i = Array.BinarySearch(lengths, length);
        if (i >= 0)
        {
            return (double)i / parts;
        }
        i = ~i - 1;
        double start = (double)i / parts,
            low = start,
            high = (i + 1.0) / parts;
        var t = start + (length - lengths[i]) / (lengths[i + 1] - lengths[i]) / parts;
        for (var n = 0; n < MostSteps; n++)
        {
            var miss = lengths[i] + ArcLength.Rule(Pieces[piece], start, t) - length;
            if (Math.Abs(miss) < Close * (1 + length))
            {
                break;
            }
            (low, high) = miss < 0 ? (t, high) : (low, t);
            var speed = ArcLength.Speed(Pieces[piece], t);
            var next = speed > 0 ? t - miss / speed : double.NaN;
            t = next > low && next < high ? next : (low + high) / 2;
        }
        return t;
    }
}

/// <summary>Contours one after the other, read as one length: what a line's drawn share is a share of.</summary>
public sealed class Course(IReadOnlyList<Contour> contours)
{
    public IReadOnlyList<Contour> Contours => contours;

    /// <summary>Pixels.</summary>
    public double Length { get; } = contours.Sum(c => c.Length);

    /// <summary>True when it has neither beginning nor end: one contour that is closed.</summary>
    public bool IsRound => contours is [{ IsClosed: true }];

    /// <summary>The place after a share of the length, and the unit direction there.</summary>
    public (Point Place, Point Along) At(double share)
    {
        var length = share * Length;
        for (var i = 0; i < contours.Count; i++)
        {
            if (length <= contours[i].Length || i == contours.Count - 1)
            {
                return contours[i].At(length);
            }
            length -= contours[i].Length;
        }
        return (default, new(1, 0));
    }
}
