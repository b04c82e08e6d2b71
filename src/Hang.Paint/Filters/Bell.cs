namespace Hang.Paint.Filters;

/// <summary>Weights of a blur, read at whole pixels.</summary>
internal static class Bell
{
    /// <summary>
    /// Half of the kernel: the middle and one side, of sum 1 over both. From 2 pixels on it is three equal boxes one after the other (W3C Filter Effects,
    /// feGaussianBlur), as one function of pieces of parabolas whose variance is exactly the one asked for; below, a Gaussian.
    /// </summary>
    /// <param name="sigma">Standard deviation in pixels, above 0.</param>
    public static float[] Weights(double sigma)
    {
        if (sigma < 2)
        {
            return SmallBlur.Weights(SmallBlur.Sampled((float)sigma));
        }
        var (wanted, box) = (sigma * sigma, 2 * sigma);
        var weights = Boxes(box);
        // Read at whole pixels, the variance is off by a little: that of the continuous one is w²/4.
        for (var i = 0; i < 3; i++)
        {
            box *= Math.Sqrt(wanted / Variance(weights));
            weights = Boxes(box);
        }
        return weights;
    }

    private static float[] Boxes(double box)
    {
        var weights = new double[(int)Math.Ceiling(1.5 * box)];
        var sum = 0.0;
        for (var i = 0; i < weights.Length; i++)
        {
            var x = i / box;
            weights[i] = x < 0.5 ? 0.75 - x * x : (1.5 - x) * (1.5 - x) / 2;
            sum += i == 0 ? weights[i] : 2 * weights[i];
        }
        return [.. weights.Select(w => (float)(w / sum))];
    }

    private static double Variance(float[] weights)
    {
        var sum = 0.0;
        for (var i = 1; i < weights.Length; i++)
        {
            sum += 2.0 * i * i * weights[i];
        }
        return sum;
    }
}
