using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Edits;
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

/// <summary>Shapes combined, and made paths of.</summary>
public class CombinationTests
{
    private static Layer Box(string id, double x, double y, double w, double h) => Plate(id, x, y, w, h, "#FF0000");

    private static Graphic Combined(Combining how, params Layer[] layers) =>
        new CombineShapes([.. layers.Select(l => l.Id)], how).ApplyTo(Graphic(200, 120, layers), TypeShaper.Shipped);

    /// <summary>Two boxes of 80 by 60 that share 40 by 60: areas by the algebra of sets.</summary>
    [Theory]
    [InlineData(Combining.Unite, 120 * 60)]
    [InlineData(Combining.Cut, 40 * 60)]
    [InlineData(Combining.Overlap, 40 * 60)]
    [InlineData(Combining.Exclude, 80 * 60)]
    public void AreasAreThoseOfSets(Combining how, double area)
    {
        var graphic = Combined(how, Box("a", 20, 20, 80, 60), Box("b", 60, 20, 80, 60));
        using var canvas = Painted.Paint(graphic);
        Assert.InRange(Covered(canvas), area - 1, area + 1);
        Assert.Equal(how is Combining.Cut or Combining.Unite or Combining.Exclude ? 255 : 0, At(canvas, 30, 40)[0]);
        // What it is made of is hidden, and it looks like the backmost.
        Assert.Equal([true, true, false], graphic.Layers.Select(l => l.Hidden));
    }

    [Fact]
    public void CurvesAreKeptAndLinesRunAlongTheWhole()
    {
        var graphic = Combined(
            Combining.Unite,
            Layer<Ellipse>("a")
                .With("position", new Value(20, 20))
                .With("size", new Value(80, 80))
                .With("fill", new Value(1, 1, 1, 0))
                .With("stroke", Const(4)),
            Layer<Ellipse>("b").With("position", new Value(60, 20)).With("size", new Value(80, 80))
        );
        using var canvas = Painted.Paint(graphic);
        // Where they overlap there is no line: at 60 and 100, 60 the circles' own edges would run.
        Assert.Equal((0, 0, 255), (At(canvas, 60, 60)[3], At(canvas, 100, 60)[3], At(canvas, 20, 60)[3]));
        // Two circles of radius 40 whose centres lie 40 apart: two thirds of each is outside of the other.
        Assert.InRange(Covered(canvas), 2 * 2.0 / 3 * 2 * Math.PI * 40 * 4 - 30, 2 * 2.0 / 3 * 2 * Math.PI * 40 * 4 + 30);
    }

    [Fact]
    public void ItLivesAndItsPositionMovesIt()
    {
        var moving = Box("b", 0, 20, 80, 60).With("position", Over(new(0, new(60, 20), Feel.Linear), new(10, new(100, 20), Feel.Linear)));
        var graphic = Combined(Combining.Unite, Box("a", 20, 20, 80, 60), moving);
        foreach (var (frame, width) in new[] { (0, 120), (5, 140), (10, 160), (25, 160) })
        {
            using var canvas = Painted.Paint(graphic, frame);
            Assert.InRange(Covered(canvas), width * 60 - 1, width * 60 + 1);
        }
        // Apart they are two.
        using var apart = Painted.Paint(graphic.With(graphic.Layer("a").With("size", new Value(40, 60))), 20);
        Assert.InRange(Covered(apart), 120 * 60 - 1, 120 * 60 + 1);
        var made = graphic.Layers[^1];
        using var moved = Painted.Paint(graphic.With(made.With("position", new Value(15, 30))));
        Assert.Equal((0, 255, 255, 0), (At(moved, 34, 60)[3], At(moved, 36, 60)[3], At(moved, 60, 109)[3], At(moved, 60, 49)[3]));
    }

    [Fact]
    public void WhatHasNoEdgeIsRefused()
    {
        var e = Assert.Throws<ProblemException>(() => Combined(Combining.Unite, Box("a", 0, 0, 10, 10), Layer<Hook>("h", "Carrier")));
        Assert.Equal("Carrier", e.Problem.Layer);
        Assert.Throws<ProblemException>(() => Combined(Combining.Unite, Box("a", 0, 0, 10, 10)));
        Assert.Throws<ProblemException>(() =>
            new CombineShapes(["a", "zz"], Combining.Cut).ApplyTo(Graphic(50, 50, Box("a", 0, 0, 10, 10)), TypeShaper.Shipped)
        );
    }

    public static TheoryData<string> Kinds => ["plate", "ellipse", "ring", "star", "line", "type", "typeOnPath", "combination"];

    /// <summary>A path made of a layer looks like the layer did, also where it is turned about its pivot.</summary>
    [Theory]
    [MemberData(nameof(Kinds))]
    public void APathLooksLikeWhatItWasMadeOf(string kind)
    {
        var plate = Box("a", 40, 30, 90, 50)
            .With("corners", new Value(20, 10, 0, 30))
            .With("lean", new Value(12, -6))
            .With("turn", Const(20))
            .With("stroke", Const(6))
            .With("strokePlace", "inside")
            .With("strokeFill", new Value(0, 0, 1, 1));
        var ring = Layer<Ring>("c")
            .With("position", new Value(60, 20))
            .With("size", new Value(70, 80))
            .With("hole", Const(0.5))
            .With("sweep", Const(250))
            .With("fill", new Value(0, 1, 0, 1));
        var ellipse = Layer<Ellipse>("a")
            .With("position", new Value(30, 10))
            .With("size", new Value(120, 90))
            .With("scale", new Value(0.8, 1.1))
            .With("dashes", new Value(12, 7))
            .With("stroke", Const(5))
            .With("strokeFill", new Value(1, 1, 0, 1))
            .With("drawnTo", Const(0.7));
        var word = Type("Bee", size: 60)
            .With("position", new Value(30, 80))
            .With("turn", Const(-10))
            .With("stroke", Const(2))
            .With("strokeFill", new Value(1, 0, 0, 1));
        Layer[] layers = kind switch
        {
            "plate" => [plate],
            "ellipse" => [ellipse],
            "ring" => [ring],
            "star" =>
            [
                Layer<Star>("a")
                    .With("position", new Value(40, 10))
                    .With("size", new Value(100, 100))
                    .With("turn", Const(15))
                    .With("stroke", Const(4))
                    .With("strokeFill", new Value(1, 0, 0, 1)),
            ],
            "line" => [Layer<Line>("a").With("start", new Value(30, 90)).With("end", new Value(150, 30)).With("elbow", Const(0.4)).With("endHead", "arrow")],
            "type" => [word],
            "typeOnPath" =>
            [
                ellipse with
                {
                    Hidden = true,
                },
                word.With("typeSize", Const(24)).With("along", "a").With("alongStart", Const(0.1)).With("turn", Const(0)),
            ],
            _ => [.. Combined(Combining.Exclude, plate, ring).Layers],
        };
        var graphic = Graphic(200, 120, layers);
        var id = kind == "typeOnPath" ? "t" : graphic.Layers[^1].Id;
        var path = new MakePath([id], 0).ApplyTo(graphic, TypeShaper.Shipped);
        Assert.IsType<PathContent>(path.Layer(id).Content.Kind);
        using var before = Painted.Paint(graphic);
        using var after = Painted.Paint(path);
        var (sum, worst) = (0.0, 0);
        for (var i = 0; i < before.Pixels.Length; i++)
        {
            var off = Math.Abs(before.Pixels[i] - after.Pixels[i]);
            (sum, worst) = (sum + off, Math.Max(worst, off));
        }
        Assert.True(Covered(before) > 100);
        Assert.InRange(sum / before.Pixels.Length, 0, 0.2);
        // One pixel or two at the edge of a small curve may be half as covered.
        Assert.InRange(worst, 0, 120);
    }

    [Fact]
    public void WhatIsLostIsSaid()
    {
        var type = Type("Bee").With("typeSize", Scene.Motion.Channel.Of(NumbersKind.Number, [new(0, new(20), Feel.Linear), new(5, new(40), Feel.Linear)]));
        var named = Graphic(200, 120, type, Box("p", 0, 0, 10, 10)) with { Fields = [new("name", [new("t", new("text"))])] };
        var note = new MakePath(["t", "p"]).Note(named);
        Assert.Equal("Words as a path is without words that can be edited, the field name, the keyframes of type size.", note!.ToString());
        Assert.Null(new MakePath(["p"]).Note(Graphic(200, 120, Box("p", 0, 0, 10, 10))));
        var e = Assert.Throws<ProblemException>(() => new MakePath(["h"]).ApplyTo(Graphic(50, 50, Layer<Hook>("h", "Carrier")), TypeShaper.Shipped));
        Assert.Equal("Carrier", e.Problem.Layer);
    }

    [Fact]
    public void KeysOfFillAndPlaceStay()
    {
        var keyed = Box("p", 0, 0, 60, 30)
            .With("fill", Scene.Motion.Channel.Of(PaintKind.Paint, [new(0, new(1, 0, 0, 1), Feel.Linear), new(9, new(0, 0, 1, 1), Feel.Linear)]))
            .With("position", Over(new(0, new(0, 0), Feel.Linear), new(9, new(50, 0), Feel.Linear)));
        var graphic = new MakePath(["p"], 4).ApplyTo(Graphic(200, 120, keyed), TypeShaper.Shipped);
        using var canvas = Painted.Paint(graphic, 9);
        Assert.Equal([0, 0, 255, 255], At(canvas, 80, 10));
        Assert.Equal(0, At(canvas, 30, 10)[3]);
    }
}
