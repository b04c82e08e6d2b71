namespace Hang.Scene.Colour;

/// <summary>Contrast of two colours (WCAG 2.2, "contrast ratio" and "relative luminance").</summary>
public static class Contrast
{
    /// <summary>From 1, no difference, to 21, black on white.</summary>
    /// <param name="front">What lets something through shows the other behind it.</param>
    /// <param name="behind">An opaque colour.</param>
    public static double Ratio(Rgba front, Rgba behind)
    {
        double Seen(double f, double b) => f * front.A + b * (1 - front.A);
        var seen = new Rgba(Seen(front.R, behind.R), Seen(front.G, behind.G), Seen(front.B, behind.B));
        var (a, b) = (Luminance(seen), Luminance(behind));
        return (Math.Max(a, b) + 0.05) / (Math.Min(a, b) + 0.05);
    }

    /// <summary>Relative luminance, 0..1, of straight sRGB.</summary>
    public static double Luminance(Rgba colour)
    {
        static double Linear(double c) => c <= 0.04045 ? c / 12.92 : Math.Pow((c + 0.055) / 1.055, 2.4);
        return 0.2126 * Linear(colour.R) + 0.7152 * Linear(colour.G) + 0.0722 * Linear(colour.B);
    }
}
