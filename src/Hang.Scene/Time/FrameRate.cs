using System.Collections.Immutable;
using System.Globalization;

namespace Hang.Scene.Time;

/// <summary>Frames per second as an exact fraction, e.g. 60000/1001. The broadcast rates are never rounded to decimals.</summary>
public readonly record struct FrameRate
{
    /// <param name="numerator">1 or more.</param>
    /// <param name="denominator">1 or more.</param>
    public FrameRate(int numerator, int denominator = 1)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(numerator, 1);
        ArgumentOutOfRangeException.ThrowIfLessThan(denominator, 1);
        (Numerator, Denominator) = (numerator, denominator);
    }

    public int Numerator { get; }

    public int Denominator { get; }

    /// <summary>The rates Hang works in.</summary>
    public static ImmutableArray<FrameRate> All { get; } = [new(24000, 1001), new(24), new(25), new(30000, 1001), new(30), new(50), new(60000, 1001), new(60)];

    /// <summary>Frames in a nominal second of timecode: 30 for 30000/1001 (SMPTE ST 12-1).</summary>
    public int Nominal => (Numerator + Denominator - 1) / Denominator;

    /// <summary>True for 30000/1001 and 60000/1001, the rates that SMPTE ST 12-1 counts with drop-frame.</summary>
    public bool IsDropFrame => Denominator == 1001 && Nominal % 30 == 0;

    /// <summary>Frames a second.</summary>
    public double PerSecond => (double)Numerator / Denominator;

    /// <summary>Seconds from the start of frame 0 to the start of <paramref name="frames"/>.</summary>
    public double Seconds(int frames) => (double)frames * Denominator / Numerator;

    /// <summary>Frames in a time that somebody typed, exactly: a tenth of a second at 60 frames is 6 of them, not a little more or less.</summary>
    /// <param name="seconds">As typed, in decimals.</param>
    public decimal Frames(decimal seconds) => seconds * Numerator / Denominator;

    /// <summary>Reads "25", "30000/1001".</summary>
    /// <exception cref="ProblemException">The text is not one of <see cref="All"/>.</exception>
    public static FrameRate Parse(string text)
    {
        foreach (var rate in All)
        {
            if (rate.ToString() == text)
            {
                return rate;
            }
        }
        throw new ProblemException($"\"{Quoted.Short(text)}\" is not a frame rate Hang works in.", $"Use one of {string.Join(", ", All)}.");
    }

    public override string ToString() =>
        Denominator == 1 ? Numerator.ToString(CultureInfo.InvariantCulture) : string.Create(CultureInfo.InvariantCulture, $"{Numerator}/{Denominator}");
}
