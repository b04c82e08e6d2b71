using Hang.Core.Arrivals;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Geometry;
using Hang.Core.Layers;
using Hang.Core.Motion;
using Hang.Core.Typesetting;
using static Hang.Core.Tests.Samples;

namespace Hang.Core.Tests;

public class ArrivalTests
{
    public static TheoryData<ArrivalKind> Kinds => [.. Enum.GetValues<ArrivalKind>()];

    private static Graphic Words(string text = "Honey bees") => Samples.Graphic(Type("t", text) with
    {
        Channels = ChannelSet.Empty.With(ChannelName.Position, new ChannelValue(200, 180)).With(ChannelName.TypeSize, new ChannelValue(40)).With(ChannelName.Turn, new ChannelValue(3)),
    });

    private static bool Shows(Graphic graphic, int frame) => new Evaluator(graphic, Shaper).At(frame).Nodes
        .Any(n => n.Bounds is { IsEmpty: false } b && !b.Intersect(new Box(0, 0, graphic.Width, graphic.Height)).IsEmpty);

    [Theory]
    [MemberData(nameof(Kinds))]
    public void AnArrivalComesFromNothingToRestAndADepartureMirrorsIt(ArrivalKind kind)
    {
        var before = Words();
        var arrived = new ApplyArrival(["t"], kind).ApplyTo(before, Shaper);
        var after = new ApplyArrival(["t"], kind, Leaving: true).ApplyTo(arrived, Shaper);
        var rest = new Evaluator(before, Shaper).Place(before.Layer("t"), 0).World;
        for (var frame = before.Phases.HoldStart; frame <= before.Phases.LeaveStart; frame++)
        {
            var layer = after.Layer("t");
            Assert.Equal(rest, new Evaluator(after, Shaper).Place(layer, frame).World);
            Assert.Equal((1.0, 0.0, 0.0), (layer.Channels[ChannelName.Opacity].At(frame).X, layer.Channels[ChannelName.Blur].At(frame).X, layer.Channels[ChannelName.Tracking].At(frame).X));
        }
        Assert.False(Shows(after, 0));
        Assert.False(Shows(after, after.Phases.Total - 1));
        Assert.True(Shows(after, after.Phases.HoldStart));
        Assert.Equal(after.Layer("t"), GraphicJson.Read(GraphicJson.Write(after)).Layer("t") with { Channels = after.Layer("t").Channels });

        // What is written are ordinary keyframes, and going off runs through the same values backwards.
        foreach (var (name, channel) in after.Layer("t").Channels.Mentioned.Where(c => c.Value.IsKeyed && kind != ArrivalKind.TypeOn))
        {
            Assert.Equal(4, channel.Keys.Length);
            Assert.Equal(channel.Keys[0].Value, channel.Keys[3].Value);
            var (on, off) = (channel.Keys[1].At - channel.Keys[0].At, channel.Keys[3].At - channel.Keys[2].At);
            for (var i = 1; i < 8; i++)
            {
                Assert.Equal(channel.Keys[0].Feel.At(i / 8.0), 1 - channel.Keys[2].Feel.At(1 - i / 8.0), 1e-6);
            }
            Assert.True(on > 0 && off > 0, $"{name} takes no time");
        }
    }

    [Fact]
    public void AnotherArrivalReplacesTheOneBefore()
    {
        var once = new ApplyArrival(["t"], ArrivalKind.TurnIn, Length: 8).ApplyTo(Words(), Shaper);
        var twice = new ApplyArrival(["t"], ArrivalKind.Fade, Length: 8).ApplyTo(once, Shaper).Layer("t").Channels;
        Assert.False(twice[ChannelName.Turn].IsKeyed);
        Assert.Equal(3, twice[ChannelName.Turn].Constant.X);
        Assert.Equal([0, 8], twice[ChannelName.Opacity].Keys.Select(k => k.At));
        var both = new ApplyArrival(["t"], ArrivalKind.Fade, Length: 8, Keep: true).ApplyTo(once, Shaper).Layer("t").Channels;
        Assert.True(both[ChannelName.Turn].IsKeyed);
    }

    /// <summary>What moves in Hold stays as it was when a layer is given another way of coming on.</summary>
    [Fact]
    public void MotionAfterTheArrivalIsLeftAlone()
    {
        var plate = Plate("a", (ChannelName.Position, Channel.Of([new(0, new(0, 0), Feel.Linear), new(60, new(120, 0), Feel.Linear), new(99, new(120, 300), Feel.Linear)])));
        var before = Samples.Graphic(plate);
        var after = new ApplyArrival(["a"], ArrivalKind.GlideFromLeft, Length: 10).ApplyTo(before, Shaper).Layer("a").Channels[ChannelName.Position];
        for (var f = before.Phases.HoldStart; f < 100; f++)
        {
            Assert.Equal(plate.Channels[ChannelName.Position].At(f).X, after.At(f).X, 1e-9);
            Assert.Equal(plate.Channels[ChannelName.Position].At(f).Y, after.At(f).Y, 1e-9);
        }
    }

    [Fact]
    public void OneClickStaggersTheWholeSelection()
    {
        var graphic = Samples.Graphic(Plate("a"), Plate("b"), Plate("c"));
        int[] Starts(StaggerOrder order, bool leaving) => [.. new ApplyArrival(["b", "a", "c"], ArrivalKind.Fade, leaving, Length: 6, Every: 4, Order: order)
            .ApplyTo(graphic, Shaper).Layers.Select(l => l.Channels[ChannelName.Opacity].Keys[0].At)];
        Assert.Equal([8, 4, 0], Starts(StaggerOrder.TopDown, false));
        Assert.Equal([0, 4, 8], Starts(StaggerOrder.BottomUp, false));
        Assert.Equal([4, 0, 8], Starts(StaggerOrder.Selected, false));
        Assert.Equal([93, 89, 85], Starts(StaggerOrder.TopDown, true));
        var fitting = new ApplyArrival(["a", "b", "c"], ArrivalKind.Fade, Every: 4).ApplyTo(graphic, Shaper);
        Assert.Equal(graphic.Phases.HoldStart, fitting.Layers.Max(l => l.Channels[ChannelName.Opacity].Keys[^1].At));
    }

    [Fact]
    public void LettersFollowEachOtherAndAllArriveAndLeaveInTime()
    {
        var graphic = Words("Bee");
        var pieces = new PieceStagger(PieceKind.Letter, 3);
        var after = new ApplyArrival(["t"], ArrivalKind.Fade, Pieces: pieces).ApplyTo(graphic, Shaper);
        after = new ApplyArrival(["t"], ArrivalKind.Fade, Leaving: true).ApplyTo(after, Shaper);
        var evaluator = new Evaluator(after, Shaper);
        float[] Opacities(int frame) => [.. evaluator.At(frame).Nodes.Where(n => n.Content.Kind == NodeKind.Glyphs).Select(n => n.Values[Slots.Opacity])];
        Assert.Equal([0f, 0f, 0f], Opacities(0));
        var midway = Opacities(6);
        Assert.True(midway[0] > midway[1] && midway[1] > midway[2]);
        Assert.Equal([1f, 1f, 1f], Opacities(20));
        Assert.Equal([1f, 1f, 1f], Opacities(80));
        Assert.Equal([0f, 0f, 0f], Opacities(99));
        Assert.Equal(["t", "t/0", "t/1", "t/2"], evaluator.Contents.Select(c => c.Id));
    }

    /// <summary>However many letters there are, each has half the phase to move in, and the last is gone at the end.</summary>
    [Fact]
    public void ManyLettersStillMove()
    {
        var pieces = new PieceStagger(PieceKind.Letter, 2);
        var on = new ApplyArrival(["t"], ArrivalKind.Grow, Pieces: pieces).ApplyTo(Words("Smoke, honey and wax"), Shaper);
        var both = new ApplyArrival(["t"], ArrivalKind.Grow, Leaving: true).ApplyTo(on, Shaper);
        Assert.Equal([0, 10], both.Layer("t").Channels[ChannelName.Scale].Keys.Take(2).Select(k => k.At));
        Assert.False(Shows(both, 99));
        Assert.True(Shows(both, 98));
    }

    [Theory]
    [InlineData(PieceOrder.InOrder, 5, new[] { 0, 1, 2, 3, 4 })]
    [InlineData(PieceOrder.Reversed, 5, new[] { 4, 3, 2, 1, 0 })]
    [InlineData(PieceOrder.FromMiddle, 5, new[] { 2, 1, 0, 1, 2 })]
    [InlineData(PieceOrder.FromMiddle, 4, new[] { 1, 0, 0, 1 })]
    public void PiecesHaveTheirOrder(PieceOrder order, int count, int[] ranks) => Assert.Equal(ranks, new PieceStagger(PieceKind.Letter, 1, order).Ranks(count));

    [Fact]
    public void AShuffleIsDrawnFromItsSeed()
    {
        var one = new PieceStagger(PieceKind.Letter, 1, PieceOrder.Shuffled, 7).Ranks(30);
        Assert.Equal(Enumerable.Range(0, 30), one.Order());
        Assert.Equal(one, new PieceStagger(PieceKind.Letter, 1, PieceOrder.Shuffled, 7).Ranks(30));
        Assert.NotEqual(one, new PieceStagger(PieceKind.Letter, 1, PieceOrder.Shuffled, 8).Ranks(30));
    }

    [Fact]
    public void WhatCannotComeOnThatWayIsSaidByName()
    {
        var graphic = Samples.Graphic(Plate("a"), new HookLayer { Id = "h", Name = "Hook" });
        Assert.Equal("Plate a", Assert.Throws<ProblemException>(() => new ApplyArrival(["a"], ArrivalKind.TypeOn).ApplyTo(graphic, Shaper)).Problem.Layer);
        Assert.Equal("Hook", Assert.Throws<ProblemException>(() => new ApplyArrival(["h"], ArrivalKind.Fade).ApplyTo(graphic, Shaper)).Problem.Layer);
        Assert.Contains("no time", Assert.Throws<ProblemException>(() => new ApplyArrival(["a"], ArrivalKind.Fade, Length: 200).ApplyTo(graphic, Shaper)).Problem.Message);
    }
}
