namespace Hang.Core.Motion;

/// <summary>One to four finite numbers: what a channel holds at one moment. A colour is its straight red, green, blue and alpha.</summary>
public readonly record struct ChannelValue(double X, double Y = 0, double Z = 0, double W = 0)
{
    /// <summary>The component with that index, 0..3.</summary>
    public double this[int index] => index switch { 0 => X, 1 => Y, 2 => Z, _ => W };

    public bool IsFinite => double.IsFinite(X) && double.IsFinite(Y) && double.IsFinite(Z) && double.IsFinite(W);

    /// <summary>Linear interpolation per component: a + (b - a) t, exact at both ends; t outside 0..1 goes beyond them.</summary>
    public static ChannelValue Mix(in ChannelValue a, in ChannelValue b, double t) =>
        new(Mix(a.X, b.X, t), Mix(a.Y, b.Y, t), Mix(a.Z, b.Z, t), Mix(a.W, b.W, t));

    public ChannelValue With(int index, double value) => index switch
    {
        0 => this with { X = value },
        1 => this with { Y = value },
        2 => this with { Z = value },
        _ => this with { W = value },
    };

    /// <summary>The same for one component. Two products rather than a + (b - a) t, so that t = 1 gives b to the last bit.</summary>
    internal static double Mix(double a, double b, double t) => a == b ? a : a * (1 - t) + b * t;
}
