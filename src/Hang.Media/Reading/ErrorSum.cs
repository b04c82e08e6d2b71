using Hang.Core.Handoff;

namespace Hang.Media.Reading;

/// <summary>The errors of some pixels of a frame, added up. Steps of 1/255, colour weighed by alpha.</summary>
internal struct ErrorSum()
{
    private float worst,
        worstAlpha;
    private double sum,
        sumAlpha;
    private int outside;

    /// <summary>Least alpha found, 0..255.</summary>
    public float Least { get; set; } = 255;

    /// <summary>Greatest alpha found, 0..255.</summary>
    public float Greatest { get; set; }

    /// <param name="colour">Sum over all components.</param>
    /// <param name="outOfRange">Pixels whose levels leave their range.</param>
    public void Add(float worstColour, double colour, float worstOfAlpha, double alpha, int outOfRange)
    {
        worst = MathF.Max(worst, worstColour);
        worstAlpha = MathF.Max(worstAlpha, worstOfAlpha);
        sum += colour;
        sumAlpha += alpha;
        outside += outOfRange;
    }

    public void Add(in ErrorSum other)
    {
        Add(other.worst, other.sum, other.worstAlpha, other.sumAlpha, other.outside);
        (Least, Greatest) = (MathF.Min(Least, other.Least), MathF.Max(Greatest, other.Greatest));
    }

    /// <summary>The error of a frame of so many pixels.</summary>
    public readonly FrameError Of(int frame, int pixels) =>
        new(frame, worst, sum / (3.0 * pixels), worstAlpha, sumAlpha / pixels) { OutOfRange = (double)outside / pixels };
}
