using System.Text.Json;
using Hang.Core.Arrivals;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

public class ArrivalTests
{
    public static TheoryData<ArrivalKind> Kinds => [.. Enum.GetValues<ArrivalKind>()];

    private static Graphic Words(string text = "Honey bees") =>
        Samples.Graphic(Type("t", text).With("position", new Value(200, 180)).With("typeSize", new Value(40)).With("turn", new Value(3)));

    private static PieceStagger? Coming(Graphic graphic) => graphic.Layer("t").Content.Kind.InPieces!.Coming(graphic.Layer("t").Content.Values);

    private static bool Shows(Graphic graphic, int frame) => !new Evaluator(graphic, Shaper).At(frame).Bounds.IsEmpty;

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
            Assert.Equal(
                (1.0, 0.0, 0.0),
                (
                    layer.Channel("opacity").At(frame).X,
                    (layer.Effects.IsEmpty ? 0 : layer.Channel("effects/e1/radius").At(frame).X),
                    layer.Channel("tracking").At(frame).X
                )
            );
        }
        Assert.False(Shows(after, 0));
        Assert.False(Shows(after, after.Phases.Total - 1));
        Assert.True(Shows(after, after.Phases.HoldStart));
        Assert.Equal(GraphicJson.Write(after), GraphicJson.Write(GraphicJson.Read(GraphicJson.Write(after))));

        // What is written are ordinary keyframes, and going off runs through the same values backwards.
        foreach (
            var (name, channel) in after.Layer("t").Mentioned().Where(c => c.Channel.IsKeyed && kind != ArrivalKind.TypeOn).Select(c => (c.Address, c.Channel))
        )
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
        var twice = new ApplyArrival(["t"], ArrivalKind.Fade, Length: 8).ApplyTo(once, Shaper).Layer("t");
        Assert.False(twice.Channel("turn").IsKeyed);
        Assert.Equal(3, twice.Channel("turn").Constant.X);
        Assert.Equal([0, 8], twice.Channel("opacity").Keys.Select(k => k.At));
        var both = new ApplyArrival(["t"], ArrivalKind.Fade, Length: 8, Keep: true).ApplyTo(once, Shaper).Layer("t");
        Assert.True(both.Channel("turn").IsKeyed);
    }

    /// <summary>What moves in Hold stays as it was when a layer is given another way of coming on.</summary>
    [Fact]
    public void MotionAfterTheArrivalIsLeftAlone()
    {
        var plate = Plate("a", ("position", Over([new(0, new(0, 0), Feel.Linear), new(60, new(120, 0), Feel.Linear), new(99, new(120, 300), Feel.Linear)])));
        var before = Samples.Graphic(plate);
        var after = new ApplyArrival(["a"], ArrivalKind.GlideFromLeft, Length: 10).ApplyTo(before, Shaper).Layer("a").Channel("position");
        for (var f = before.Phases.HoldStart; f < 100; f++)
        {
            Assert.Equal(plate.Channel("position").At(f).X, after.At(f).X, 1e-9);
            Assert.Equal(plate.Channel("position").At(f).Y, after.At(f).Y, 1e-9);
        }
    }

    [Fact]
    public void OneClickStaggersTheWholeSelection()
    {
        var graphic = Samples.Graphic(Plate("a"), Plate("b"), Plate("c"));
        int[] Starts(StaggerOrder order, bool leaving) =>
            [
                .. new ApplyArrival(["b", "a", "c"], ArrivalKind.Fade, leaving, Length: 6, Every: 4, Order: order)
                    .ApplyTo(graphic, Shaper)
                    .Layers.Select(l => l.Channel("opacity").Keys[0].At),
            ];
        Assert.Equal([8, 4, 0], Starts(StaggerOrder.TopDown, false));
        Assert.Equal([0, 4, 8], Starts(StaggerOrder.BottomUp, false));
        Assert.Equal([4, 0, 8], Starts(StaggerOrder.Selected, false));
        Assert.Equal([93, 89, 85], Starts(StaggerOrder.TopDown, true));
        var fitting = new ApplyArrival(["a", "b", "c"], ArrivalKind.Fade, Every: 4).ApplyTo(graphic, Shaper);
        Assert.Equal(graphic.Phases.HoldStart, fitting.Layers.Max(l => l.Channel("opacity").Keys[^1].At));
    }

    [Fact]
    public void LettersFollowEachOtherAndAllArriveAndLeaveInTime()
    {
        var graphic = Words("Bee");
        var pieces = new PieceStagger(PieceKind.Letter, 3);
        var after = new ApplyArrival(["t"], ArrivalKind.Fade, Pieces: pieces).ApplyTo(graphic, Shaper);
        after = new ApplyArrival(["t"], ArrivalKind.Fade, Leaving: true).ApplyTo(after, Shaper);
        var evaluator = new Evaluator(after, Shaper);
        float[] Opacities(int frame) => [.. evaluator.At(frame).Nodes.Where(n => n.Strip.Paints && n.Strip.Id != "t/rest").Take(3).Select(n => n.Values[6])];
        float Whole(int frame) => evaluator.At(frame).Nodes.Single(n => n.Strip.Id == "t/rest").Values[6];
        Assert.Equal([0f, 0f, 0f], Opacities(0));
        var midway = Opacities(6);
        Assert.True(midway[0] > midway[1] && midway[1] > midway[2]);
        // At rest they are drawn as one.
        Assert.Equal(0, Whole(6));
        Assert.Equal([0f, 0f, 0f, 1f], [.. Opacities(20), Whole(20)]);
        Assert.Equal([0f, 0f, 0f, 1f], [.. Opacities(80), Whole(80)]);
        Assert.Equal([0f, 0f, 0f], Opacities(99));
        Assert.Equal(["t", "t/whole", "t/rest", "t/0", "t/1", "t/2", "t/3", "t/4", "t/5", "t/end"], evaluator.Strips.Select(c => c.Id));
    }

    /// <summary>A departure has a length and a stagger of its own, and ends by the last frame, however many the words become.</summary>
    [Theory]
    [InlineData("Bea", PieceKind.Letter, 2, 8)]
    [InlineData("Bea Thornwood of the Fernhollow Apiary, keeper of forty hives", PieceKind.Letter, 2, 8)]
    [InlineData("Bea Thornwood of the Fernhollow Apiary, keeper of forty hives", PieceKind.Word, 30, 8)]
    [InlineData("Bea Thornwood of the Fernhollow Apiary, keeper of forty hives", PieceKind.Letter, 4, 40)]
    public void ADepartureEndsByTheLastFrameHoweverWordsGrow(string words, PieceKind by, int every, int length)
    {
        var arrived = new ApplyArrival(["t"], ArrivalKind.Rise, Length: 6, Pieces: new(PieceKind.Word, 3)).ApplyTo(Words("Bea"), Shaper);
        var graphic = new ApplyArrival(["t"], ArrivalKind.Fade, Leaving: true, Length: length, Pieces: new(by, every, PieceOrder.Reversed)).ApplyTo(
            arrived,
            Shaper
        );
        Assert.Equal(new PieceStagger(PieceKind.Word, 3), Coming(graphic));
        var grown = new SetValue("t", new("text"), JsonSerializer.SerializeToElement(words), 0).ApplyTo(graphic, Shaper);
        var alone = new SetValue("t", new("text"), JsonSerializer.SerializeToElement(words), 0).ApplyTo(arrived, Shaper);
        Assert.False(Shows(grown, 99));
        Assert.True(Shows(grown, 98));
        // It came as it came, and begins to go in Leave, or no earlier before than its own length asks for.
        var (mine, theirs) = (new Evaluator(grown, Shaper), new Evaluator(alone, Shaper));
        var leaves = Math.Min(grown.Phases.LeaveStart, 99 - length - length / 2);
        for (var frame = 0; frame <= leaves; frame++)
        {
            Assert.Equal(theirs.At(frame).Bounds, mine.At(frame).Bounds);
        }
        // One after the other, the last letter first.
        float[] Opacities(int frame) => [.. mine.At(frame).Nodes.Where(n => n.Strip.Paints && n.Strip.Id != "t/rest").Select(n => n.Values[6])];
        var going = Opacities(98)[Coming(grown)!.Ranks(words.Split(' ').Length).Length..];
        Assert.Equal(going.Max(), going[0]);
        Assert.True(going.Length == 1 || going[^1] < going[0]);
        Assert.Equal(GraphicJson.Write(grown), GraphicJson.Write(GraphicJson.Read(GraphicJson.Write(grown))));
    }

    /// <summary>Type that came as one can go by letters, and the other way round; at another rate both keep their seconds.</summary>
    [Fact]
    public void ComingAndGoingHaveNothingToDoWithEachOther()
    {
        var came = new ApplyArrival(["t"], ArrivalKind.Fade, Length: 6).ApplyTo(Words("Bee"), Shaper);
        var going = new ApplyArrival(["t"], ArrivalKind.Fade, Leaving: true, Length: 6, Pieces: new(PieceKind.Letter, 4)).ApplyTo(came, Shaper);
        float[] Opacities(int frame) =>
            [.. new Evaluator(going, Shaper).At(frame).Nodes.Where(n => n.Strip.Paints && n.Strip.Id != "t/rest").Select(n => n.Values[6])];
        var coming = Opacities(3);
        Assert.True(coming is [> 0, 0, 0, 0]);
        Assert.True(Opacities(94) is [0, 0, var b, var c] && 0 < b && b < c);
        var asOne = new SetValue("t", new("leaves"), JsonSerializer.SerializeToElement("whole"), 0).ApplyTo(
            new ApplyArrival(["t"], ArrivalKind.Fade, Pieces: new(PieceKind.Letter, 3)).ApplyTo(going, Shaper),
            Shaper
        );
        Assert.Equal(["t/3"], new Evaluator(asOne, Shaper).At(96).Nodes.Where(n => n.Strip.Paints && n.Values[6] > 0).Select(n => n.Strip.Id));
        // A departure that is there already stays as it is when letters come one by one.
        var gone = new ApplyArrival(["t"], ArrivalKind.Fade, Leaving: true, Length: 6).ApplyTo(came, Shaper);
        var later = new ApplyArrival(["t"], ArrivalKind.Rise, Length: 6, Pieces: new(PieceKind.Letter, 5)).ApplyTo(gone, Shaper);
        Assert.Equal(gone.Layer("t").Channel("opacity").Keys[^1].At, later.Layer("t").Channel("opacity").Keys[^1].At);
        Assert.False(Shows(later, later.Phases.Total - 1));
        var fast = new ChangeGraphic(Rate: new(50)).ApplyTo(going, Shaper);
        Assert.Equal(8, fast.Layer("t").Content.Kind.InPieces!.Going(fast.Layer("t").Content.Values)!.Every);
        Assert.False(Shows(fast, fast.Phases.Total - 1));
    }

    /// <summary>They stand whole as soon as the last of them has come, and until the first begins to go, though they are drawn as one meanwhile.</summary>
    [Fact]
    public void LettersThatHaveComeCanBeRead()
    {
        var graphic = Words("Bee");
        var after = new ApplyArrival(["t"], ArrivalKind.Fade, Length: 10, Pieces: new(PieceKind.Letter, 3)).ApplyTo(graphic, Shaper);
        Assert.Equal(graphic.Phases.Total - 16, Checks.ReadingTime.Of(new(after, Shaper), Shaper).Stands);
    }

    /// <summary>However many letters there are, each has half the phase to move in, and the last is gone at the end.</summary>
    [Fact]
    public void ManyLettersStillMove()
    {
        var pieces = new PieceStagger(PieceKind.Letter, 2);
        var on = new ApplyArrival(["t"], ArrivalKind.Grow, Pieces: pieces).ApplyTo(Words("Smoke, honey and wax"), Shaper);
        var both = new ApplyArrival(["t"], ArrivalKind.Grow, Leaving: true).ApplyTo(on, Shaper);
        Assert.Equal([0, 10], both.Layer("t").Channel("scale").Keys.Take(2).Select(k => k.At));
        Assert.False(Shows(both, 99));
        Assert.True(Shows(both, 98));
    }

    [Theory]
    [InlineData(PieceOrder.InOrder, 5, new[] { 0, 1, 2, 3, 4 })]
    [InlineData(PieceOrder.Reversed, 5, new[] { 4, 3, 2, 1, 0 })]
    [InlineData(PieceOrder.FromMiddle, 5, new[] { 2, 1, 0, 1, 2 })]
    [InlineData(PieceOrder.FromMiddle, 4, new[] { 1, 0, 0, 1 })]
    public void PiecesHaveTheirOrder(PieceOrder order, int count, int[] ranks) =>
        Assert.Equal(ranks, new PieceStagger(PieceKind.Letter, 1, order).Ranks(count));

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
        var graphic = Samples.Graphic(Plate("a"), Hook());
        Assert.Equal("Plate a", Assert.Throws<ProblemException>(() => new ApplyArrival(["a"], ArrivalKind.TypeOn).ApplyTo(graphic, Shaper)).Problem.Layer);
        Assert.Equal("Hook", Assert.Throws<ProblemException>(() => new ApplyArrival(["h"], ArrivalKind.Fade).ApplyTo(graphic, Shaper)).Problem.Layer);
        Assert.Contains(
            "no time",
            Assert.Throws<ProblemException>(() => new ApplyArrival(["a"], ArrivalKind.Fade, Length: 200).ApplyTo(graphic, Shaper)).Problem.Message.ToString()
        );
    }

    [Theory]
    [InlineData(ArrivalKind.GlideFromLeft)]
    [InlineData(ArrivalKind.GlideFromRight)]
    [InlineData(ArrivalKind.GlideFromTop)]
    [InlineData(ArrivalKind.GlideFromBottom)]
    public void AHooksGlideTakesAllThatHangsFromItOutOfThePicture(ArrivalKind kind)
    {
        var hook = Hang.Tests.Shared.Making.Hook() with { Id = "h" };
        hook = hook.With("position", new Value(300, 200));
        var banner = Plate("b") with { HangsFrom = "h" };
        banner = banner.With("position", new Value(-150, -60)).With("size", new Value(400, 90));
        var tail = Plate("t") with { HangsFrom = "b" };
        tail = tail.With("position", new Value(380, 20)).With("size", new Value(80, 80));
        var graphic = Graphic(hook, banner, tail);
        var glided = new ApplyArrival(["h"], kind).ApplyTo(graphic, Shaper);
        var evaluator = new Evaluator(glided, Shaper);
        foreach (var id in new[] { "b", "t" })
        {
            var (box, world) = evaluator.Place(glided.Layer(id), 0);
            Assert.True(world.Map(box).Intersect(new(0, 0, 640, 360)).IsEmpty, $"{id} is in the picture");
        }
    }
}
