using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Scene;
using Hang.Tests.Shared;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>Keyframes stretched, put on the beat, staggered, moved and copied: what holds besides the properties of <see cref="RetimingTests"/>.</summary>
public sealed class KeyTimingTests
{
    private static Graphic Keyed(params int[] frames) => Graphic(Plate("a", ("turn", Samples.Keyed([.. frames.Select(f => (f, (double)f))]))));

    private static ImmutableArray<KeyPlace> Places(IEnumerable<int> frames, string layer = "a") => [.. frames.Select(f => new KeyPlace(layer, At("turn"), f))];

    private static int[] After(Graphic graphic, Edit edit, string layer = "a") =>
        [.. edit.ApplyTo(graphic, Shaper).Layer(layer).Channel("turn").Keys.Select(k => k.At)];

    private static string Refused(Graphic graphic, Edit edit) => Assert.Throws<ProblemException>(() => edit.ApplyTo(graphic, Shaper)).Problem.ToString();

    [Fact]
    public void StretchingCanBeHeldAtItsEnd()
    {
        Assert.Equal([0, 30, 60], After(Keyed(20, 40, 60), new StretchKeys(Places([20, 40, 60]), 60, 20, 0)));
        Assert.Equal([40, 50, 60], After(Keyed(20, 40, 60), new StretchKeys(Places([20, 40, 60]), 60, 20, 40)));
        Assert.Contains("two frames or more", Refused(Keyed(20), new StretchKeys(Places([20]), 20, 20, 40)), StringComparison.Ordinal);
        Assert.Contains("outside every graphic", Refused(Keyed(20, 40), new StretchKeys(Places([20, 40]), 20, int.MaxValue, 40)), StringComparison.Ordinal);
    }

    [Fact]
    public void KeyframesGoToTheNearestBeat()
    {
        Assert.Equal([12, 24, 48], After(Keyed(10, 25, 47), new SnapKeys(Places([10, 25, 47]), [0, 12, 24, 36, 48, 60])));
        // Beats outside of the graphic are none.
        Assert.Equal([12], After(Keyed(90), new SnapKeys(Places([90]), [-5, 12, 100, 4000])));
        Assert.Contains("no beat", Refused(Keyed(10), new SnapKeys(Places([10]), [200])), StringComparison.Ordinal);
    }

    [Fact]
    public void TwoThatWouldFallTogetherAreRefusedWithTheirFrame() =>
        Assert.Contains("frame 12", Refused(Keyed(10, 13), new SnapKeys(Places([10, 13]), [12])), StringComparison.Ordinal);

    /// <summary>Layers follow each other in the order asked for; within a layer nothing changes.</summary>
    [Theory]
    [InlineData(StaggerOrder.TopDown, 5, new[] { 20, 15, 10 })]
    [InlineData(StaggerOrder.BottomUp, 5, new[] { 10, 15, 20 })]
    [InlineData(StaggerOrder.Selected, 5, new[] { 15, 10, 20 })]
    [InlineData(StaggerOrder.TopDown, -5, new[] { 0, 5, 10 })]
    public void LayersFollowEachOther(StaggerOrder order, int every, int[] first)
    {
        var graphic = Graphic([.. new[] { "a", "b", "c" }.Select(id => Plate(id, ("turn", Samples.Keyed((10, 0), (30, 1)))))]);
        var edit = new StaggerKeys([.. new[] { "b", "a", "c" }.SelectMany(id => Places([10, 30], id))], every, order);
        Assert.Equal(first, new[] { "a", "b", "c" }.Select(id => After(graphic, edit, id)[0]));
        Assert.All(new[] { "a", "b", "c" }, id => Assert.Equal(20, After(graphic, edit, id) is var k ? k[1] - k[0] : 0));
    }

    [Fact]
    public void NothingSelectedChangesNothing()
    {
        var graphic = Keyed(10, 20);
        Assert.Equal(graphic, new ReverseKeys([]).ApplyTo(graphic, Shaper));
        Assert.Equal(graphic, new StretchKeys([], 0, 10, 20).ApplyTo(graphic, Shaper));
        Assert.Equal(graphic, new MoveKeys([], 5).ApplyTo(graphic, Shaper));
        Assert.Null(new MoveKeys([], 5).Note(graphic));
    }

    [Fact]
    public void WhatMovedKeyframesReplaceIsSaid()
    {
        var graphic = Keyed(10, 20, 30, 40);
        Assert.Null(new MoveKeys(Places([10]), 5).Note(graphic));
        Assert.StartsWith("A keyframe", new MoveKeys(Places([10]), 10).Note(graphic)!.ToString(), StringComparison.Ordinal);
        Assert.StartsWith("2 keyframes", new MoveKeys(Places([10, 20]), 20).Note(graphic)!.ToString(), StringComparison.Ordinal);
        // One that moves itself is in nobody's way; where copies are made it is.
        Assert.Null(new MoveKeys(Places([10, 20, 30, 40]), 10).Note(graphic));
        Assert.StartsWith("3 keyframes", new MoveKeys(Places([10, 20, 30, 40]), 10, Copy: true).Note(graphic)!.ToString(), StringComparison.Ordinal);
        Assert.Equal([10, 15, 20, 30, 40], After(graphic, new MoveKeys(Places([10]), 5, Copy: true)));
    }

    [Fact]
    public void TheHistorySaysHowManyMoved()
    {
        Assert.Equal("Move a keyframe", new MoveKeys(Places([10]), 5).Describe(Keyed(10)).ToString());
        Assert.Equal("Duplicate 2 keyframes", new MoveKeys(Places([10, 20]), 5, Copy: true).Describe(Keyed(10, 20)).ToString());
        Assert.Equal("Spread keyframes", new StretchKeys(Places([10, 20]), 10, 20, 40).Describe(Keyed(10, 20)).ToString());
        Assert.Equal("Squeeze keyframes", new StretchKeys(Places([10, 20]), 10, 20, 12).Describe(Keyed(10, 20)).ToString());
    }

    [Fact]
    public void AValueIsKeyedAndUnkeyedAsItIsThere()
    {
        var graphic = Keyed(10, 20);
        Assert.Equal(15, new AddKey("a", At("turn"), 15).ApplyTo(graphic, Shaper).Layer("a").Channel("turn").At(15).X);
        var still = new ClearKeys("a", At("turn"), 12).ApplyTo(graphic, Shaper).Layer("a").Channel("turn");
        Assert.False(still.IsKeyed);
        Assert.Equal(12, still.Constant.X);
        Assert.Equal([20], After(graphic, new RemoveKeys(Places([10]))));
        // When the last of them go, the value is the one that is seen at the playhead.
        var (all, some) = (
            new RemoveKeys(Places([10, 20]), 17).ApplyTo(graphic, Shaper).Layer("a").Channel("turn"),
            new RemoveKeys(Places([10]), 17).ApplyTo(graphic, Shaper).Layer("a").Channel("turn")
        );
        Assert.Equal((false, 17.0), (all.IsKeyed, all.Constant.X));
        Assert.Equal((true, 20.0), (some.IsKeyed, some.At(17).X));
        Assert.Contains("cannot be keyed", Refused(graphic, new AddKey("a", At("cornerCut"), 3)), StringComparison.Ordinal);
    }
}
