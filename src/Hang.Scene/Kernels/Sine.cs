namespace Hang.Scene.Kernels;

/// <summary>The sine by arithmetic alone, so that it is the same number everywhere: machines and languages have tables of their own.</summary>
public static class Sine
{
    /// <summary>sin 2πt, to 1e-11: folded into a quarter turn, then Taylor's series (Abramowitz and Stegun, 4.3.65) up to the fifteenth power.</summary>
    public static double OfTurns(double t)
    {
        var x = t - Math.Floor(t);
        if (x > 0.75)
        {
            x -= 1;
        }
        else if (x > 0.25)
        {
            x = 0.5 - x;
        }
        var a = 6.283185307179586 * x;
        var s = a * a;
        return a * (1 - s / 6 * (1 - s / 20 * (1 - s / 42 * (1 - s / 72 * (1 - s / 110 * (1 - s / 156 * (1 - s / 210)))))));
    }
}
