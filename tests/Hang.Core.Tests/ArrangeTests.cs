using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>
/// Aligning, distributing, stacking and matching layers. The frame is 640 x 360; letters of the samples have ink from 700 above the baseline to it, 400
/// wide.
/// </summary>
public class ArrangeTests
{
    private static Layer Box(string id, double x, double y, double w, double h) =>
        Layer<Plate>(id).With("position", new Value(x, y)).With("size", new Value(w, h));

    private static Box InkOf(Graphic graphic, string layer) => OpticalBox.Of(new Evaluator(graphic, Shaper), layer, 0);

    private static Graphic After(Edit edit, params Layer[] layers) => edit.ApplyTo(Graphic(layers), Shaper);

    [Theory]
    [InlineData(AlignBy.Left, AlignTo.Themselves, 10, 10)]
    [InlineData(AlignBy.Right, AlignTo.Themselves, 100, 110)]
    [InlineData(AlignBy.Centre, AlignTo.Themselves, 55, 60)]
    [InlineData(AlignBy.Left, AlignTo.Frame, 0, 0)]
    [InlineData(AlignBy.Centre, AlignTo.Frame, 305, 310)]
    public void LayersAreAlignedAcross(AlignBy by, AlignTo to, double first, double second)
    {
        var graphic = After(new AlignLayers(["a", "b"], by, to), Box("a", 10, 10, 30, 20), Box("b", 110, 50, 20, 40));
        Assert.Equal((first, second), (InkOf(graphic, "a").Left, InkOf(graphic, "b").Left));
        Assert.Equal((10, 50), (InkOf(graphic, "a").Top, InkOf(graphic, "b").Top));
    }

    /// <summary>Type is aligned by its ink, its baseline or its capitals; a layer in a scaled group or on a hook by where it is seen.</summary>
    [Fact]
    public void TypeIsAlignedByWhatIsSeen()
    {
        var words = Type("t", "ab").With("typeSize", Const(100)).With("position", new Value(50, 200));
        var bottom = After(new AlignLayers(["t", "a"], AlignBy.Bottom), words, Box("a", 10, 10, 30, 300));
        Assert.Equal(310, InkOf(bottom, "t").Bottom, 1e-3);
        var capitals = After(new AlignLayers(["t", "a"], AlignBy.CapHeight), words, Box("a", 10, 10, 30, 300));
        Assert.Equal(10 + 70, capitals.Layer("t").Channel("position").Constant.Y, 1e-3);
        var small = Type("u", "a").With("typeSize", Const(20)).With("position", new Value(300, 120));
        var lines = After(new AlignLayers(["t", "u"], AlignBy.Baseline), words, small);
        Assert.Equal(200, lines.Layer("u").Channel("position").Constant.Y, 1e-3);
        var hook = Hook("h").With("scale", new Value(2, 2)).With("position", new Value(100, 100));
        var hung = After(new AlignLayers(["a", "b"], AlignBy.Left), hook, Box("a", 10, 10, 10, 10) with { HangsFrom = "h" }, Box("b", 0, 0, 10, 10));
        Assert.Equal(0, InkOf(hung, "a").Left, 1e-3);
    }

    [Fact]
    public void GapsAreEven()
    {
        Layer[] layers = [Box("a", 0, 0, 100, 10), Box("b", 110, 0, 40, 10), Box("c", 500, 0, 60, 10)];
        var even = After(new SpreadLayers(["c", "a", "b"], false), layers);
        Assert.Equal([0, 280, 500], new[] { "a", "b", "c" }.Select(id => InkOf(even, id).Left));
        var stacked = After(new SpreadLayers(["c", "a", "b"], false, 8), layers);
        Assert.Equal([0, 108, 156], new[] { "a", "b", "c" }.Select(id => InkOf(stacked, id).Left));
        var down = After(new SpreadLayers(["a", "b"], true, 5), Box("a", 3, 40, 10, 10), Box("b", 9, 0, 10, 20));
        Assert.Equal((25, 0), (InkOf(down, "a").Top, InkOf(down, "b").Top));
        Assert.Throws<ProblemException>(() => After(new SpreadLayers(["a", "b"], false), layers));
    }

    /// <summary>Two lines to the same width in one step: the narrower type gets larger.</summary>
    [Fact]
    public void SizesAreMatched()
    {
        var graphic = After(
            new MatchSize(["t", "u", "a"], false),
            Type("t", "abcd").With("typeSize", Const(100)),
            Type("u", "ab").With("typeSize", Const(50)),
            Box("a", 0, 0, 20, 30)
        );
        Assert.Equal(200, graphic.Layer("u").Channel("typeSize").Constant.X, 0.5);
        Assert.Equal(new Value(200, 30), graphic.Layer("a").Channel("size").Constant);
        Assert.Equal(100, graphic.Layer("t").Channel("typeSize").Constant.X);
    }

    [Fact]
    public void GuidesAreKeptInTheDocumentAndDemanded()
    {
        var graphic = new SetGuides([320, 960.5], [540]).ApplyTo(Graphic(Type("t", "ab")), Shaper);
        Assert.Equal(graphic.Guides, GraphicJson.Read(GraphicJson.Write(graphic)).Guides);
        Assert.Null(new SetGuides([], []).ApplyTo(graphic, Shaper).Guides);
        Assert.Throws<ProblemException>(() => new SetGuides([.. Enumerable.Repeat(1.0, 101)], []).ApplyTo(graphic, Shaper));
        Assert.Throws<ProblemException>(() => new SetGuides([double.NaN], []).ApplyTo(graphic, Shaper));
    }

    [Fact]
    public void WhatIsDrawnAfterIsLockedAndInNoFile()
    {
        var graphic = new ChangeLayer("t", Guide: true).ApplyTo(Graphic(Type("t", "ab")), Shaper);
        Assert.True(graphic.Layer("t").Locked);
        Assert.True(GraphicJson.Read(GraphicJson.Write(graphic)).Layer("t").Guide);
        Assert.Empty(new Evaluator(graphic, Shaper).Strips);
        var stage = new Evaluator(graphic, Shaper, guides: true);
        Assert.Equal(0.4f, stage.At(0).Nodes[0].Values[6]);
        Assert.NotEmpty(new Evaluator(new ChangeLayer("t", Guide: false).ApplyTo(graphic, Shaper), Shaper).Strips);
    }
}
