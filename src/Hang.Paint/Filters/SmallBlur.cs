namespace Hang.Paint.Filters;

/// <summary>The weights of a true Gaussian of small standard deviation (W3C Filter Effects, feGaussianBlur).</summary>
internal static class SmallBlur
{
    /// <summary>Standard deviations after which the weights are nothing.</summary>
    private const float Reach = 3;

    /// <summary>
    /// The deviation whose bell, read at whole pixels, carries as much across a straight edge as the bell of another does over whole pixels: a pixel is no
    /// point.
    /// </summary>
    /// <param name="sigma">Above 0, below 2.</param>
    public static float Sampled(float sigma)
    {
        var wanted = Beyond(sigma);
        var (low, high) = (0.05, 1.9999);
        for (var i = 0; i < 40; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Tail(middle) < wanted ? (middle, high) : (low, middle);
        }
        return (float)high;
    }

    /// <summary>What a Gaussian carries of an area into the first pixel beyond its edge: the integral of Φ(-x/σ) over it.</summary>
    private static double Beyond(double sigma)
    {
        const int steps = 64;
        // The midpoint rule twice over: Φ itself is the sum of its bell.
        var (sum, cdf) = (0.0, 0.5);
        double Bell(double x) => Math.Exp(-x * x / (2 * sigma * sigma)) / (sigma * Math.Sqrt(2 * Math.PI));
        for (var i = 0; i < steps; i++)
        {
            var (a, m, b) = ((double)i / steps, (i + 0.5) / steps, (i + 1.0) / steps);
            var half = (Bell(a) + 4 * Bell((a + m) / 2) + Bell(m)) / (12 * steps);
            sum += (cdf - half) / steps;
            cdf -= (Bell(a) + 4 * Bell(m) + Bell(b)) / (6 * steps);
        }
        return sum;
    }

    /// <summary>The same of a bell read at whole pixels.</summary>
    private static double Tail(double sigma)
    {
        var side = 0.0;
        for (var n = 1; n <= Math.Ceiling(sigma * Reach); n++)
        {
            side += Math.Exp(-n * n / (2 * sigma * sigma));
        }
        return side / (1 + 2 * side);
    }

    /// <summary>Half of the kernel: the middle and one side, of sum 1 over both sides.</summary>
    public static float[] Weights(float sigma)
    {
        var weights = new float[(int)MathF.Ceiling(sigma * Reach) + 1];
        var sum = 0f;
        for (var i = 0; i < weights.Length; i++)
        {
            weights[i] = MathF.Exp(-i * i / (2 * sigma * sigma));
            sum += i == 0 ? weights[i] : 2 * weights[i];
        }
        for (var i = 0; i < weights.Length; i++)
        {
            weights[i] /= sum;
        }
        return weights;
    }
}
