using Hang.Scene.Time;

namespace Hang.Core.Sounds;

/// <summary>How loud a sound is, after EBU R 128. Null where it is too short, or nothing is louder than -70 LUFS.</summary>
/// <param name="Integrated">Programme loudness in LUFS: the mean of all blocks of 400 ms that count.</param>
/// <param name="Momentary">The loudest 400 ms, LUFS.</param>
/// <param name="ShortTerm">The loudest 3 s, LUFS.</param>
/// <param name="TruePeak">The highest level, between samples too, in dBTP; null for silence.</param>
public sealed record Loudness(double? Integrated, double? Momentary, double? ShortTerm, double? TruePeak)
{
    /// <summary>The programme loudness that EBU R 128 asks for, LUFS.</summary>
    public const double Target = -23;

    /// <summary>How far a programme may be off, LU. From memory of EBU R 128.</summary>
    public const double Tolerance = 0.5;

    /// <summary>The highest true peak that EBU R 128 allows, dBTP.</summary>
    public const double HighestPeak = -1;

    // ITU-R BS.1770: blocks of 400 ms every 100 ms; an absolute gate, then one below the mean of what passed it.
    private const int Step = SampleClock.Rate / 10,
        Momentarily = 4,
        Shortly = 30;
    private const double Offset = -0.691,
        Gate = -70,
        RelativeGate = -10;

    /// <summary>What gain brings it to the target, dB; null where it cannot be told.</summary>
    public double? ToTarget => Integrated is { } i ? Target - i : null;

    /// <summary>Measures a sound from its first to its last sample.</summary>
    /// <param name="from">First sample.</param>
    /// <param name="to">Sample after the last.</param>
    public static Loudness Of(ISamples sound, long from, long to)
    {
        var weights = new[] { new KWeighting(), new KWeighting() };
        var peaks = new[] { new TruePeak(), new TruePeak() };
        var powers = new List<double>();
        var room = new float[Step * ISamples.Channels];
        for (var first = from; first < to; first += Step)
        {
            var piece = room.AsSpan(0, (int)Math.Min(Step, to - first) * ISamples.Channels);
            sound.Read(first, piece);
            var sum = 0.0;
            for (var i = 0; i < piece.Length; i++)
            {
                var channel = i % ISamples.Channels;
                peaks[channel].Next(piece[i]);
                var heard = weights[channel].Next(piece[i]);
                sum += heard * heard;
            }
            // A last piece that is not whole is in no block.
            if (piece.Length == room.Length)
            {
                powers.Add(sum / Step);
            }
        }
        Array.ForEach(peaks, p => p.Finish());
        var peak = peaks.Max(p => p.Highest);
        var blocks = Blocks(powers, Momentarily);
        return new(Integrate(blocks), Highest(blocks), Highest(Blocks(powers, Shortly)), peak > 0 ? 20 * Math.Log10(peak) : null);
    }

    private static double[] Blocks(List<double> powers, int steps) =>
        [.. Enumerable.Range(0, Math.Max(0, powers.Count - steps + 1)).Select(i => powers.Skip(i).Take(steps).Sum() / steps)];

    private static double? Integrate(double[] blocks)
    {
        var audible = blocks.Where(b => InLufs(b) > Gate).ToArray();
        if (audible.Length == 0)
        {
            return null;
        }
        var gate = InLufs(audible.Average()) + RelativeGate;
        return InLufs(audible.Where(b => InLufs(b) > gate).Average());
    }

    private static double? Highest(double[] blocks) => blocks.Length > 0 && InLufs(blocks.Max()) is > Gate and var highest ? highest : null;

    private static double InLufs(double power) => Offset + 10 * Math.Log10(power);
}
