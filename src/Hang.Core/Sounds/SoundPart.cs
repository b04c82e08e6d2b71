using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene.Motion;
using Hang.Scene.Time;

namespace Hang.Core.Sounds;

/// <summary>One sound layer of a mix: which samples of its sound are heard when, and how loud.</summary>
internal sealed class SoundPart
{
    /// <summary>A keyed gain is found this often, in samples, and runs straight in between: 1.3 ms.</summary>
    private const int GainEvery = 64;

    private readonly ISamples sound;
    private readonly FrameRate rate;
    private readonly Channel gain;
    private readonly double least,
        most;
    private readonly long offset,
        fadeIn,
        fadeOut;

    public SoundPart(Graphic graphic, Layer layer, ISamples sound)
    {
        var (heard, values) = (layer.Content.Kind.Heard!, layer.Content.Values);
        (Layer, this.sound, rate, gain) = (layer, sound, graphic.Rate, values[heard.Gain]);
        (least, most) = (heard.Gain.Least, heard.Gain.Most);
        (From, To, offset) = Heard(graphic, layer);
        IsCut = sound.Count - offset > To;
        To = Math.Max(From, Math.Min(To, sound.Count - offset));
        fadeIn = SampleClock.Of(values[heard.FadeIn].Constant.X);
        fadeOut = SampleClock.Of(values[heard.FadeOut].Constant.X);
    }

    /// <summary>
    /// The samples of the graphic in which a layer would be heard if its sound never ended, and how much further on in the sound each of them is.
    /// </summary>
    public static (long From, long To, long Offset) Heard(Graphic graphic, Layer layer)
    {
        var offset = SampleClock.Of(layer.Content.Values[layer.Content.Kind.Heard!.Slip].Constant.X) - SampleClock.StartOf(graphic.Rate, layer.In ?? 0);
        // A group is heard in its own time only, as it is seen in it only.
        var (first, last) = (0, graphic.Phases.Total - 1);
        foreach (var holder in SoundMix.Holders(graphic, layer))
        {
            (first, last) = (Math.Max(first, holder.In ?? 0), Math.Min(last, holder.Out ?? int.MaxValue));
        }
        var from = Math.Max(SampleClock.StartOf(graphic.Rate, first), -offset);
        return (from, Math.Max(from, SampleClock.StartOf(graphic.Rate, last + 1)), offset);
    }

    public Layer Layer { get; }

    /// <summary>True when its layer ends before the sound does.</summary>
    public bool IsCut { get; }

    /// <summary>The first sample of the graphic in which it is heard.</summary>
    public long From { get; }

    /// <summary>The sample after the last.</summary>
    public long To { get; }

    /// <summary>The sound as it came, without gain and fades.</summary>
    public void Read(long first, Span<float> samples) => sound.Read(first + offset, samples);

    /// <summary>What a sample is multiplied by: gain and fades.</summary>
    public double ShareAt(long sample) => FactorAt(sample) * Fade(sample);

    /// <summary>Adds what is heard.</summary>
    /// <param name="first">The sample of the graphic with which <paramref name="mixed"/> begins.</param>
    /// <param name="room">At least as long as <paramref name="mixed"/>.</param>
    public void Add(long first, Span<float> mixed, Span<float> room)
    {
        var from = Math.Max(first, From);
        var to = Math.Min(first + mixed.Length / ISamples.Channels, To);
        if (from >= to)
        {
            return;
        }
        var heard = room[..(int)((to - from) * ISamples.Channels)];
        sound.Read(from + offset, heard);
        var into = mixed[(int)((from - first) * ISamples.Channels)..];
        var steady = Factor(gain.Constant.X);
        var (before, after) = (steady, steady);
        for (var i = 0; i < heard.Length / ISamples.Channels; i++)
        {
            var sample = from + i;
            var factor = steady;
            if (gain.IsKeyed)
            {
                var within = sample % GainEvery;
                if (i == 0 || within == 0)
                {
                    (before, after) = (FactorAt(sample - within), FactorAt(sample - within + GainEvery));
                }
                factor = before + (after - before) * within / GainEvery;
            }
            factor *= Fade(sample);
            into[i * ISamples.Channels] += (float)(heard[i * ISamples.Channels] * factor);
            into[i * ISamples.Channels + 1] += (float)(heard[i * ISamples.Channels + 1] * factor);
        }
    }

    /// <summary>The share of the sound that the fades let through: a quarter of a sine, so that two sounds that cross keep their power.</summary>
    private double Fade(long sample)
    {
        var (since, left) = (sample - From, To - sample);
        var share = since < fadeIn ? Math.Sin(Math.PI / 2 * since / fadeIn) : 1;
        return left < fadeOut ? share * Math.Sin(Math.PI / 2 * left / fadeOut) : share;
    }

    private double FactorAt(long sample) => Factor(gain.NumberAt(SampleClock.FrameOf(rate, sample)));

    /// <summary>What samples are multiplied by at a gain: 10^(dB/20), and nothing at the lowest.</summary>
    private double Factor(double decibels) => decibels <= least ? 0 : Math.Pow(10, Math.Min(decibels, most) / 20);
}
