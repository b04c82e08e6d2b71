namespace Hang.Scene.Time;

/// <summary>Sound counted in samples, 48000 a second, the rate that video goes with (common practice, no source); and how frames lie among them.</summary>
public static class SampleClock
{
    /// <summary>Samples a second of all sound in Hang; what comes in at another rate is resampled once.</summary>
    public const int Rate = 48_000;

    /// <summary>
    /// The sample with which a frame begins, the nearest one: at 30000/1001 frames are 1602, 1601, 1602, 1601 and 1602 samples long in turn, as SMPTE ST
    /// 272 has it.
    /// </summary>
    /// <param name="frame">Any frame, also one before the first.</param>
    public static long StartOf(FrameRate rate, long frame)
    {
        var (up, down) = ((Int128)frame * Rate * rate.Denominator, (Int128)rate.Numerator);
        var twice = 2 * up + down;
        // Rounds towards minus infinity, so that the step between frames does not depend on where zero is.
        return (long)(twice >= 0 ? twice / (2 * down) : -((-twice + 2 * down - 1) / (2 * down)));
    }

    /// <summary>The moment of a sample in frames.</summary>
    public static double FrameOf(FrameRate rate, double sample) => sample * rate.Numerator / ((double)Rate * rate.Denominator);

    /// <summary>Samples in a time.</summary>
    /// <param name="seconds">Any time, also a negative one.</param>
    public static long Of(double seconds) => (long)Math.Round(seconds * Rate, MidpointRounding.AwayFromZero);
}
