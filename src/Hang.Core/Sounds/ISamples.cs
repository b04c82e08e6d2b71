using Hang.Scene.Time;

namespace Hang.Core.Sounds;

/// <summary>A sound ready to be heard: two channels at <see cref="SampleClock.Rate"/>, left and right in turn.</summary>
public interface ISamples
{
    /// <summary>Channels of every sound in Hang; one channel alone is heard from both sides.</summary>
    const int Channels = 2;

    /// <summary>How many samples each channel has.</summary>
    long Count { get; }

    /// <summary>Copies samples; safe on several threads.</summary>
    /// <param name="first">The first that is wanted; with all that follow it lies within the sound.</param>
    /// <param name="to">Room for left and right in turn; full scale is -1..1.</param>
    void Read(long first, Span<float> to);
}

/// <summary>A sound that lies in memory.</summary>
/// <param name="samples">Left and right in turn.</param>
public sealed class HeldSamples(float[] samples) : ISamples
{
    public long Count => samples.Length / ISamples.Channels;

    public void Read(long first, Span<float> to) => samples.AsSpan((int)first * ISamples.Channels, to.Length).CopyTo(to);
}
