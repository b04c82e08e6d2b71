using Hang.Core.Checks;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>Credits go through the edges of the picture: that is what they are for, in whichever kind of graphic.</summary>
public sealed class RollCheckTests
{
    private static Layers.Layer Roll(string moves = "up") =>
        Layer<Roll>("r", "Roll").With("lines", Scene.Motion.Channel.Of(new TextKind(99), Value.Of("Keepers\nIda Fernsby\nBea"))).With("moves", moves);

    [Theory]
    [InlineData(GraphicKind.Credits, "up")]
    [InlineData(GraphicKind.Credits, "crawl")]
    [InlineData(GraphicKind.Title, "up")]
    [InlineData(GraphicKind.LowerThird, "crawl")]
    public void ARollIsNotOutsideOfTheSafeArea(GraphicKind kind, string moves)
    {
        var graphic = Graphic(Roll(moves)) with { Kind = kind };
        Assert.DoesNotContain(GraphicChecks.Of(new Evaluator(graphic, Shaper)), p => p.Message.Contains("safe area", StringComparison.Ordinal));
        Assert.DoesNotContain(WordChecks.Of(new Evaluator(graphic, Shaper), false), f => f.Check == "safeArea");
        Assert.DoesNotContain(WordChecks.AtRest(new Evaluator(graphic, Shaper)), f => f.Check == "safeArea");
    }

    /// <summary>Other words in the same graphic are looked at all the same, but in credits, where all of it may run.</summary>
    [Fact]
    public void WordsBesideARollAreLookedAt()
    {
        var graphic = Graphic(Roll(), Type("t", "Thanks").With("position", new Value(2, 200))) with { Kind = GraphicKind.Title };
        Assert.Equal(
            "Thanks",
            Assert.Single(GraphicChecks.Of(new Evaluator(graphic, Shaper)), p => p.Message.Contains("safe area", StringComparison.Ordinal)).Layer
        );
        Assert.Equal("Thanks", Assert.Single(WordChecks.AtRest(new Evaluator(graphic, Shaper)), f => f.Check == "safeArea").Problem.Layer);
    }
}
