using Hang.Core.Checks;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Sounds;
using Hang.Scene.Phases;
using Hang.Scene.Sources;
using Hang.Scene.Time;
using Hang.Scene.Values;

namespace Hang.Core.Tests;

/// <summary>What is said of a sound before it is handed off (EBU R 128, ITU-R BS.1770).</summary>
public sealed class SoundCheckTests
{
    private const int Second = SampleClock.Rate;
    private static readonly string Hash = "sha256-" + new string('b', 64);

    /// <summary>Five seconds, as long as the graphic, of a tone at 997 Hz, as BS.1770 measures with.</summary>
    private static HeldSamples Tone(double level, int samples = 5 * Second) =>
        new([.. Enumerable.Range(0, samples).SelectMany(i => Enumerable.Repeat((float)(level * Math.Sin(2 * Math.PI * 997 * i / Second)), 2))]);

    private static Finding[] Of(HeldSamples sound, int? last = null, params (ValueSpec Spec, double Value)[] values)
    {
        var content = values.Aggregate(Content.Of<SoundContent>().With(SoundContent.Sound, Value.Of(Hash)), (c, v) => c.With(v.Spec, new Value(v.Value)));
        var graphic = GraphicRules.Demand(
            Samples.Graphic(
                new Layer
                {
                    Id = "s",
                    Name = "Hum",
                    Out = last,
                    Content = content,
                }
            ) with
            {
                Phases = new PhaseLengths(25, 75, 25),
                Sources = SourceSet.Empty.With(
                    SoundSources.Kind,
                    Hash,
                    new SoundAsset()
                    {
                        Name = "hum.wav",
                        Type = "audio/wav",
                        Samples = (int)sound.Count,
                        Channels = 2,
                    }
                ),
            }
        );
        var mix = new SoundMix(graphic, _ => sound);
        return [.. SoundChecks.Of(graphic, mix, Loudness.Of(mix, 0, mix.Count))];
    }

    /// <summary>
    /// A tone in both channels at -23 dBFS has -23 LUFS to a tenth (EBU Tech 3341, minimum requirements, case 1); where it is softer, the gain is said that
    /// brings it there.
    /// </summary>
    [Theory]
    [InlineData(-23, "Nothing is to be done.")]
    [InlineData(-33, "A gain of +10.0 dB brings it there.")]
    [InlineData(-13, "A gain of -10.0 dB brings it there.")]
    public void TheLoudnessIsSaidWithTheGainThatItNeeds(double decibels, string remedy)
    {
        var said = Of(Tone(Math.Pow(10, decibels / 20))).Single(f => f.Check == "loudness");
        Assert.Equal((Weight.Note, "LUFS"), (said.Weight, said.Unit));
        Assert.Equal(decibels, said.Measured!.Value, 0.15);
        Assert.Equal(remedy, said.Problem.Remedy.ToString());
    }

    [Fact]
    public void WhatIsTooSoftHasNoLoudness() =>
        Assert.Contains("too short or too soft", Of(Tone(0.00001)).Single(f => f.Check == "loudness").Problem.Message.ToString(), StringComparison.Ordinal);

    [Theory]
    [InlineData(0.5, null)]
    [InlineData(0.95, Weight.Warning)]
    [InlineData(1.4, Weight.Error)]
    public void APeakAboveMinusOneIsFoundAndOneThatClipsIsAnError(double level, Weight? weight)
    {
        var peak = Of(Tone(level)).SingleOrDefault(f => f.Check == "peak");
        Assert.Equal(weight, peak?.Weight);
        if (peak is not null)
        {
            Assert.Equal(20 * Math.Log10(level), peak.Measured!.Value, 0.1);
            Assert.StartsWith("Lower the gain by", peak.Problem.Remedy.ToString(), StringComparison.Ordinal);
        }
    }

    /// <summary>The tone goes on for five seconds: cut off after one it clicks, faded out it does not, and left to its end it ends by itself.</summary>
    [Fact]
    public void ASoundThatBreaksOffIsFoundUnlessItFades()
    {
        var cut = Assert.Single(Of(Tone(0.3), 25), f => f.Check == "soundCut");
        Assert.Equal(("Hum", 25, 25), (cut.Problem.Layer, cut.From, cut.To));
        Assert.DoesNotContain(Of(Tone(0.3), 25, (SoundContent.FadeOut, 0.5)), f => f.Check == "soundCut");
        // However short the fade is: it reaches silence at the cut.
        Assert.DoesNotContain(Of(Tone(0.3), 25, (SoundContent.FadeOut, 0.01)), f => f.Check == "soundCut");
        Assert.DoesNotContain(Of(Tone(0.3)), f => f.Check == "soundCut");
        Assert.DoesNotContain(Of(Tone(0.005), 25), f => f.Check == "soundCut");
    }

    [Fact]
    public void ASoundWhoseSlipLeavesNothingIsNeverHeard() =>
        Assert.Equal("Hum", Assert.Single(Of(Tone(0.3), null, (SoundContent.Slip, 10)), f => f.Check == "neverHeard").Problem.Layer);
}
