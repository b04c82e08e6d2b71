using MathNet.Numerics;
using MathNet.Numerics.IntegralTransforms;

namespace Hang.Core.Sounds;

/// <summary>
/// Where something begins in a sound: a drum, a note, a word. Source of the method: spectral flux, S. Dixon, "Onset detection revisited" (DAFx 2006), over
/// compressed magnitudes; the numbers below were tried on made sounds. The moment itself is then sought in the waveform.
/// </summary>
public static class Onsets
{
    // A window of 21 ms every 5 ms.
    private const int Window = 1024,
        Hop = 240;

    // A peak stands out of 30 ms around it and of the mean of 100 ms before and after it; the next comes 60 ms later at the earliest.
    private const int Peak = 6,
        Around = 20,
        Apart = 12;
    private const double Compression = 100,
        OverMean = 1.6,
        LeastShare = 0.08,
        LeastFlux = 0.6;

    // The moment is where 5 ms are louder than the 5 ms before by most.
    private const int Bin = 48,
        Bins = 5;

    /// <summary>The samples at which something begins, rising.</summary>
    public static IReadOnlyList<long> Of(ISamples sound)
    {
        var flux = Flux(sound);
        var least = Math.Max(LeastFlux, LeastShare * flux.DefaultIfEmpty().Max());
        var found = new List<long>();
        var last = -Apart;
        for (var i = 0; i < flux.Length; i++)
        {
            var near = flux.AsSpan(Math.Max(0, i - Peak)..Math.Min(flux.Length, i + Peak + 1));
            if (flux[i] < least || i - last < Apart || flux[i] < Highest(near))
            {
                continue;
            }
            var around = flux.AsSpan(Math.Max(0, i - Around)..Math.Min(flux.Length, i + Around + 1));
            if (flux[i] >= OverMean * Mean(around))
            {
                found.Add(Sharpened(sound, FirstOf(i)));
                last = i;
            }
        }
        return found;
    }

    /// <summary>The first sample of a window; windows begin before the sound does, so that its own first moment is one.</summary>
    private static long FirstOf(int window) => (long)window * Hop - Window;

    /// <summary>How much each window has more, over all frequencies, than the one before.</summary>
    private static double[] Flux(ISamples sound)
    {
        var hann = MathNet.Numerics.Window.HannPeriodic(Window);
        var room = new float[Window * ISamples.Channels];
        var spectrum = new Complex32[Window];
        var (before, now) = (new double[Window / 2], new double[Window / 2]);
        // The last window ends with the sound: where a sound breaks off, all frequencies seem to begin.
        var flux = new double[(int)(sound.Count / Hop) + 1];
        for (var i = 0; i < flux.Length; i++)
        {
            Mono(sound, FirstOf(i), room);
            for (var k = 0; k < Window; k++)
            {
                spectrum[k] = new((float)(room[k] * hann[k]), 0);
            }
            Fourier.Forward(spectrum, FourierOptions.NoScaling);
            for (var k = 0; k < now.Length; k++)
            {
                // Of a sine at full scale the magnitude is a quarter of the window.
                now[k] = Math.Log10(1 + Compression * spectrum[k].Magnitude * 4 / Window);
                flux[i] += Math.Max(0, now[k] - before[k]);
            }
            (before, now) = (now, before);
        }
        return flux;
    }

    private static long Sharpened(ISamples sound, long first)
    {
        var count = (Window + Hop) / Bin + 2 * Bins;
        var from = first - Bins * Bin;
        var room = new float[count * Bin * ISamples.Channels];
        Mono(sound, from, room);
        var energy = new double[count];
        for (var i = 0; i < count * Bin; i++)
        {
            energy[i / Bin] += room[i] * room[i];
        }
        var (best, most) = (Bins, double.MinValue);
        for (var i = Bins; i + Bins <= count; i++)
        {
            var more = energy[i..(i + Bins)].Sum() - energy[(i - Bins)..i].Sum();
            if (more > most)
            {
                (best, most) = (i, more);
            }
        }
        return Math.Clamp(from + (long)best * Bin, 0, sound.Count - 1);
    }

    /// <summary>Both channels as one, in the first half of the room; silence outside the sound.</summary>
    private static void Mono(ISamples sound, long first, float[] room)
    {
        room.AsSpan().Clear();
        var length = room.Length / ISamples.Channels;
        var (from, to) = (Math.Max(0, first), Math.Min(sound.Count, first + length));
        if (from < to)
        {
            sound.Read(from, room.AsSpan((int)(from - first) * ISamples.Channels, (int)(to - from) * ISamples.Channels));
        }
        for (var i = 0; i < length; i++)
        {
            room[i] = (room[ISamples.Channels * i] + room[ISamples.Channels * i + 1]) / 2;
        }
    }

    private static double Highest(ReadOnlySpan<double> values)
    {
        var highest = values[0];
        foreach (var value in values)
        {
            highest = Math.Max(highest, value);
        }
        return highest;
    }

    private static double Mean(ReadOnlySpan<double> values)
    {
        var sum = 0.0;
        foreach (var value in values)
        {
            sum += value;
        }
        return sum / values.Length;
    }
}
