using CsCheck;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Layers;
using Hang.Core.Sounds;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Sources;
using Hang.Scene.Time;
using Hang.Scene.Values;

namespace Hang.Core.Tests;

public class SoundTests
{
    private static readonly string Hash = "sha256-" + new string('a', 64);

    /// <summary>A sound whose every sample tells its own place.</summary>
    private static readonly HeldSamples Counted = Made(96_000, i => i / 96_000.0);

    private static HeldSamples Made(int count, Func<int, double> left, Func<int, double>? right = null) =>
        new([.. Enumerable.Range(0, count).SelectMany(i => new[] { (float)left(i), (float)(right ?? left)(i) })]);

    private static Layer Sound(string id = "s", int? first = null, int? last = null, params (ValueSpec Spec, double Value)[] values)
    {
        var content = Content.Of<SoundContent>().With(SoundContent.Sound, Value.Of(Hash));
        return new()
        {
            Id = id,
            Name = id,
            In = first,
            Out = last,
            Content = values.Aggregate(content, (c, v) => c.With(v.Spec, new Value(v.Value))),
        };
    }

    private static Graphic Graphic(params Layer[] layers) =>
        GraphicRules.Demand(
            Samples.Graphic(layers) with
            {
                Rate = new(30000, 1001),
                Phases = new PhaseLengths(20, 50, 20),
                Sources = SourceSet.Empty.With(
                    SoundSources.Kind,
                    Hash,
                    new SoundAsset()
                    {
                        Name = "counted.wav",
                        Type = "audio/wav",
                        Samples = 96_000,
                        Channels = 2,
                    }
                ),
            }
        );

    private static float[] Heard(Graphic graphic, ISamples? sound = null, bool guides = false)
    {
        var mix = new SoundMix(graphic, _ => sound ?? Counted, guides);
        var all = new float[mix.Count * ISamples.Channels];
        mix.Read(0, all);
        return [.. all.Where((_, i) => i % 2 == 0)];
    }

    /// <summary>SMPTE ST 272 and ST 299-1: at 30000/1001 frames five frames have 8008 samples, as 1602, 1601, 1602, 1601, 1602.</summary>
    [Fact]
    public void FramesHaveTheirSamples()
    {
        var rate = new FrameRate(30000, 1001);
        Assert.Equal([1602, 1601, 1602, 1601, 1602], Enumerable.Range(0, 5).Select(i => SampleClock.StartOf(rate, i + 1) - SampleClock.StartOf(rate, i)));
        Assert.Equal(1_601_600, SampleClock.StartOf(rate, 1000));
        Assert.Equal(2002, SampleClock.StartOf(new(24000, 1001), 1));
        Assert.Equal(1920, SampleClock.StartOf(new(25), 1));
        Assert.Equal(800.8, SampleClock.StartOf(new(60000, 1001), 10_000) / 10_000.0, 4);
    }

    [Fact]
    public void TheNextFrameIsNeverFurtherThanItsRate() =>
        Gen.Select(Gen.Int[0, FrameRate.All.Length - 1], Gen.Int[-1_000_000, 10_000_000])
            .Sample(
                (index, frame) =>
                {
                    var rate = FrameRate.All[index];
                    var exact = frame * (double)SampleClock.Rate * rate.Denominator / rate.Numerator;
                    Assert.InRange(SampleClock.StartOf(rate, frame) - exact, -0.5001, 0.5001);
                }
            );

    [Fact]
    public void ASoundBeginsAtItsInPointWithItsSlip()
    {
        var heard = Heard(Graphic(Sound(first: 10, last: 29, values: (SoundContent.Slip, 0.25))));
        var (start, end) = (16016, 48048);
        Assert.Equal(0, heard[start - 1]);
        Assert.Equal(12_000 / 96_000f, heard[start]);
        Assert.Equal((12_000 + 1000) / 96_000f, heard[start + 1000], 1e-6f);
        Assert.NotEqual(0, heard[end - 1]);
        Assert.Equal(0, heard[end]);
        Assert.Equal(144_144, heard.Length);
    }

    [Fact]
    public void ANegativeSlipBeginsLaterAndASoundEndsWithItself()
    {
        var heard = Heard(Graphic(Sound(values: (SoundContent.Slip, -0.5))));
        Assert.All(heard[..24_000], s => Assert.Equal(0, s));
        Assert.Equal(1 / 96_000f, heard[24_001]);
        Assert.NotEqual(0, heard[24_000 + 95_999]);
        Assert.All(heard[120_000..], s => Assert.Equal(0, s));
    }

    [Fact]
    public void WhereReadingBeginsChangesNothing()
    {
        var keyed = Sound(first: 3, values: [(SoundContent.FadeIn, 0.3), (SoundContent.FadeOut, 0.7)]);
        keyed = keyed
            .At(new("gain"))
            .Put(Channel.Of(NumbersKind.Number, [new Keyframe(0, new(-96), FeelText.Parse("ease-in")), new Keyframe(40, new(6), Feel.Linear)]));
        var graphic = Graphic(keyed, Sound("t"));
        var whole = Heard(graphic);
        var mix = new SoundMix(graphic, _ => Counted);
        Gen.Select(Gen.Int[-5000, 140_000], Gen.Int[1, 12_000])
            .Sample(
                (first, count) =>
                {
                    var part = new float[count * 2];
                    mix.Read(first, part);
                    for (var i = 0; i < count; i += 37)
                    {
                        Assert.Equal(first + i >= 0 && first + i < whole.Length ? whole[first + i] : 0, part[2 * i]);
                    }
                },
                iter: 200
            );
    }

    [Fact]
    public void GainIsInDecibelsAndKeyedOverTime()
    {
        var one = Made(96_000, _ => 1);
        Assert.Equal(0.5012f, Heard(Graphic(Sound(values: (SoundContent.Gain, -6))), one)[4000], 1e-4f);
        Assert.Equal(0, Heard(Graphic(Sound(values: (SoundContent.Gain, -96))), one)[4000]);
        var keyed = Sound()
            .At(new("gain"))
            .Put(Channel.Of(NumbersKind.Number, [new Keyframe(0, new(-40), Feel.Linear), new Keyframe(40, new(0), Feel.Linear)]));
        var heard = Heard(Graphic(keyed), one);
        // Half-way in time it is half-way in decibels.
        Assert.Equal(0.1f, heard[SampleClock.StartOf(new(30000, 1001), 20)], 1e-3f);
        Assert.Equal(1f, heard[70_000], 1e-6f);
    }

    [Fact]
    public void FadesThatCrossKeepThePower()
    {
        var one = Made(96_000, _ => 1);
        var (up, down) = (
            Heard(Graphic(Sound(values: (SoundContent.FadeIn, 1))), one),
            Heard(Graphic(Sound(last: 59, values: (SoundContent.FadeOut, 1))), one)
        );
        Assert.Equal(Math.Sqrt(0.5), up[24_000], 4);
        Assert.Equal(1f, up[48_000]);
        var end = 96_000;
        for (var i = 0; i < 48_000; i += 1000)
        {
            Assert.Equal(1, up[i] * up[i] + down[end - 48_000 + i] * down[end - 48_000 + i], 3);
        }
    }

    [Fact]
    public void WhatIsHiddenIsNotHeardAndGuidesOnlyOnTheBench()
    {
        var group = new Layer
        {
            Id = "g",
            Name = "g",
            Hidden = true,
            Content = Content.Of<GroupContent>(),
        };
        Assert.True(new SoundMix(Graphic(Sound() with { Hidden = true }), _ => Counted).IsSilent);
        Assert.True(new SoundMix(Graphic(Sound() with { Group = "g" }, group), _ => Counted).IsSilent);
        Assert.True(new SoundMix(Graphic(Sound() with { Guide = true }), _ => Counted).IsSilent);
        Assert.False(new SoundMix(Graphic(Sound() with { Guide = true }), _ => Counted, guides: true).IsSilent);
        var inTime = Heard(Graphic(Sound() with { Group = "g" }, group with { Hidden = false, In = 10, Out = 19 }));
        Assert.Equal(0, inTime[16_015]);
        Assert.Equal(16_016 / 96_000f, inTime[16_016], 1e-6f);
        Assert.Equal(0, inTime[32_032]);
    }

    [Fact]
    public void TrimmingAndCuttingLeaveTheSoundInItsPlace()
    {
        var before = Heard(Graphic(Sound(first: 10, values: (SoundContent.Slip, 0.1))));
        var trimmed = Heard(new SetSpan("s", In: 17).ApplyTo(Graphic(Sound(first: 10, values: (SoundContent.Slip, 0.1))), Samples.Shaper));
        Assert.Equal(before[30_000..100_000], trimmed[30_000..100_000]);
        var cut = new SplitLayers(["s"], 30).ApplyTo(
            Graphic(Sound(first: 10, values: [(SoundContent.Slip, 0.1), (SoundContent.FadeIn, 0.2), (SoundContent.FadeOut, 0.3)])),
            Samples.Shaper
        );
        Assert.Equal(Heard(Graphic(Sound(first: 10, values: [(SoundContent.Slip, 0.1), (SoundContent.FadeIn, 0.2), (SoundContent.FadeOut, 0.3)]))), Heard(cut));
        // Sliding takes the sound along.
        var slid = Heard(new SlideLayers(["s"], 5).ApplyTo(Graphic(Sound(first: 10)), Samples.Shaper));
        Assert.Equal(Heard(Graphic(Sound(first: 15))), slid);
    }

    [Fact]
    public void ASoundHasNoPlaceOnTheStage()
    {
        var problem = Assert.Throws<ProblemException>(() =>
            new SetValue("s", new("position"), System.Text.Json.JsonDocument.Parse("[1,2]").RootElement, 0).ApplyTo(Graphic(Sound()), Samples.Shaper)
        );
        Assert.Contains("gain", problem.Problem.Remedy.ToString(), StringComparison.Ordinal);
        Assert.DoesNotContain(Sound().Values(), v => v.Spec == LayerValues.Position);
        Assert.Throws<ProblemException>(() => Graphic(Sound() with { Own = LayerValues.Module.Blank.With(LayerValues.Position, new Value(1, 2)) }));
    }

    [Fact]
    public void ADocumentCarriesItsSounds()
    {
        var graphic = Graphic(Sound(values: (SoundContent.Gain, -3)));
        var read = GraphicJson.Read(GraphicJson.Write(graphic));
        Assert.Equal(96_000, read.Sources.Find(SoundSources.Kind, Hash)!.Samples);
        Assert.Equal(-3, read.Layers[0].Content.Values[SoundContent.Gain].Constant.X);
        var missing = Assert.Throws<ProblemException>(() => GraphicJson.Read(GraphicJson.Write(graphic with { Sources = SourceSet.Empty })));
        Assert.Equal("/layers/0/content/sound", missing.Problem.Field);
    }

    /// <summary>EBU Tech 3341, table 1, cases 1, 2 and 3: sines of 1 kHz at -23 and -33 dBFS on both channels, and the gate with -36, -23, -36 dBFS.</summary>
    [Fact]
    public void LoudnessIsAsEbuAsks()
    {
        static double Sine(int i, double level) => Math.Pow(10, level / 20) * Math.Sin(2 * Math.PI * 1000 * i / SampleClock.Rate);
        const int Second = SampleClock.Rate;
        Assert.Equal(-23, Loudness.Of(Made(20 * Second, i => Sine(i, -23)), 0, 20 * Second).Integrated!.Value, 0.1);
        Assert.Equal(-33, Loudness.Of(Made(20 * Second, i => Sine(i, -33)), 0, 20 * Second).Integrated!.Value, 0.1);
        var gated = Loudness.Of(Made(80 * Second, i => Sine(i, i < 10 * Second || i >= 70 * Second ? -36 : -23)), 0, 80 * Second);
        Assert.Equal(-23, gated.Integrated!.Value, 0.1);
        Assert.Equal(-23, gated.ShortTerm!.Value, 0.1);
        Assert.Null(Loudness.Of(Made(Second / 5, i => Sine(i, -20)), 0, Second / 5).Integrated);
        Assert.Equal(new Loudness(null, null, null, null), Loudness.Of(Made(Second, _ => 0), 0, Second));
    }

    /// <summary>
    /// EBU Tech 3341, table 1, cases 15 and 16: a quarter of the sample rate, once sampled at its tops and once beside them, is at -6 dBTP within +0.2 and
    /// -0.4 dB.
    /// </summary>
    [Theory]
    [InlineData(0)]
    [InlineData(45)]
    public void ThePeakBetweenSamplesIsFound(double degrees)
    {
        var peak = Loudness
            .Of(Made(48_000, i => 0.5 * Math.Sin(Math.PI / 2 * i + degrees * Math.PI / 180) * Math.Min(1, Math.Min(i, 48_000 - i) / 4800.0)), 0, 48_000)
            .TruePeak!.Value;
        Assert.InRange(peak, -6.4, -5.8);
    }

    [Fact]
    public void OnsetsAreWhereSomethingBegins()
    {
        int[] starts = [0, 12_000, 24_500, 40_000, 61_111, 80_000];
        var random = new Random(5);
        double Note(int i)
        {
            var sum = 0.001 * (random.NextDouble() - 0.5);
            for (var k = 0; k < starts.Length; k++)
            {
                var t = (i - starts[k]) / 48_000.0;
                sum += t < 0 ? 0 : 0.3 * Math.Exp(-9 * t) * Math.Sin(2 * Math.PI * (300 + 90 * k) * t + 1);
            }
            return sum;
        }
        var found = Onsets.Of(Made(96_000, Note));
        Assert.Equal(starts.Length, found.Count);
        Assert.All(starts.Zip(found), p => Assert.InRange(p.Second - p.First, -240, 240));
        Assert.Empty(Onsets.Of(Made(48_000, _ => 0)));
        Assert.Single(Onsets.Of(Made(48_000, i => 0.4 * Math.Sin(2 * Math.PI * 220 * i / 48_000))));
    }

    [Fact]
    public void KeyframesGoToTheNearestBeat()
    {
        var graphic = Graphic(
            Sound(first: 10, values: (SoundContent.Slip, 0.5)),
            Samples.Type("t", "Bees") with
            {
                Own = LayerValues.Module.Blank.With(
                    LayerValues.Opacity,
                    Channel.Of(NumbersKind.Number, [new Keyframe(9, new(0), Feel.Linear), new Keyframe(27, new(1), Feel.Linear)])
                ),
            }
        );
        // Half a second is before the in point; the rest begins 24 024 and 48 048 samples, 15 and 30 frames, after it.
        var beats = Beats.Of(graphic, _ => [0, 24_000, 48_024, 72_048, 90_000_000]);
        Assert.Equal<int>([10, 25, 40], beats);
        var snapped = new SnapKeys([new("t", new("opacity"), 9), new("t", new("opacity"), 27)], beats).ApplyTo(graphic, Samples.Shaper);
        Assert.Equal([10, 25], snapped.Layer("t").At(new("opacity")).Channel.Keys.Select(k => k.At));
        Assert.Throws<ProblemException>(() => new SnapKeys([new("t", new("opacity"), 9), new("t", new("opacity"), 27)], [10]).ApplyTo(graphic, Samples.Shaper));
        Assert.Throws<ProblemException>(() => new SnapKeys([new("t", new("opacity"), 9)], []).ApplyTo(graphic, Samples.Shaper));
    }

    [Fact]
    public void AWaveformHoldsEveryPeak()
    {
        var sound = Made(1000, i => i == 700 ? -1
            : i == 130 ? 0.5
            : 0);
        var outline = Waveform.Of(sound, 64);
        Assert.Equal(2 * 16, outline.Length);
        Assert.Equal((0, 64), (outline[4], outline[5]));
        Assert.Equal((-127, 0), (outline[20], outline[21]));
        Assert.Equal(2, outline.Count(v => v != 0));
        Assert.Equal((-127, 64), ((int)Waveform.Of(sound, 1024)[0], (int)Waveform.Of(sound, 1024)[1]));
        Assert.Throws<ProblemException>(() => Waveform.Of(sound, 100));
    }
}
