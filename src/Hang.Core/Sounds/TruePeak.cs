namespace Hang.Core.Sounds;

/// <summary>
/// The highest level that a channel has between its samples too: four times as many are made by a filter of 12 taps a phase. Source: ITU-R BS.1770, annex 2;
/// the taps are written down from memory and held against a second program's readings.
/// </summary>
internal sealed class TruePeak
{
    private const int Taps = 12;

    private static readonly double[] Outer =
    [
        0.001708984375,
        0.010986328125,
        -0.0196533203125,
        0.033203125,
        -0.0594482421875,
        0.1373291015625,
        0.97216796875,
        -0.102294921875,
        0.047607421875,
        -0.026611328125,
        0.014892578125,
        -0.00830078125,
    ];

    private static readonly double[] Inner =
    [
        -0.0291748046875,
        0.029296875,
        -0.0517578125,
        0.089111328125,
        -0.16650390625,
        0.465087890625,
        0.77978515625,
        -0.2003173828125,
        0.1015625,
        -0.0582275390625,
        0.0330810546875,
        -0.0189208984375,
    ];

    // Phases 3 and 4 are phases 2 and 1 read backwards.
    private static readonly double[][] Phases = [Outer, Inner, [.. Inner.Reverse()], [.. Outer.Reverse()]];

    // Twice the taps, so that the newest 12 always lie side by side.
    private readonly double[] kept = new double[2 * Taps];
    private int at;

    /// <summary>The highest level so far; 1 is full scale.</summary>
    public double Highest { get; private set; }

    public void Next(double sample)
    {
        at = at == 0 ? Taps - 1 : at - 1;
        kept[at] = kept[at + Taps] = sample;
        var newest = kept.AsSpan(at, Taps);
        foreach (var taps in Phases)
        {
            var sum = 0.0;
            for (var i = 0; i < Taps; i++)
            {
                sum += taps[i] * newest[i];
            }
            Highest = Math.Max(Highest, Math.Abs(sum));
        }
        Highest = Math.Max(Highest, Math.Abs(sample));
    }

    /// <summary>Lets what is still in the filter out.</summary>
    public void Finish()
    {
        for (var i = 0; i < Taps; i++)
        {
            Next(0);
        }
    }
}
