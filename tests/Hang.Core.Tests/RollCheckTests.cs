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
        Assert.DoesNotContain(GraphicChecks.Of(new Evaluator(graphic, Shaper)), f => f.Check == "safeArea");
        Assert.DoesNotContain(WordChecks.Of(new Evaluator(graphic, Shaper), false), f => f.Check == "safeArea");
        Assert.DoesNotContain(WordChecks.AtRest(new Evaluator(graphic, Shaper)), f => f.Check == "safeArea");
    }

    /// <summary>Other words in the same graphic are looked at all the same, but in credits, where all of it may run.</summary>
    [Fact]
    public void WordsBesideARollAreLookedAt()
    {
        var graphic = Graphic(Roll(), Type("t", "Thanks").With("position", new Value(2, 200))) with { Kind = GraphicKind.Title };
        Assert.Equal("Thanks", Assert.Single(GraphicChecks.Of(new Evaluator(graphic, Shaper)), f => f.Check == "safeArea").Problem.Layer);
        Assert.Equal("Thanks", Assert.Single(WordChecks.AtRest(new Evaluator(graphic, Shaper)), f => f.Check == "safeArea").Problem.Layer);
    }

    /// <summary>Names may be the same: what is found is of the layer, not of its name; of what lies in a placed graphic, of the layer that places it.</summary>
    [Fact]
    public void WhatIsFoundIsOfItsLayer()
    {
        var outside = Type("t2", "Thanks").With("position", new Value(2, 200));
        var graphic = Graphic(Type("t1", "Thanks").With("position", new Value(100, 100)), outside) with { Kind = GraphicKind.Title };
        Assert.Equal("t2", Assert.Single(GraphicChecks.Of(new Evaluator(graphic, Shaper)), f => f.Check == "safeArea").LayerId);
        Assert.Equal("t2", Assert.Single(WordChecks.AtRest(new Evaluator(graphic, Shaper)), f => f.Check == "safeArea").LayerId);
        var placed = Layer<PlacedGraphic>("g", "Thanks").With("of", Value.Of("key"));
        var host = Graphic(Type("t1", "Thanks").With("position", new Value(100, 100)), placed) with
        {
            Kind = GraphicKind.Title,
            Placed = System.Collections.Immutable.ImmutableSortedDictionary<string, Graphic>.Empty.Add("key", PlacedRules.Carried(graphic)),
        };
        Assert.Equal("g", Assert.Single(GraphicChecks.Of(new Evaluator(host, Shaper)), f => f.Check == "safeArea").LayerId);
    }
}
