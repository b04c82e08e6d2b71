using CsCheck;
using Hang.Core.Edits;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Core.Tests.Samples;

namespace Hang.Core.Tests;

/// <summary>A keyframe that changes nothing: what is cut in time goes on as it did.</summary>
public class CutTests
{
    private static readonly Feel[] Feels =
    [
        .. NamedFeels.All.Select(f => f.Feel),
        FeelText.Parse("steps(3, jump-both)"),
        FeelText.Parse("steps(4, jump-none)"),
        FeelText.Parse("linear(0, 0.9 30%, 0.2 60%, 1)"),
    ];

    /// <summary>Keyframes at least 4 frames apart, with values that differ, and any feels.</summary>
    private static readonly Gen<Channel> Channels = Gen.Select(Gen.Int[4, 60], Gen.Double[1, 500], Gen.Int[0, Feels.Length - 1])
        .Array[2, 6]
        .Select(steps =>
        {
            var (at, value, keys) = (0, 0.0, new List<Keyframe>());
            foreach (var (frames, by, feel) in steps)
            {
                keys.Add(new(at, new(value), Feels[feel]));
                (at, value) = (at + frames, value + by);
            }
            return Channel.Of(NumbersKind.Number, keys);
        });

    [Fact]
    public void ACutChangesNoValueAtAnyFrame() =>
        Gen.Select(Channels, Gen.Double[0, 1])
            .Sample(
                (channel, share) =>
                {
                    var last = channel.Keys[^1].At;
                    var cut = channel.WithCutAt((int)(share * last));
                    for (var frame = 0; frame <= last; frame++)
                    {
                        var (meant, found) = (channel.At(frame).X, cut.At(frame).X);
                        Assert.True(Math.Abs(meant - found) < 0.5, $"at {frame}: {found} instead of {meant}");
                    }
                }
            );

    [Fact]
    public void WhereThereIsAKeyframeOrNoChangeNothingIsCut()
    {
        var channel = Channel.Of(NumbersKind.Number, [new(10, new(0), Feel.Linear), new(20, new(5), Feel.Linear)]);
        foreach (var frame in new[] { 0, 5, 10, 20, 21, 400 })
        {
            Assert.Same(channel, channel.WithCutAt(frame));
        }
        Assert.Equal([10, 14, 20], channel.WithCutAt(14).Keys.Select(k => k.At));
    }

    [Fact]
    public void EachComponentGoesOnByItsOwnFeel()
    {
        var (brisk, late) = (NamedFeels.All.Single(f => f.Name == "Brisk").Feel, NamedFeels.All.Single(f => f.Name == "Late").Feel);
        var channel = Channel.Of(
            NumbersKind.Point,
            [new(0, new(0, 0), Feel.Linear) { Parts = FeelParts.All(brisk).With(1, late) }, new(40, new(300, 900), Feel.Linear)]
        );
        var cut = channel.WithCutAt(13);
        for (var frame = 0; frame <= 40; frame++)
        {
            Assert.Equal(channel.At(frame).X, cut.At(frame).X, 0.1);
            Assert.Equal(channel.At(frame).Y, cut.At(frame).Y, 0.1);
        }
    }

    [Theory]
    [InlineData(0, 1)]
    [InlineData(-0.5, 2)]
    public void TheWholeOfAFeelIsItself(double from, double to) => Assert.All(Feels, f => Assert.Same(f, f.Part(from, to)));

    [Fact]
    public void APartWithoutChangeIsEvenBetweenTwoEqualValues() => Assert.Equal(Feel.Linear, Feel.Hold.Part(0.1, 0.6));

    [Theory]
    [InlineData(0, 30, new[] { 0, 10, 30 })]
    [InlineData(5, 30, new[] { 0, 5, 25 })]
    [InlineData(12, 25, new[] { 0, 13 })]
    [InlineData(10, 39, new[] { 0, 20, 29 })]
    public void ATrimLeavesKeyframesAtItsEndsOnlyWhereSomethingIsUnderWay(int from, int to, int[] left)
    {
        var keyed = Plate("p", ("turn", Keyed((0, 0), (10, 90), (30, 45), (39, 0))));
        var trimmed = new Trim(from, to).ApplyTo(Graphic(keyed) with { Phases = new(10, 20, 10) }, Shaper);
        Assert.Equal(left, trimmed.Layer("p").Channel("turn").Keys.Select(k => k.At));
    }

    [Fact]
    public void OfWhatIsOverOrHasNotBegunItsValueIsLeft()
    {
        var keyed = Plate("p", ("turn", Keyed((12, 30), (16, 90))));
        var graphic = Graphic(keyed) with { Phases = new(10, 20, 10) };
        Assert.Equal(30, new Trim(0, 8).ApplyTo(graphic, Shaper).Layer("p").Channel("turn").At(4).X);
        Assert.Equal(90, new Trim(20, 39).ApplyTo(graphic, Shaper).Layer("p").Channel("turn").At(0).X);
    }
}
