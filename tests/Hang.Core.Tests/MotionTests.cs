using CsCheck;
using Hang.Core.Contents;
using Hang.Core.Effects;
using Hang.Core.Handoff;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Colour;
using Hang.Scene.Motion;
using Hang.Scene.Registry;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

public class MotionTests
{
    public static TheoryData<string> Names => [.. NamedFeels.All.Select(f => f.Name)];

    [Theory]
    [MemberData(nameof(Names))]
    public void EveryNamedFeelBeginsAtTheFirstValueAndEndsAtTheSecond(string name)
    {
        var feel = NamedFeels.All.Single(f => f.Name == name).Feel;
        Assert.Equal(0, feel.At(0), 12);
        Assert.Equal(1, feel.At(1), 12);
    }

    /// <summary>A linear() function with the points of a curve approximates the curve (CSS Easing Level 2, section 2.2).</summary>
    [Fact]
    public void PiecesOfACurveFollowTheCurve()
    {
        var curve = FeelText.Parse("ease-in-out");
        var pieces = FeelText.Parse(
            "linear("
                + string.Join(
                    ", ",
                    Enumerable.Range(0, 101).Select(i => curve.At(i / 100.0).ToString("0.########", System.Globalization.CultureInfo.InvariantCulture))
                )
                + ")"
        );
        Gen.Double[0, 1].Sample(t => Math.Abs(pieces.At(t) - curve.At(t)) < 2e-4);
    }

    [Fact]
    public void KeyframesAreKeptInOrderWhateverOrderTheyComeIn() =>
        Gen.Int[0, 500]
            .Array[1, 30]
            .Sample(frames =>
            {
                var channel = Channel.Of(NumbersKind.Number, frames.Select(f => new Keyframe(f, new(f), Feel.Linear)));
                return channel.Keys.Select(k => k.At).SequenceEqual(frames.Distinct().Order()) && frames.All(f => channel.At(f).X == f);
            });

    [Fact]
    public void BetweenTwoEvenKeyframesTheValueIsBetweenTheirs() =>
        Gen.Select(Gen.Double[-1e4, 1e4], Gen.Double[-1e4, 1e4], Gen.Int[1, 300])
            .Sample(
                (a, b, length) =>
                {
                    var channel = Keyed((0, a), (length, b));
                    return Enumerable.Range(0, length + 1).All(f => channel.At(f).X >= Math.Min(a, b) - 1e-9 && channel.At(f).X <= Math.Max(a, b) + 1e-9);
                }
            );

    [Fact]
    public void TakingTheLastKeyframeAwayLeavesItsValue()
    {
        var channel = Keyed((4, 7)).WithoutKeys(f => f == 4);
        Assert.False(channel.IsKeyed);
        Assert.Equal(7, channel.At(99).X);
    }

    [Fact]
    public void ColoursReadBackAsTheyAreWritten()
    {
        Gen.UInt.Sample(v => Rgba.Parse($"#{v:X8}").ToString() == ((v & 0xFF) == 0xFF ? $"#{v >> 8:X6}" : $"#{v:X8}"));
        Assert.Equal("#AABBCC", Rgba.Parse("#abc").ToString());
        foreach (var bad in new[] { "", "#", "abc", "#ABCD", "#GGGGGG", "#12345", "rgb(1,2,3)" })
        {
            Assert.False(Rgba.TryParse(bad, out _), bad);
        }
    }

    [Fact]
    public void EveryValuesDefaultIsWithinItsRangeAndReadsBackAsItIsWritten()
    {
        var modules = Modules<ContentKind>.All.Cast<Module>().Concat(Modules<EffectKind>.All).Append(LayerValues.Module);
        Assert.All(modules.SelectMany(m => m.Values).Where(v => !v.Required), spec =>
        {
            spec.Demand(spec.Default, "layer", "field");
            Assert.Equal(spec.Default, Hang.Scene.Json.JsonPlace.Read(spec.Kind.Write(spec.Default), spec.Kind.Read));
            if (spec.Kind is NumbersKind)
            {
                Assert.Throws<ProblemException>(() => spec.Demand(spec.Default.With(0, double.NaN), "layer", "field"));
                Assert.Throws<ProblemException>(() => spec.Demand(spec.Default.With(0, spec.Most * 2 + 1), "layer", "field"));
            }
        });
    }

    [Fact]
    public void FileNamesHoldNothingThatAFileSystemOrAShellMinds() =>
        Gen.String[0, 80]
            .Sample(name =>
            {
                var plain = FileNames.Plain(name);
                return plain.Length is > 0 and <= 60 && plain.All(c => char.IsLetterOrDigit(c) || c == '-') && !plain.StartsWith('-');
            });

    [Fact]
    public void NudgesThatFollowEachOtherAddUp()
    {
        var graphic = Graphic(Plate("a"), Plate("b", ("position", Over([new(0, new(5, 5), Feel.Linear), new(50, new(9, 9), Feel.Linear)]))));
        for (var i = 0; i < 7; i++)
        {
            graphic = new Edits.Nudge(["a", "b"], [1, -10], 50).ApplyTo(graphic, Samples.Shaper);
        }
        Assert.Equal(new Value(7, -70), graphic.Layer("a").Channel("position").Constant);
        Assert.Equal([new(5, 5), new(16, -61)], graphic.Layer("b").Channel("position").Keys.Select(k => k.Value));
    }

    [Fact]
    public void NamesOfCopiesCountOn()
    {
        Assert.Equal("Plate", LayerNames.Free("Plate", []));
        Assert.Equal("Plate 2", LayerNames.Free("Plate", ["plate"]));
        Assert.Equal("Plate 4", LayerNames.Free("Plate 2", ["Plate", "Plate 2", "Plate 3"]));
    }

    /// <summary>CSS Easing Functions Level 2, section 2.4: a step that jumps at its start has jumped at progress 0.</summary>
    [Theory]
    [InlineData("steps(1, jump-start)", 10, 10, 10)]
    [InlineData("steps(2, jump-start)", 5, 5, 10)]
    [InlineData("steps(2, jump-both)", 3.3333333, 3.3333333, 6.6666667)]
    [InlineData("steps(2)", 0, 0, 5)]
    public void AJumpAtTheStartIsSeenOnTheKeyframesOwnFrame(string feel, double at0, double at4, double at5)
    {
        var channel = Channel.Of(NumbersKind.Number, [new(0, new(0), FeelText.Parse(feel)), new(10, new(10), Feel.Linear)]);
        Assert.Equal(0, channel.At(-1).X);
        Assert.Equal(at0, channel.At(0).X, 1e-6);
        Assert.Equal(at4, channel.NumberAt(4), 1e-6);
        Assert.Equal(at5, channel.At(5).X, 1e-6);
        Assert.Equal(10, channel.At(10).X);
    }
}
