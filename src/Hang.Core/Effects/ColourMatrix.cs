using Hang.Scene.Values;

namespace Hang.Core.Effects;

/// <summary>
/// Colour matrices of 4 rows and 5 columns over straight sRGB red, green, blue, alpha and 1, as W3C Filter Effects Module Level 1 gives them for its
/// filter functions. Row by row, each ends with what is added.
/// </summary>
public static class ColourMatrix
{
    /// <summary>Luminance of red, green and blue, as Filter Effects rounds them in "saturate" and "hueRotate".</summary>
    private const double R = 0.213,
        G = 0.715,
        B = 0.072;

    public static double[] Identity => Rows(1, 0, 0, 0, 1, 0, 0, 0, 1);

    /// <summary>feColorMatrix type="saturate" (Filter Effects, section 9.6). 0 leaves greys, 1 all as it is, more strengthens.</summary>
    public static double[] Saturate(double s) =>
        Rows(R + (1 - R) * s, G - G * s, B - B * s, R - R * s, G + (1 - G) * s, B - B * s, R - R * s, G - G * s, B + (1 - B) * s);

    /// <summary>feColorMatrix type="hueRotate" (Filter Effects, section 9.6), in degrees.</summary>
    public static double[] HueRotate(double degrees)
    {
        var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
        return Rows(
            R + cos * (1 - R) - sin * R,
            G - cos * G - sin * G,
            B - cos * B + sin * (1 - B),
            R - cos * R + sin * 0.143,
            G + cos * (1 - G) + sin * 0.140,
            B - cos * B - sin * 0.283,
            R - cos * R - sin * (1 - R),
            G - cos * G + sin * G,
            B + cos * (1 - B) + sin * B
        );
    }

    /// <summary>
    /// The same slope and intercept for red, green and blue: brightness() and contrast() of Filter Effects (sections 13.5 and 13.6) and invert().
    /// </summary>
    public static double[] Linear(double slope, double intercept) => Rows(slope, 0, 0, 0, slope, 0, 0, 0, slope, intercept, intercept, intercept);

    /// <summary>Mixed with white (1) or black (-1).</summary>
    public static double[] Lighten(double by) => by < 0 ? Linear(1 + by, 0) : Linear(1 - by, by);

    /// <summary>From black to a colour by luminance, mixed in by an amount of 0..1.</summary>
    public static double[] Tint(in Value colour, double amount)
    {
        var m = new double[20];
        for (var row = 0; row < 3; row++)
        {
            (m[row * 5], m[row * 5 + 1], m[row * 5 + 2]) = (R * colour[row] * amount, G * colour[row] * amount, B * colour[row] * amount);
            m[row * 5 + row] += 1 - amount;
        }
        m[18] = 1;
        return m;
    }

    /// <summary>The matrix that does <paramref name="first"/> and then <paramref name="then"/>.</summary>
    public static double[] Chain(double[] first, double[] then)
    {
        var m = new double[20];
        for (var row = 0; row < 4; row++)
        {
            for (var column = 0; column < 5; column++)
            {
                var sum = column == 4 ? then[row * 5 + 4] : 0;
                for (var i = 0; i < 4; i++)
                {
                    sum += then[row * 5 + i] * first[i * 5 + column];
                }
                m[row * 5 + column] = sum;
            }
        }
        return m;
    }

    /// <summary>Puts a matrix among a step's numbers.</summary>
    internal static void Put(double[] matrix, Span<float> to)
    {
        for (var i = 0; i < 20; i++)
        {
            to[i] = (float)matrix[i];
        }
    }

    private static double[] Rows(
        double rr,
        double rg,
        double rb,
        double gr,
        double gg,
        double gb,
        double br,
        double bg,
        double bb,
        double r = 0,
        double g = 0,
        double b = 0
    ) => [rr, rg, rb, 0, r, gr, gg, gb, 0, g, br, bg, bb, 0, b, 0, 0, 0, 1, 0];
}
