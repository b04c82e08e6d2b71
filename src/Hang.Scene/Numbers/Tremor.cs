namespace Hang.Scene.Numbers;

/// <summary>A restless curve that repeats every cycle: whole harmonics of a sine with phases and shares drawn from a seed.</summary>
public static class Tremor
{
    private const int Harmonics = 5;

    /// <summary>A number in -1..1.</summary>
    /// <param name="turns">Place within the cycle, 0..1.</param>
    /// <param name="seed">Which of many.</param>
    /// <param name="axis">0 for x, 1 for y; different curves.</param>
    public static double At(double turns, int seed, int axis)
    {
        double sum = 0,
            whole = 0;
        for (var n = 1; n <= Harmonics; n++)
        {
            var draw = Mix(((ulong)(uint)seed << 8) | ((ulong)(uint)axis << 4) | (uint)n);
            var phase = (draw & 0xFFFF) / 65536.0;
            var share = (0.5 + ((draw >> 16) & 0xFFFF) / 131072.0) / Math.Sqrt(n);
            sum += share * Math.Sin(2 * Math.PI * (n * turns + phase));
            whole += share;
        }
        return sum / whole;
    }

    /// <summary>Scatters bits: the finaliser of the SplitMix64 generator (Steele, Lea and Flood 2014); constants from memory.</summary>
    internal static ulong Mix(ulong z)
    {
        z += 0x9E3779B97F4A7C15;
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
        return z ^ (z >> 31);
    }
}
