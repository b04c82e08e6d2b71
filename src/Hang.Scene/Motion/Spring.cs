namespace Hang.Scene.Motion;

/// <summary>
/// A mass on a damped spring that is let go at 0 and comes to rest at 1. Source: the closed solution of m x'' + c x' + k (x - 1) = 0 with
/// x(0) = 0, x'(0) = 0 (the damped harmonic oscillator of any textbook on mechanics).
/// </summary>
/// <param name="Stiffness">k, 1..10000, in newton per metre.</param>
/// <param name="Damping">c, 0.1..1000, in newton second per metre.</param>
/// <param name="Mass">m, 0.01..1000, in kilogram.</param>
public sealed record Spring(double Stiffness, double Damping, double Mass)
{
    /// <summary>How far from rest still counts as at rest.</summary>
    private const double Rest = 0.001;

    private const double Tolerance = 0.0008;

    private const double MostSwings = 40;

    /// <exception cref="ProblemException">A number lies outside its range, or the spring would swing for too long.</exception>
    public Spring Demand()
    {
        Within(Stiffness, 1, 10_000, "stiffness");
        Within(Damping, 0.1, 1000, "damping");
        Within(Mass, 0.01, 1000, "mass");
        // One that is damped so far that it does not overshoot does not swing, however long it takes.
        return Ratio >= 1 || SettleSeconds * Frequency / (2 * Math.PI) <= MostSwings
            ? this
            : throw new ProblemException($"This spring swings more than {MostSwings} times before it rests.", $"Give it more damping.", field: "damping");
    }

    /// <summary>Undamped angular frequency ω = √(k/m), radians per second.</summary>
    private double Frequency => Math.Sqrt(Stiffness / Mass);

    /// <summary>Damping ratio ζ = c / (2 √(k m)): below 1 it overshoots.</summary>
    public double Ratio => Damping / (2 * Math.Sqrt(Stiffness * Mass));

    /// <summary>Where the mass is after a time, in seconds.</summary>
    public double At(double seconds)
    {
        var (w, z) = (Frequency, Ratio);
        if (Math.Abs(z - 1) < 1e-6)
        {
            return 1 - (1 + w * seconds) * Math.Exp(-w * seconds);
        }
        if (z < 1)
        {
            var d = w * Math.Sqrt(1 - z * z);
            var (sin, cos) = Math.SinCos(d * seconds);
            return 1 - Math.Exp(-z * w * seconds) * (cos + z * w / d * sin);
        }
        var root = Math.Sqrt(z * z - 1);
        var (slow, fast) = (-w / (z + root), -w * (z + root));
        return 1 - (fast * Math.Exp(slow * seconds) - slow * Math.Exp(fast * seconds)) / (fast - slow);
    }

    /// <summary>The seconds after which it stays within a thousandth of rest; the length of time that gives the feel its natural speed.</summary>
    public double SettleSeconds
    {
        get
        {
            var (w, z) = (Frequency, Ratio);
            double low = 0,
                high = 1 / w;
            if (z < 1 - 1e-6)
            {
                // Between two turning points, half a swing apart, it moves one way. The last that is farther from rest than a thousandth is left for good
                // before the next.
                var half = Math.PI / (w * Math.Sqrt(1 - z * z));
                low = Math.Floor(Math.Log(1 / Rest) / (z * w * half)) * half;
                high = low + half;
                var side = Math.Sign(At(low) - 1);
                return Bisected(t => (At(t) - 1) * side > Rest, low, high);
            }
            while (1 - At(high) > Rest)
            {
                high *= 2;
            }
            return Bisected(t => 1 - At(t) > Rest, low, high);
        }
    }

    /// <summary>The moment at which something ceases to hold.</summary>
    private static double Bisected(Func<double, bool> holds, double low, double high)
    {
        for (var i = 0; i < 60; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = holds(middle) ? (middle, high) : (low, middle);
        }
        return high;
    }

    /// <summary>The motion until rest as CSS <c>linear()</c>, within a thousandth, and exactly 1 at its end.</summary>
    public Feel Feel
    {
        get
        {
            var seconds = SettleSeconds;
            var swings = Ratio < 1 ? Math.Ceiling(seconds * Frequency / Math.PI) : 1;
            var corners = Enumerable.Range(0, (int)swings + 1).Select(i => i / swings);
            var miss = 1 - At(seconds);
            return LinearSampling.Of(t => At(t * seconds) + miss * t * t * t, corners, Tolerance);
        }
    }

    private static void Within(double value, double least, double most, string name)
    {
        if (!(value >= least && value <= most))
        {
            throw new ProblemException($"A spring's {new Term(name)} cannot be {value}.", $"Use a number from {least} to {most}.", field: name);
        }
    }
}
