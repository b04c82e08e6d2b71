using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Core.Programs;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>Plates that are as large as other layers need. Letters of the samples are 500/1000 of their size wide, 800 high and 200 deep.</summary>
public class FitTests
{
    private static Layer Name(string text, double x = 100, double y = 200) => Type("t", text).With("typeSize", Const(100)).With("position", new Value(x, y));

    private static Layer Fitting(params string[] layers) =>
        Layer<Plate>("p")
            .With("position", new Value(10, 20))
            .With("size", new Value(50, 60))
            .With("fitTo", LayersKind.Of(layers))
            .With("fitRoom", new Value(10, 20, 30, 40));

    private static Box BoxOf(Graphic graphic, string layer = "p", int at = 0)
    {
        var (box, world) = new Evaluator(graphic, Shaper).Place(graphic.Layer(layer), at);
        return world.Map(box);
    }

    [Fact]
    public void ALongerNameMakesThePlateWider()
    {
        Assert.Equal(new Box(90, 100, 100 + 2 * 50 + 30, 260), BoxOf(Graphic(Fitting("t"), Name("ab"))));
        Assert.Equal(new Box(90, 100, 100 + 8 * 50 + 30, 260), BoxOf(Graphic(Fitting("t"), Name("abcdefgh"))));
        // Words that hang from the plate are in its coordinates.
        Assert.Equal(new Box(100, 120, 110 + 2 * 50 + 30, 280), BoxOf(Graphic(Fitting("t"), Name("ab") with { HangsFrom = "p" })));
    }

    [Fact]
    public void SidesThatStandStayWhereTheSizePutsThem()
    {
        var plate = Fitting("t").With("fitLeft", new Value(0)).With("fitTop", new Value(0)).With("fitBottom", new Value(0));
        Assert.Equal(new Box(10, 20, 230, 80), BoxOf(Graphic(plate, Name("ab"))));
        Assert.Equal(new Box(10, 20, 410, 80), BoxOf(Graphic(plate.With("fitLeast", new Value(400, 0)), Name("ab"))));
        Assert.Equal(new Box(90 - 90, 100, 230 + 90, 260), BoxOf(Graphic(Fitting("t").With("fitLeast", new Value(320, 0)), Name("ab"))));
    }

    [Fact]
    public void SeveralLayersAreFittedTogetherAndEmptyOnesDoNotCount()
    {
        var second = Type("u", "abcd").With("typeSize", Const(100)).With("position", new Value(100, 320));
        Assert.Equal(new Box(90, 100, 330, 380), BoxOf(Graphic(Fitting("t", "u"), Name("ab"), second)));
        Assert.Equal(new Box(90, 100, 230, 260), BoxOf(Graphic(Fitting("t", "e"), Name("ab"), Layer<Ellipse>("e").With("size", new Value(0, 0)))));
        Assert.Equal(new Box(10, 20, 60, 80), BoxOf(Graphic(Fitting("e"), Layer<Ellipse>("e").With("size", new Value(0, 0)))));
    }

    /// <summary>While words arrive from elsewhere the plate stands where they will; words that change over time it follows.</summary>
    [Fact]
    public void ThePlateStandsWhereWordsRest()
    {
        var arriving = Name("ab").With("position", Over(new(0, new(-900, 200), Scene.Motion.Feel.Linear), new(20, new(100, 200), Scene.Motion.Feel.Linear)));
        Assert.Equal(BoxOf(Graphic(Fitting("t"), Name("ab"))), BoxOf(Graphic(Fitting("t"), arriving)));
        var changing = Name("ab")
            .With(
                "text",
                Scene.Motion.Channel.Of(
                    new TextKind(100),
                    [new(0, Value.Of("ab"), Scene.Motion.Feel.Linear), new(50, Value.Of("abcd"), Scene.Motion.Feel.Linear)]
                )
            );
        Assert.Equal(230, BoxOf(Graphic(Fitting("t"), changing)).Right);
        Assert.Equal(330, BoxOf(Graphic(Fitting("t"), changing), at: 50).Right);
    }

    /// <summary>After every edit of what it fits, and of what that follows, a program that took over what it could is that of a fresh one.</summary>
    [Fact]
    public void AProgramFollowsWhatThePlateFits()
    {
        var lit = Layer<Plate>("b").With("bevel", Const(10));
        var graphic = Graphic(
            Hook("h"),
            Fitting("t"),
            Name("ab") with
            {
                HangsFrom = "h",
            },
            Layer<Ellipse>("e") with
            {
                HangsFrom = "p",
            },
            lit,
            Layer<Lamp>("lamp").With("position", new Value(9, 9))
        );
        var cache = new ProgramCache(graphic, Shaper);
        _ = Enumerable.Range(0, cache.Evaluator.Strips.Length).Select(n => cache.Window(n, 0)).ToArray();
        foreach (
            var edit in new Edit[]
            {
                Set("t", "text", "\"abcdef\""),
                Set("t", "typeSize", "40"),
                Set("h", "position", "[40, 0]"),
                Set("p", "fitRoom", "[0, 0, 0, 0]"),
                Set("e", "position", "[1, 1]"),
                Set("lamp", "position", "[300, 5]"),
                new RemoveLayers(["lamp"]),
            }
        )
        {
            graphic = edit.ApplyTo(graphic, Shaper);
            cache = cache.Next(graphic);
            var fresh = new ProgramCache(graphic, Shaper);
            for (var n = 0; n < fresh.Evaluator.Strips.Length; n++)
            {
                Assert.True(cache.Window(n, 0).SameAs(fresh.Window(n, 0)), $"{fresh.Evaluator.Strips[n].Id} after {edit.Write()}");
            }
        }
    }

    private static SetValue Set(string layer, string address, string json) =>
        new(layer, new(address), System.Text.Json.JsonDocument.Parse(json).RootElement, 0);

    [Fact]
    public void LayersThatAreNamedAreThereAndInNoCircle()
    {
        ProblemException Refused(params Layer[] layers) => Assert.Throws<ProblemException>(() => GraphicRules.Demand(Graphic(layers)));
        Assert.Contains("not there", Refused(Fitting("nobody")).Problem.Message.ToString(), StringComparison.Ordinal);
        Assert.Contains("depends on itself", Refused(Fitting("p")).Problem.Message.ToString(), StringComparison.Ordinal);
        Assert.Contains("depends on itself", Refused(Fitting("q"), Fitting("p") with { Id = "q" }).Problem.Message.ToString(), StringComparison.Ordinal);
    }

    /// <summary>A group's place depends on its members' boxes: whatever is grouped, no box may be asked for on the way to itself.</summary>
    [Fact]
    public void PlatesFitWithinAndAcrossGroups()
    {
        var group = Layer<GroupContent>("g")
            .With("position", new Value(5, 7))
            .With("scale", Over(new(0, new(0.5, 0.5), Scene.Motion.Feel.Linear), new(20, new(1, 1), Scene.Motion.Feel.Linear)));
        Assert.Equal(
            new Box(90, 100, 230, 260),
            Moved(BoxOf(Graphic(group, Fitting("t") with { Group = "g" }, Name("ab") with { Group = "g" }), at: 30), -5, -7)
        );
        Assert.Equal(new Box(90, 100, 230, 260), BoxOf(Graphic(group, Fitting("t") with { Group = "g" }, Name("ab")), at: 30));
        Assert.Equal(new Box(95, 107, 235, 267), BoxOf(Graphic(group, Fitting("t"), Name("ab") with { Group = "g" }), at: 30));
        // A second plate fits the first, and the words hang from it; all of it in a group that is turned.
        var turned = group.With("turn", Const(30));
        var second = Fitting("p") with { Id = "q", Group = "g" };
        var all = Graphic(turned, Fitting("u") with { Group = "g" }, second, Name("ab") with { Id = "u", HangsFrom = "h" }, Hook("h") with { Group = "g" });
        Assert.True(BoxOf(all, "q").Width > 0);
        Assert.Throws<ProblemException>(() => GraphicRules.Demand(Graphic(group, Fitting("g") with { Group = "g" })));
    }

    private static Box Moved(Box box, double x, double y) => new(box.Left + x, box.Top + y, box.Right + x, box.Bottom + y);

    [Fact]
    public void ADeletedLayerIsFittedNoLongerAndACopiedGroupFitsItsOwn()
    {
        var graphic = Graphic(Layer<GroupContent>("g"), Fitting("t") with { Group = "g" }, Name("ab") with { Group = "g" });
        var without = new RemoveLayers(["t"]).ApplyTo(graphic, Shaper);
        Assert.Empty(LayerReferences.Of(without.Layer("p")));
        var copied = new DuplicateLayers(["g"]).ApplyTo(graphic, Shaper);
        var (plate, words) = (copied.Layers.Last(l => l.Content.Kind is Plate), copied.Layers.Last(l => l.Content.Kind is TypeContent));
        Assert.NotEqual("p", plate.Id);
        Assert.Equal(words.Id, LayerReferences.Of(plate).Single().Id);
        Assert.Equal("t", LayerReferences.Of(copied.Layer("p")).Single().Id);
    }
}
