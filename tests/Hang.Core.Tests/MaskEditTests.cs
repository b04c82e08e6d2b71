using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Masks;
using Hang.Scene;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>Masks given to layers, taken away and put in another order.</summary>
public sealed class MaskEditTests
{
    private static Graphic After(Graphic graphic, params Edit[] edits) => edits.Aggregate(graphic, (g, e) => GraphicRules.Demand(e.ApplyTo(g, Shaper)));

    private static Graphic Start => Graphic(Plate("a", ("position", Const(40, 30)), ("size", Const(200, 50))), Type("t", "Hive"));

    private static string Refused(Edit edit, Graphic? graphic = null) =>
        Assert.Throws<ProblemException>(() => edit.ApplyTo(graphic ?? Start, Shaper)).Problem.ToString();

    [Theory]
    [InlineData("box")]
    [InlineData("ellipse")]
    public void AMaskIsAsLargeAsItsLayer(string kind)
    {
        var mask = Assert.Single(After(Start, new InsertMask(["a"], kind)).Layer("a").Masks);
        Assert.Equal(kind, mask.Kind.Name);
        Assert.Equal(new Value(0, 0, 200, 50), mask.Values[mask.Values.Find("box")!].Constant);
    }

    [Fact]
    public void APathMaskHasTheCornersOfItsLayer()
    {
        var mask = Assert.Single(After(Start, new InsertMask(["a"], "path")).Layer("a").Masks);
        var points = mask.Values[PathMask.Points].Constant.Numbers;
        Assert.Equal((0.0, 0.0), (points[0], points[1]));
        Assert.Equal(4 * PointsKind.Points.Stride, points.Count);
    }

    /// <summary>As it is at the frame that is shown, where its size is keyed.</summary>
    [Fact]
    public void TheSizeIsThatOfTheFrameShown()
    {
        var keyed = Graphic(Plate("a", ("size", Over(new(0, new(100, 50), Scene.Motion.Feel.Linear), new(20, new(300, 150), Scene.Motion.Feel.Linear)))));
        var mask = Assert.Single(After(keyed, new InsertMask(["a"], "box", 10)).Layer("a").Masks);
        Assert.Equal(new Value(0, 0, 200, 100), mask.Values[mask.Values.Find("box")!].Constant);
    }

    [Fact]
    public void SeveralLayersGetOneEachBehindThoseThatTheyHaveWithIdsOfTheirOwn()
    {
        var after = After(Start, new InsertMask(["a", "t"], "box"), new InsertMask(["a"], "ellipse"));
        Assert.Equal(["box", "ellipse"], after.Layer("a").Masks.Select(m => m.Kind.Name));
        Assert.Single(after.Layer("t").Masks);
        Assert.Equal(2, after.Layer("a").Masks.Select(m => m.Id).Distinct().Count());
    }

    [Fact]
    public void MasksAreReorderedAndTakenAway()
    {
        var three = After(Start, new InsertMask(["a"], "box"), new InsertMask(["a"], "ellipse"), new InsertMask(["a"], "path"));
        var ids = three.Layer("a").Masks.Select(m => m.Id).ToArray();
        Assert.Equal([ids[2], ids[0], ids[1]], After(three, new MoveMask("a", ids[2], 0)).Layer("a").Masks.Select(m => m.Id));
        Assert.Equal([ids[1], ids[2], ids[0]], After(three, new MoveMask("a", ids[0], 99)).Layer("a").Masks.Select(m => m.Id));
        Assert.Equal([ids[0], ids[2]], After(three, new RemoveMask("a", ids[1])).Layer("a").Masks.Select(m => m.Id));
    }

    [Fact]
    public void MasksGoToOtherLayersInPlaceOfTheirs()
    {
        var start = After(Start, new InsertMask(["a"], "box"), new InsertMask(["a"], "ellipse"), new InsertMask(["t"], "path"));
        var after = After(start, new CopyMasks("a", ["t"]));
        Assert.Equal(start.Layer("a").Masks, after.Layer("t").Masks);
        Assert.Equal("Copy the masks of Plate a", new CopyMasks("a", ["t"]).Describe(start).ToString());
    }

    [Fact]
    public void WhatIsNotThereIsRefusedByName()
    {
        Assert.Contains("no mask \"blob\"", Refused(new InsertMask(["a"], "blob")), StringComparison.Ordinal);
        Assert.Contains("box, ellipse, path", Refused(new InsertMask(["a"], "blob")), StringComparison.Ordinal);
        Assert.Contains("Plate a", Refused(new RemoveMask("a", "m9")), StringComparison.Ordinal);
        Assert.Contains("no mask \"m9\"", Refused(new MoveMask("a", "m9", 0)), StringComparison.Ordinal);
    }

    [Fact]
    public void TheHistorySaysWhatWasDone()
    {
        var one = After(Start, new InsertMask(["a"], "ellipse"));
        var id = one.Layer("a").Masks[0].Id;
        Assert.Equal("Add a mask: Ellipse", new InsertMask(["a"], "ellipse").Describe(Start).ToString());
        Assert.Equal("Take a mask from Plate a", new RemoveMask("a", id).Describe(one).ToString());
        Assert.Equal("Reorder the masks of Plate a", new MoveMask("a", id, 0).Describe(one).ToString());
    }
}
