using Hang.Core.Checks;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Fields;
using Hang.Core.Idles;
using Hang.Core.Layers;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>A graphic within another is painted, filled, timed, taken apart and wrapped up as its own picture says.</summary>
public class PlacingTests
{
    private const string Key = "6f1d";

    private static readonly TypeShaper Shaper = TypeShaper.Shipped;

    /// <summary>A plate that comes from the left, holds with a bob, and goes; with a word on it.</summary>
    private static Graphic Small() =>
        Graphic(
            320,
            180,
            Plate("p", -150, 100, 150, 40, "#2060a0")
                .With(
                    "position",
                    Channel.Of(
                        NumbersKind.Point,
                        [
                            new(0, new(-150, 100), Feel.Linear),
                            new(9, new(20, 100), Feel.Linear),
                            new(20, new(20, 100), Feel.Linear),
                            new(29, new(-150, 100), Feel.Linear),
                        ]
                    )
                ) with
            {
                Idles = [new(IdleKind.Bob, 8, 1)],
            },
            Type("Bea", size: 24) with
            {
                HangsFrom = "p",
                In = 4,
                Out = 26,
            }
        ) with
        {
            Name = "Small",
            Fields = [new("First name", [new("t", new("text"))])],
        };

    private static Graphic Host(Graphic? placed = null, int at = 5, params Layer[] layers) =>
        new PlaceGraphic(Key, placed ?? Small(), at).ApplyTo(Graphic(320, 180, layers) with { Phases = new PhaseLengths(10, 60, 10) }, Shaper);

    private static byte[] Picture(Graphic graphic, int frame)
    {
        using var canvas = Painted.Paint(graphic, frame);
        return canvas.Pixels.ToArray();
    }

    private static void Same(byte[] a, byte[] b, int most = 0) =>
        Assert.True(a.Zip(b).All(p => Math.Abs(p.First - p.Second) <= most), $"the worst differs by {a.Zip(b).Max(p => Math.Abs(p.First - p.Second))}");

    private static Graphic Filled(Graphic host, string text) =>
        host.With(host.Layers[^1].With("filled", FilledKind.Of(new Dictionary<string, string> { ["First name"] = text })));

    [Theory]
    [InlineData(0, -1)]
    [InlineData(4, -1)]
    [InlineData(5, 0)]
    [InlineData(9, 4)]
    [InlineData(20, 15)]
    [InlineData(34, 29)]
    [InlineData(35, -1)]
    public void ItRunsFromTheFrameAtWhichItIsPlaced(int frame, int own) =>
        Same(own < 0 ? Picture(Graphic(320, 180), 0) : Picture(Small(), own), Picture(Host(), frame));

    [Fact]
    public void ALongerLayerStretchesItsHoldAndNothingElse()
    {
        var host = Host();
        host = new SetSpan(host.Layers[^1].Id, Out: 54).ApplyTo(host, Shaper);
        var longer = new SetPhases(new(10, 30, 10)).ApplyTo(Small(), Shaper);
        foreach (var frame in new[] { 5, 12, 25, 44, 47, 54 })
        {
            Same(Picture(longer, frame - 5), Picture(host, frame));
        }
    }

    /// <summary>Source-over of premultiplied pixels (W3C Compositing and Blending Level 1, 9.1.4).</summary>
    private static byte[] Over(byte[] above, byte[] below) =>
        [.. above.Select((v, i) => (byte)Math.Min(255, Math.Round(v + below[i] * (255.0 - above[i / 4 * 4 + 3]) / 255)))];

    [Theory]
    [InlineData(2)]
    [InlineData(9)]
    [InlineData(15)]
    [InlineData(24)]
    public void WhatIsAroundItAndItselfMakeTheWhole(int own)
    {
        var host = Host(null, 5, Plate("under", 0, 60, 200, 80, "#c08020"));
        host = host with { Layers = host.Layers.Add(Plate("over", 90, 90, 60, 20, "#ffffff80")) };
        var around = new Around(host, host.Layers[1].Id, Shaper);
        var frame = around.FrameOf(own);
        Assert.Equal(own + 5, frame);
        Assert.Equal(Hang.Scene.Geometry.Matrix.Identity, around.PlaceAt(frame));
        Same(Over(Picture(around.Before, frame), Over(Picture(Small(), own), Picture(around.Behind, frame))), Picture(host, frame), 2);
    }

    [Fact]
    public void AFrameOfItsOwnGoesWithOneOfTheWholeAtEveryRateAndHold()
    {
        var host = new PlaceGraphic(Key, Small(), 5).ApplyTo(Graphic(320, 180) with { Rate = new(50), Phases = new(20, 200, 20) }, Shaper);
        host = new SetSpan(host.Layers[^1].Id, Out: 124).ApplyTo(host, Shaper);
        var around = new Around(host.With(host.Layers[^1].With("position", new Value(40, 30))), host.Layers[^1].Id, Shaper);
        // 10, 10 and 10 frames at 25 a second; there 20, 80 and 20 at 50.
        Assert.Equal([5, 15, 25, 65, 105, 115, 123, 239], new[] { 0, 5, 10, 15, 20, 25, 29, 500 }.Select(around.FrameOf));
        Assert.Equal(Hang.Scene.Geometry.Matrix.Translate(40, 30), around.PlaceAt(30));
    }

    [Fact]
    public void OnlyWhatIsPlacedHasSomethingAroundIt() =>
        Assert.Contains(
            "under",
            Assert.Throws<ProblemException>(() => new Around(Host(null, 0, Plate("under", 0, 0, 9, 9, "#000000")), "under", Shaper)).Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void FieldsAreFilledAndWhatTheyDoNotTakeIsSaid()
    {
        var small = Small() with { Fields = [Small().Fields![0] with { MostCharacters = 5 }] };
        var host = Filled(Host(small), "Ida");
        Same(Picture(Filling.Fill(small, "First name", "Ida", Shaper), 15), Picture(host, 20));
        Assert.Empty(PlacedChecks.Of(new(host, Shaper)));
        var wrong = Filled(host, "Bartholomew");
        Same(Picture(small, 15), Picture(wrong, 20));
        var finding = Assert.Single(PlacedChecks.Of(new(wrong, Shaper)));
        Assert.Contains("First name", finding.Problem.Message.ToString(), StringComparison.Ordinal);
        Assert.Equal("Small", finding.Problem.Layer);
    }

    [Fact]
    public void AFieldOfTheWholeFillsAFieldOfWhatIsPlaced()
    {
        var host = Host();
        host = host with { Fields = [new("Guest", [new(host.Layers[^1].Id, new("filled/First-20-name"))])] };
        Same(Picture(Filling.Fill(Small(), "First name", "Ida", Shaper), 15), Picture(Filling.Fill(host, "Guest", "Ida", Shaper), 20));
    }

    [Fact]
    public void ItsRateBecomesThatOfTheWhole()
    {
        var host = new PlaceGraphic(Key, Small(), 0).ApplyTo(Graphic(320, 180) with { Rate = new(50), Phases = new(20, 100, 20) }, Shaper);
        Assert.Equal(59, host.Layers[^1].Out);
        foreach (var frame in new[] { 0, 4, 9, 15, 25, 29 })
        {
            Same(Picture(Small(), frame), Picture(host, frame * 2), 1);
        }
    }

    [Fact]
    public void InASmallerPictureItIsSmallerInTheMidstAndCutAtItsEdges()
    {
        var wide = Graphic(640, 180, Plate("p", 600, 0, 200, 180, "#ff0000"), Plate("q", 0, 0, 40, 180, "#00ff00"));
        var host = new PlaceGraphic(Key, wide).ApplyTo(Graphic(320, 180), Shaper);
        using var canvas = Painted.Paint(host, 5);
        Assert.Equal([255, 0, 0, 255], At(canvas, 310, 90));
        Assert.Equal([0, 255, 0, 255], At(canvas, 10, 90));
        Assert.Equal(0, At(canvas, 310, 40)[3]);
        Assert.Equal(0, At(canvas, 310, 140)[3]);
        var layer = host.Layers[^1];
        var beside = host.With(layer.With("position", new Value(-100 + layer.Channel("position").Constant.X, layer.Channel("position").Constant.Y)));
        using var cut = Painted.Paint(beside, 5);
        using var open = Painted.Paint(beside.With(beside.Layers[^1].With("cut", 0)), 5);
        // Its picture ends at 220; the plate reaches to 300.
        Assert.Equal(0, At(cut, 230, 90)[3]);
        Assert.Equal(255, At(open, 230, 90)[3]);
    }

    [Fact]
    public void TakenApartItLooksTheSame()
    {
        var host = Host(null, 5, Plate("b", 0, 0, 320, 180, "#302010"));
        var id = host.Layers[^1].Id;
        host = new SetSpan(id, Out: 60).ApplyTo(host, Shaper);
        host = host.With(host.Layer(id).With("opacity", 0.5).With("position", new Value(12, -20)));
        // Idle motions run in the phases of the whole afterwards, which the edit says.
        var still = host with
        {
            Placed = host.Placed!.SetItem(Key, host.Placed[Key] with { Layers = [.. host.Placed[Key].Layers.Select(l => l with { Idles = null })] }),
        };
        var apart = new TakeApart([id]).ApplyTo(still, Shaper);
        Assert.NotNull(new TakeApart([id]).Note(host));
        Assert.Null(apart.Placed);
        Assert.DoesNotContain(apart.Layers, l => l.Content.Kind is PlacedGraphic);
        foreach (var frame in new[] { 0, 5, 8, 30, 55, 60, 61 })
        {
            Same(Picture(still, frame), Picture(apart, frame));
        }
    }

    [Fact]
    public void CutOffItIsTakenApartWithoutKeyframesBeyondTheEnd()
    {
        var host = new PlaceGraphic(Key, Small() with { Layers = [.. Small().Layers.Select(l => l with { Idles = null })] }, 65).ApplyTo(
            Graphic(320, 180) with
            {
                Phases = new(10, 60, 10),
            },
            Shaper
        );
        Assert.Equal(50, host.Layers[^1].In);
        host = new SetSpan(host.Layers[^1].Id, In: 65).ApplyTo(host, Shaper);
        Assert.Contains("5 of its end", Assert.Single(PlacedChecks.Of(new(host, Shaper))).Problem.Message.ToString(), StringComparison.Ordinal);
        var apart = new TakeApart([host.Layers[^1].Id]).ApplyTo(host, Shaper);
        foreach (var frame in new[] { 65, 70, 74, 75, 79 })
        {
            Same(Picture(host, frame), Picture(apart, frame));
        }
    }

    [Fact]
    public void WrappedUpItLooksTheSameAndKeepsItsFields()
    {
        var graphic = Graphic(320, 180, [Plate("b", 0, 0, 320, 180, "#302010"), .. Small().Layers, Plate("c", 60, 90, 40, 40, "#ffffff", 0.5)]) with
        {
            Fields = [new("Name", [new("t", new("text"))]), new("Ground", [new("b", new("fill"))])],
        };
        var wrapped = new WrapUp(["p", "t"], Key, "Strap").ApplyTo(graphic, Shaper);
        Assert.Equal(["b", "Strap", "c"], wrapped.Layers.Select(l => l.Content.Kind is PlacedGraphic ? l.Name : l.Id));
        Assert.Equal(["Name"], wrapped.Placed![Key].Fields!.Select(f => f.Name));
        foreach (var frame in new[] { 0, 4, 9, 15, 29 })
        {
            Same(Picture(graphic, frame), Picture(wrapped, frame));
        }
        Assert.Equal("Bea", Filling.Default(wrapped, wrapped.Fields![0]));
        Same(Picture(Filling.Fill(graphic, "Name", "Ida", Shaper), 15), Picture(Filling.Fill(wrapped, "Name", "Ida", Shaper), 15));
        var problem = Assert.Throws<ProblemException>(() => new WrapUp(["t"], Key, "Strap").ApplyTo(graphic, Shaper)).Problem;
        Assert.Contains("is tied to p", problem.Message.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void ChangedOnTheRackItIsChangedWhereverItIsPlaced()
    {
        var host = new PlaceGraphic(Key, Small(), 30).ApplyTo(Host(), Shaper);
        Assert.Single(host.Placed!);
        var changed = Small().With(Small().Layer("p").With("fill", new Value(1, 0, 0, 1)));
        var renewed = new RenewPlaced(Key, changed).ApplyTo(host, Shaper);
        Same(Picture(changed, 15), Picture(renewed, 20));
        Assert.Equal(Picture(host, 50).Length, Picture(renewed, 50).Length);
        Assert.NotEqual(Picture(host, 50), Picture(renewed, 50));
        // Without a layer that shows it, the document has it no more; and nothing is placed in itself.
        Assert.Null(new RemoveLayers([.. renewed.Layers.Select(l => l.Id)]).ApplyTo(renewed, Shaper).Placed);
        Assert.Contains(
            "in itself",
            Assert.Throws<ProblemException>(() => new PlaceGraphic(Key, renewed).ApplyTo(Graphic(320, 180), Shaper)).Problem.Message.ToString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void InOneThatIsPlacedThereIsRoomForAnother()
    {
        var middle = Host(null, 5) with { Name = "Middle" };
        var outer = new PlaceGraphic("outer", middle, 7).ApplyTo(Graphic(320, 180) with { Phases = new(0, 120, 0) }, Shaper);
        Same(Picture(Small(), 15), Picture(outer, 27));
        var text = GraphicJson.Write(outer);
        Assert.Equal(text, GraphicJson.Write(GraphicJson.Read(text)));
        // One step apart, the inner one is still placed.
        var apart = new TakeApart([outer.Layers[^1].Id]).ApplyTo(outer, Shaper);
        Assert.Single(apart.Layers, l => l.Content.Kind is PlacedGraphic);
        Same(Picture(outer, 27), Picture(apart, 27));
        Graphic Deeper(Graphic g, int n) => new PlaceGraphic($"d{n}", g).ApplyTo(Graphic(320, 180) with { Phases = new(0, 120, 0) }, Shaper);
        Assert.Contains(
            "deep",
            Assert.Throws<ProblemException>(() => Deeper(Deeper(Deeper(outer, 1), 2), 3)).Problem.Message.ToString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void SplitInTwoItGoesOnAsItWas()
    {
        var host = Host();
        host = new SetSpan(host.Layers[^1].Id, Out: 54).ApplyTo(host, Shaper);
        var split = new SplitLayers([host.Layers[^1].Id], 25).ApplyTo(host, Shaper);
        foreach (var frame in new[] { 8, 24, 25, 40, 50, 54 })
        {
            Same(Picture(host, frame), Picture(split, frame));
        }
    }

    [Theory]
    [InlineData(0, 29)]
    [InlineData(4, 25)]
    [InlineData(12, 18)]
    [InlineData(22, 29)]
    public void TrimmedItLooksAsItDid(int from, int to)
    {
        var graphic = Small() with { Layers = [.. Small().Layers.Select(l => l with { Idles = null })] };
        var trimmed = new Trim(from, to).ApplyTo(graphic, Shaper);
        Assert.Equal(to - from + 1, trimmed.Phases.Total);
        Assert.Equal(Math.Max(0, 10 - from), trimmed.Phases.Arrive);
        foreach (var frame in new[] { from, (from + to) / 2, to })
        {
            Same(Picture(graphic, frame), Picture(trimmed, frame - from));
        }
        Assert.Contains(
            "not all in",
            Assert.Throws<ProblemException>(() => new Trim(from, 30).ApplyTo(graphic, Shaper)).Problem.Message.ToString(),
            StringComparison.Ordinal
        );
    }

    [Theory]
    // Skia finds coverage in steps, so that a millionth of a pixel can be some of 255.
    [InlineData("cubic-bezier(0.9, 0, 0.1, 1)", false, 16)]
    [InlineData("cubic-bezier(0.25, 0.9, 0.35, 1.25)", false, 16)]
    [InlineData("linear(0, 0.8 20%, 0.3 60%, 1)", false, 1)]
    [InlineData("steps(5, jump-start)", false, 1)]
    [InlineData("steps(1)", false, 1)]
    // Along a bent path, whose length is found anew for what is left of it.
    [InlineData("cubic-bezier(0.9, 0, 0.1, 1)", true, 16)]
    [InlineData("linear", true, 16)]
    public void TrimmedInTheMidstOfAChangeTheRestOfItGoesOnAsItDid(string css, bool isBent, int most)
    {
        var feel = FeelText.Parse(css);
        Keyframe[] keys = [new(0, new(10, 20), feel), new(40, new(220, 120), feel)];
        if (isBent)
        {
            keys = [keys[0] with { Bend = new(default, new(80, -30)) }, keys[1] with { Bend = new(new(-40, 60), default) }];
        }
        var graphic = Graphic(320, 180, Plate("p", 10, 20, 60, 30, "#2060a0").With("position", Channel.Of(NumbersKind.Point, keys))) with
        {
            Phases = new(10, 30, 10),
        };
        var trimmed = new Trim(7, 31).ApplyTo(graphic, Shaper);
        for (var frame = 7; frame <= 31; frame++)
        {
            Same(Picture(graphic, frame), Picture(trimmed, frame - 7), most);
        }
    }

    [Fact]
    public void AnEditElsewhereLeavesItsStripsAlone()
    {
        var host = Host(null, 5, Plate("b", 0, 0, 50, 50, "#302010"));
        var before = new Evaluator(host, Shaper);
        var moved = new Evaluator(host.With(host.Layer("b").With("position", new Value(9, 9))), Shaper, before);
        var faded = new Evaluator(host.With(host.Layers[^1].With("opacity", 0.5)), Shaper, before);
        string[] Differ(Evaluator now) =>
            [.. now.Strips.Select((s, i) => (s, i)).Where(s => now.MayDiffer(s.i, before, s.i)).Select(s => s.s.Layer).Distinct()];
        Assert.Equal(["b"], Differ(moved));
        Assert.DoesNotContain("b", Differ(faded));
    }
}
