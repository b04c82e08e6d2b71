using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>Words along a circle of radius 60 about 100, 100, whose edge begins at its top and goes clockwise.</summary>
public class TypeOnPathTests
{
    private static readonly Layer Circle = Layer<Ellipse>("e").With("position", new Value(40, 40)).With("size", new Value(120, 120)) with { Hidden = true };

    private static Layer Words(string text) => Type(text, size: 24).With("along", "e").With("align", "centre");

    private static Box Ink(Graphic graphic, int frame = 0)
    {
        using var canvas = Painted.Paint(graphic, frame);
        var (l, t, r, b) = (int.MaxValue, int.MaxValue, -1, -1);
        for (var y = 0; y < canvas.Height; y++)
        {
            for (var x = 0; x < canvas.Width; x++)
            {
                if (At(canvas, x, y)[3] > 100)
                {
                    (l, t, r, b) = (Math.Min(l, x), Math.Min(t, y), Math.Max(r, x + 1), Math.Max(b, y + 1));
                }
            }
        }
        return new(l, t, r, b);
    }

    private static Box Of(Layer words) => Ink(Graphic(200, 200, Circle, words));

    /// <summary>A capital H of Inter is 0.727 em high: 17.5 px of 24 (the font's own sCapHeight, read from it).</summary>
    [Fact]
    public void LettersStandOnTheEdgeOnEitherSideAndEitherWayRound()
    {
        // At the top, outside: on the edge at 40, upwards.
        Assert.Equal((40, 22.5), (Of(Words("H")).Bottom, Of(Words("H")).Top), Near);
        // Inside: hanging from the edge.
        var inside = Of(Words("H").With("alongSide", "inside"));
        Assert.Equal((57.5, 40), (inside.Bottom, inside.Top), Near);
        // At the bottom, read backwards so that it stands upright: inside it stands on the edge at 160, outside it hangs from it.
        var bottom = Words("H").With("alongStart", Const(0.5)).With("alongBackwards", new Value(1));
        var above = Of(bottom.With("alongSide", "inside"));
        Assert.Equal((160, 142.5), (above.Bottom, above.Top), Near);
        var below = Of(bottom);
        Assert.Equal((177.5, 160), (below.Bottom, below.Top), Near);
        // A quarter round, turned on its side, to the right of the edge at 160.
        var right = Of(Words("H").With("alongStart", Const(0.25)));
        Assert.Equal((160, 177.5), (right.Left, right.Right), Near);
        // Upright it is as wide as it always is, in the middle of its height on the edge.
        var upright = Of(Words("H").With("alongStart", Const(0.25)).With("alongLetters", "upright"));
        Assert.Equal((100 - 8.75, 100 + 8.75), (upright.Top, upright.Bottom), Near);
    }

    [Fact]
    public void TheGapIsKeptAndWordsTravel()
    {
        Assert.Equal((30, 12.5), (Of(Words("H").With("alongGap", Const(10))).Bottom, Of(Words("H").With("alongGap", Const(10))).Top), Near);
        var travelling = Words("H")
            .With("alongStart", Scene.Motion.Channel.Of(NumbersKind.Number, [new(0, new(0), Feel.Linear), new(10, new(0.5), Feel.Linear)]));
        var graphic = Graphic(200, 200, Circle, travelling);
        Assert.Equal(40, Ink(graphic, 0).Bottom, 1.0);
        Assert.Equal((160, 177.5), (Ink(graphic, 5).Left, Ink(graphic, 5).Right), Near);
        Assert.Equal(160, Ink(graphic, 10).Top, 1.0);
    }

    [Fact]
    public void WordsFollowAPathThatMovesAndGoOnBeyondAnOpenOne()
    {
        var moving = Circle.With("position", Over(new(0, new(40, 40), Feel.Linear), new(10, new(40, 70), Feel.Linear)));
        Assert.Equal(70, Ink(Graphic(200, 220, moving, Words("H")), 10).Bottom, 1.0);
        var line = Layer<Line>("e").With("start", new Value(20, 100)).With("end", new Value(60, 100)) with { Hidden = true };
        var ink = Ink(Graphic(300, 200, line, Words("HHHHHHH").With("align", "left")));
        Assert.Equal(100, ink.Bottom, 1.0);
        Assert.True(ink.Right > 130);
    }

    [Fact]
    public void ItsBoxHoldsItsInkAndItsPivotIsInIt()
    {
        var graphic = Graphic(200, 200, Circle, Words("Round and round"));
        var (box, world) = new Evaluator(graphic, TypeShaper.Shipped).Place(graphic.Layer("t"), 0);
        var (inside, ink) = (world.Map(box), Ink(graphic));
        Assert.True(
            inside.Left <= ink.Left + 1 && inside.Top <= ink.Top + 1 && inside.Right >= ink.Right - 1 && inside.Bottom >= ink.Bottom - 1,
            $"{inside} {ink}"
        );
    }

    [Fact]
    public void PiecesGradientsAndLinesWorkAsEver()
    {
        var whole = Of(Words("Hive"));
        Assert.Equal(whole, Of(Words("Hive").With("pieces", "letter")));
        using var lined = Painted.Paint(
            Graphic(200, 200, Circle, Words("Hive").With("stroke", Const(3)).With("strokeFill", new Value(1, 0, 0, 1)).With("strokePlace", "outside"))
        );
        Assert.Contains(Enumerable.Range(0, 200 * 200), i => At(lined, i % 200, i / 200) is [255, 0, 0, 255]);
    }

    [Fact]
    public void WhatHasNoEdgeAndCirclesAreRefused()
    {
        var e = Assert.Throws<ProblemException>(() => GraphicRules.Demand(Graphic(200, 200, Layer<Hook>("e", "Carrier"), Words("H"))));
        Assert.Contains("Carrier", e.Problem.Message.ToString(), StringComparison.Ordinal);
        Assert.Throws<ProblemException>(() => GraphicRules.Demand(Graphic(200, 200, Words("H").With("along", "t"))));
    }

    private static bool Near((double X, double Y) a, (double X, double Y) b) => Math.Abs(a.X - b.X) <= 1 && Math.Abs(a.Y - b.Y) <= 1;
}
