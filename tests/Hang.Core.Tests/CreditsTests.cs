using System.Collections.Immutable;
using Hang.Core.Checks;
using Hang.Core.Contents;
using Hang.Core.Credits;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Fields;
using Hang.Core.Lengths;
using Hang.Scene.PaintList;
using Hang.Scene.Time;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>Credits as lists, and rolls as long as they take.</summary>
public class CreditsTests
{
    private static Layers.Layer Roll(string lines, double? speed = null) =>
        (Layer<Roll>("r", "Roll") with { })
            .With("lines", Scene.Motion.Channel.Of(new TextKind(99), Value.Of(lines)))
            .With("pace", speed is null ? 0 : 1)
            .With("speed", speed ?? 2);

    [Fact]
    public void ListsAreReadAsTheyAreTypedAndPasted()
    {
        var lines = CreditLine.Read("# Keepers\n\nQueen breeder\tIda\nCamera | Bea\n\tPiet\nEverybody\n[a.png, b.png]\n\n");
        Assert.Equal(
            [CreditKind.Heading, CreditKind.Gap, CreditKind.Pair, CreditKind.Pair, CreditKind.Pair, CreditKind.Name, CreditKind.Logos],
            lines.Select(l => l.Kind)
        );
        Assert.Equal(("Camera", "Bea"), (lines[3].Left, lines[3].Right));
        Assert.Equal(("", "Piet"), (lines[4].Left, lines[4].Right));
        Assert.Equal(["a.png", "b.png"], lines[6].Files.ToArray());
    }

    /// <summary>d = s (n - 1): for twelve speeds and rates the first and last frame show nothing, and the frames beside them do.</summary>
    [Theory]
    [InlineData(1, "24000/1001")]
    [InlineData(2, "24")]
    [InlineData(3, "25")]
    [InlineData(4, "30000/1001")]
    [InlineData(5, "30")]
    [InlineData(6, "50")]
    [InlineData(7, "60000/1001")]
    [InlineData(8, "60")]
    [InlineData(1.5, "25")]
    [InlineData(2.7, "50")]
    [InlineData(11, "60")]
    [InlineData(0.9, "24")]
    public void ARollIsAsLongAsItsWayTakes(double speed, string rate)
    {
        var graphic = Graphic(Roll("A\nB\nC", speed)) with { Rate = FrameRate.Parse(rate), Kind = Documents.GraphicKind.Credits };
        graphic = new FitLength("r").ApplyTo(graphic, Shaper);
        // Three lines of 72 px type, 1.4 times as high.
        var way = 360 + 3 * Math.Round(72 * 1.4);
        Assert.Equal(1 + (int)Math.Ceiling(way / speed - 1e-9), graphic.Phases.Total);
        Assert.DoesNotContain(RunChecks.Of(graphic, Shaper), f => f.Check == "cutOff");
        var evaluator = new Evaluator(graphic, Shaper);
        double Top(int frame) => 360 - speed * frame;
        Assert.Equal(360, Top(0));
        Assert.True(Top(graphic.Phases.Total - 1) + 3 * Math.Round(72 * 1.4) <= 1e-6);
        Assert.True(Top(graphic.Phases.Total - 2) + 3 * Math.Round(72 * 1.4) > 0);
        bool Seen(int frame) =>
            !evaluator
                .At(frame)
                .Nodes.Aggregate(Scene.Geometry.Box.Empty, (all, n) => all.Union(Touched.By(n.Strip, n.Row)))
                .Intersect(new(0, 0, 640, 360))
                .IsEmpty;
        Assert.False(Seen(0));
        Assert.False(Seen(graphic.Phases.Total - 1));
        Assert.True(Seen(graphic.Phases.Total / 2));
    }

    [Fact]
    public void ASpeedOfPartsOfAPixelIsSaidWithALengthThatMendsIt()
    {
        var graphic = Graphic(Roll("A\nB")) with { Kind = Documents.GraphicKind.Credits };
        var finding = Assert.Single(RunChecks.Of(graphic, Shaper), f => f.Check == "shimmer");
        // 360 + 202 px in 100 frames are 5.677 px a frame; at 6 px it takes 95 frames.
        Assert.Equal(562.0 / 99, finding.Measured!.Value, 6);
        Assert.Contains("In 95 frames it goes 6 px a frame", finding.Problem.Remedy.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void WhatWasAsLongAsItsRollStaysSoWhenItIsFilled()
    {
        var graphic = Graphic(Roll("A", 4)) with { Kind = Documents.GraphicKind.Credits, Fields = [new("Credits", [new("r", new("lines"))])] };
        graphic = new FitLength("r").ApplyTo(graphic, Shaper);
        var take = new Take(
            ImmutableSortedDictionary<string, string>.Empty.Add("Credits", string.Join('\n', Enumerable.Range(1, 25).Select(i => $"Role {i}\tName {i}")))
        );
        var filled = take.Of(graphic, Shaper);
        Assert.Equal(1 + (int)Math.Ceiling((360 + 25 * 101) / 4.0), filled.Phases.Total);
        Assert.Equal(graphic.Phases.Hold + 5, (take with { Hold = graphic.Phases.Hold + 5 }).Of(graphic, Shaper).Phases.Hold);
    }

    [Fact]
    public void PagesEndAtGapsAndACrawlCrossesThePicture()
    {
        var pages = Graphic(Roll("A\nB\n\nC\nD").With("moves", 1).With("pageTime", 2));
        // 288 px have room for two lines and the gap, not for four.
        Assert.Equal(100, Running.Wanted(pages, pages.Layers[0], Shaper));
        var crawl = Graphic(Roll("A\nB", 4).With("moves", 2));
        Assert.Equal(1 + (int)Math.Ceiling((640 + "A     ·     B".Length * 36) / 4.0), Running.Wanted(crawl, crawl.Layers[0], Shaper));
    }
}
