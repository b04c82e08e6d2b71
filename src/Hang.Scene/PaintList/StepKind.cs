namespace Hang.Scene.PaintList;

/// <summary>A kind of effect step: something that is done to the picture of a group.</summary>
public abstract class StepKind : OpKind
{
    /// <summary>Blurs reach this many standard deviations far.</summary>
    private protected const double Far = 3;

    /// <summary>Copies along a vector lie between pixels: each doubling of them may touch one more.</summary>
    private protected const double Smeared = 12;

    private protected StepKind(string name, bool byPixel = false)
        : base(name, Does.Nothing, [], [])
    {
        ByPixel = byPixel;
        Number("on");
    }

    /// <summary>Whether it is done at all; the first number of every step.</summary>
    public static Slot On { get; } = new(0, 1);

    /// <summary>True for plain arithmetic on each pixel, in both painters.</summary>
    public bool ByPixel { get; }

    /// <summary>
    /// Standard deviation across, in pixels of its coordinates, by which it makes all that it is done to soft; 0 for what leaves edges as they are.
    /// </summary>
    /// <param name="v">From the step's own start.</param>
    public virtual double Softens(ReadOnlySpan<float> v) => 0;

    /// <summary>How far it carries what it is done to.</summary>
    /// <param name="v">From the step's own start.</param>
    public virtual Reach Reach(ReadOnlySpan<float> v) => default;
}
