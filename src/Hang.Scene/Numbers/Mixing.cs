namespace Hang.Scene.Numbers;

/// <summary>Numbers on the way from one to another.</summary>
public static class Mixing
{
    /// <summary>
    /// The number a share <paramref name="t"/> of the way from <paramref name="a"/> to <paramref name="b"/>, exact at both ends: a (1 - t) + b t. Below 0
    /// and above 1 it goes on in a straight line.
    /// </summary>
    public static double Between(double a, double b, double t) => a == b ? a : a * (1 - t) + b * t;
}
