namespace Hang.Media.Reading;

/// <summary>By how much each shade of luma is lighter or darker on the mean: what a codec loses cancels out, another gamma does not.</summary>
internal sealed class Shades
{
    private const int Count = 32;

    /// <summary>Shades that fewer pixels have are edges, and tell nothing.</summary>
    private const double Share = 0.002;

    // As many blocks of 8 as it takes that what a codec does to each comes to nothing on the mean.
    private const double Least = 2048;

    private readonly double[] sums = new double[Count],
        weights = new double[Count];

    /// <param name="luma">As it is meant, 0..255.</param>
    /// <param name="off">Lighter by this, weighed by alpha.</param>
    /// <param name="alpha">0..255.</param>
    public void Add(float luma, float off, uint alpha)
    {
        var shade = Math.Clamp((int)(luma * Count / 256), 0, Count - 1);
        sums[shade] += off;
        weights[shade] += alpha / 255.0;
    }

    /// <summary>The largest mean, in steps of 1/255.</summary>
    /// <param name="pixels">Of the frame.</param>
    public double Worst(int pixels)
    {
        var (worst, enough) = (0.0, Math.Max(Least, Share * pixels));
        for (var i = 0; i < Count; i++)
        {
            worst = weights[i] >= enough ? Math.Max(worst, Math.Abs(sums[i] / weights[i])) : worst;
        }
        return worst;
    }
}
