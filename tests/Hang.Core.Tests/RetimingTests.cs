using System.Collections.Immutable;
using System.Text.Json;
using CsCheck;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Registry;
using Hang.Scene.Time;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>Keyframes moved in time: what was meant moves, and nothing outside the selection does.</summary>
public class RetimingTests
{
    private static readonly ImmutableArray<string> Used = ["position", "opacity", "turn"];

    private static readonly Gen<Graphic> Graphics = Gen.Int[0, 1_000_000]
        .Select(seed =>
        {
            var random = new Random(seed);
            Channel Some() =>
                Channel.Of(
                    NumbersKind.Number,
                    Enumerable
                        .Range(0, random.Next(1, 6))
                        .Select(_ => new Keyframe(random.Next(100), new(random.NextDouble()), NamedFeels.All[random.Next(NamedFeels.All.Length)].Feel))
                );
            return Samples.Graphic([.. Enumerable.Range(0, 4).Select(i => Plate($"l{i}", [.. Used.Select(n => (n, Some()))]))]);
        });

    /// <summary>A graphic, and some of its keyframes.</summary>
    private static readonly Gen<(Graphic Graphic, ImmutableArray<KeyPlace> Chosen)> Choices = Gen.Select(Graphics, Gen.Int[0, 1_000_000], (g, seed) =>
    {
        var random = new Random(seed);
        return (g, All(g).Where(_ => random.Next(3) == 0).ToImmutableArray());
    });

    private static IEnumerable<KeyPlace> All(Graphic g) =>
        g.Layers.SelectMany(l => l.Mentioned().SelectMany(c => c.Channel.Keys.Select(k => new KeyPlace(l.Id, c.Address, k.At))));

    private static Keyframe Find(Graphic g, KeyPlace place) =>
        g.Layer(place.Layer).At(place.Address).Channel.KeyAt(place.At) ?? throw new InvalidOperationException($"{place} is gone");

    /// <summary>Applies an edit to many graphics; refused ones are skipped, the others must keep every keyframe that is not chosen, and lose none.</summary>
    private static void Hold(Func<ImmutableArray<KeyPlace>, Edit> make, Action<Graphic, Graphic, ImmutableArray<KeyPlace>> check)
    {
        var applied = 0;
        Choices
            .Where(c => c.Chosen.Length > 1)
            .Sample(
                c =>
                {
                    Graphic after;
                    try
                    {
                        after = make(c.Chosen).ApplyTo(c.Graphic, Shaper);
                    }
                    catch (ProblemException)
                    {
                        return;
                    }
                    applied++;
                    Assert.Equal(All(c.Graphic).Count(), All(after).Count());
                    foreach (var place in All(c.Graphic).Except(c.Chosen))
                    {
                        Assert.Equal(Find(c.Graphic, place), Find(after, place));
                    }
                    check(c.Graphic, after, c.Chosen);
                },
                iter: 300,
                threads: 1
            );
        Assert.InRange(applied, 20, 300);
    }

    [Fact]
    public void StaggerMovesEachLayerByItsRank() =>
        Hold(
            keys => new StaggerKeys(keys, 2, StaggerOrder.BottomUp),
            (before, after, keys) =>
            {
                var order = before.Layers.Select(l => l.Id).Where(id => keys.Any(k => k.Layer == id)).ToList();
                foreach (var key in keys)
                {
                    var there = Find(after, key with { At = key.At + 2 * order.IndexOf(key.Layer) });
                    Assert.Equal(Find(before, key).Value, there.Value);
                }
            }
        );

    [Fact]
    public void ReversingTwiceChangesNothing() =>
        Hold(
            keys => new ReverseKeys(keys),
            (before, after, keys) =>
            {
                var ends = keys.Min(k => k.At) + keys.Max(k => k.At);
                var again = new ReverseKeys([.. keys.Select(k => k with { At = ends - k.At })]).ApplyTo(after, Shaper);
                Assert.Equal(GraphicJson.Write(before), GraphicJson.Write(again));
            }
        );

    [Fact]
    public void AReversedMoveIsTheMoveBackwards()
    {
        var graphic = Samples.Graphic(
            Plate(
                "a",
                (
                    "turn",
                    Over([
                        new(10, new(0), new CubicBezierFeel(0.1, 0.8, 0.3, 1)),
                        new(24, new(90), new CubicBezierFeel(0.7, 0, 0.9, 0.4)),
                        new(40, new(-30), Feel.Linear),
                    ])
                )
            )
        );
        var channel = graphic.Layer("a").Channel("turn");
        var reversed = new ReverseKeys([.. All(graphic)]).ApplyTo(graphic, Shaper).Layer("a").Channel("turn");
        for (var f = 10; f <= 40; f++)
        {
            Assert.Equal(channel.At(50 - f).X, reversed.At(f).X, 1e-6);
        }
    }

    [Fact]
    public void StretchedKeyframesKeepTheirShares() =>
        Hold(
            keys => new StretchKeys(keys, keys.Min(k => k.At), keys.Max(k => k.At), 99),
            (before, after, keys) =>
            {
                var (first, last) = (keys.Min(k => k.At), keys.Max(k => k.At));
                foreach (var key in keys)
                {
                    Find(after, key with { At = first + (int)Math.Round((key.At - first) * (99.0 - first) / (last - first), MidpointRounding.AwayFromZero) });
                }
            }
        );

    [Fact]
    public void SqueezingStopsBeforeKeyframesFallTogether()
    {
        var graphic = Samples.Graphic(Plate("a", ("opacity", Keyed((10, 0), (20, 1), (22, 0), (50, 1)))));
        var after = new StretchKeys([.. All(graphic)], 10, 50, 12).ApplyTo(graphic, Shaper).Layer("a").Channel("opacity");
        Assert.Equal(4, after.Keys.Length);
        Assert.Equal([0.0, 1, 0, 1], after.Keys.Select(k => k.Value.X));
        Assert.InRange(after.Keys[^1].At, 13, 49);
    }

    [Fact]
    public void EachLayersFirstKeyframeIsAlignedToThePlayhead()
    {
        var graphic = Samples.Graphic(Plate("a", ("opacity", Keyed((10, 0), (20, 1)))), Plate("b", ("turn", Keyed((31, 0), (33, 1)))));
        var after = new AlignKeys([.. All(graphic)], 50).ApplyTo(graphic, Shaper);
        Assert.Equal([50, 60, 50, 52], All(after).Select(k => k.At));
    }

    [Fact]
    public void ACollisionWithAKeyframeThatStaysIsRefusedByName()
    {
        var graphic = Samples.Graphic(Plate("a", ("opacity", Keyed((10, 0), (20, 1)))), Plate("b", ("opacity", Keyed((10, 0), (20, 1)))));
        var problem = Assert
            .Throws<ProblemException>(() =>
                new StaggerKeys([new("a", At("opacity"), 10), new("b", At("opacity"), 10)], 10, StaggerOrder.BottomUp).ApplyTo(graphic, Shaper)
            )
            .Problem;
        Assert.Equal(("Plate b", "opacity"), (problem.Layer, problem.Field));
        var over = new MoveKeys([new("b", At("opacity"), 10)], 10);
        Assert.Contains("replaced", over.Note(graphic)!.ToString());
        Assert.Null(new MoveKeys([new("b", At("opacity"), 10)], 5).Note(graphic));
        Assert.Equal(3, new MoveKeys([new("b", At("opacity"), 10)], 5, true).ApplyTo(graphic, Shaper).Layer("b").Channel("opacity").Keys.Length);
    }

    [Fact]
    public void CopiedKeyframesGoToOtherLayersAndGraphics()
    {
        static JsonElement Json(Keyframe key) => JsonDocument.Parse(ChannelJson.KeyText(LayerValues.Opacity, key)).RootElement;
        ImmutableArray<CopiedKey> clip = [new(0, At("opacity"), Json(new(0, new(0), Feel.Hold))), new(0, At("opacity"), Json(new(8, new(1), Feel.Linear)))];
        var other = Samples.Graphic(Plate("x"), Plate("y", ("opacity", Keyed((0, 1), (30, 0.5)))));
        var after = new PasteKeys(["x", "y"], clip, 30).ApplyTo(other, Shaper);
        Assert.Equal([30, 38], after.Layer("x").Channel("opacity").Keys.Select(k => k.At));
        Assert.Equal([(0, 1.0), (30, 0), (38, 1)], after.Layer("y").Channel("opacity").Keys.Select(k => (k.At, k.Value.X)));
        Assert.Contains(
            "lengthen a phase",
            Assert.Throws<ProblemException>(() => new PasteKeys(["x"], clip, 95).ApplyTo(other, Shaper)).Problem.Remedy.ToString()
        );
        var two = clip.Add(new(1, At("opacity"), Json(new(0, new(0), Feel.Hold))));
        Assert.Contains("2 layers", Assert.Throws<ProblemException>(() => new PasteKeys(["x"], two, 0).ApplyTo(other, Shaper)).Problem.Message.ToString());
        Assert.Equal(
            "size",
            Assert
                .Throws<ProblemException>(() =>
                    new PasteKeys(["t"], [clip[0] with { Address = At("size") }], 0).ApplyTo(Samples.Graphic(Type("t", "A")), Shaper)
                )
                .Problem.Field
        );
    }

    /// <summary>Moving a whole channel changes every value by the same difference, and no keyframe comes or goes.</summary>
    [Fact]
    public void TheWholeChannelIsMovedWhenThatIsTheModeOfKeying()
    {
        var path = Over([new(0, new(0, 0), Feel.Linear), new(20, new(100, 50), Feel.Linear)]);
        var graphic = Samples.Graphic(Plate("a", ("position", path)));
        var after = new SetValue("a", At("position"), JsonDocument.Parse("[60, 20]").RootElement, 10, true)
            .ApplyTo(graphic, Shaper)
            .Layer("a")
            .Channel("position");
        Assert.Equal([(0, 10.0, -5.0), (20, 110, 45)], after.Keys.Select(k => (k.At, k.Value.X, k.Value.Y)));
        var nudged = new Nudge(["a"], [1, 0], 7, true).ApplyTo(graphic, Shaper).Layer("a").Channel("position");
        Assert.Equal([1.0, 101], nudged.Keys.Select(k => k.Value.X));
        Assert.Equal(3, new Nudge(["a"], [1, 0], 7).ApplyTo(graphic, Shaper).Layer("a").Channel("position").Keys.Length);
    }

    [Fact]
    public void AComponentHasItsOwnFeelWhereItIsShapedAlone()
    {
        var graphic = Samples.Graphic(Plate("a", ("position", Over([new(0, new(0, 0), Feel.Linear), new(10, new(100, 100), Feel.Linear)]))));
        var place = new KeyPlace("a", At("position"), 0);
        var after = new SetFeel([place], "steps(1)", 1).ApplyTo(graphic, Shaper);
        var channel = GraphicJson.Read(GraphicJson.Write(after)).Layer("a").Channel("position");
        Assert.Equal((50, 0), (channel.At(5).X, channel.At(5).Y));
        Assert.Null(new SetFeel([place], "steps(1)").ApplyTo(after, Shaper).Layer("a").Channel("position").Keys[0].Parts);
    }

    [Fact]
    public void ASplitLayerLooksAsBefore()
    {
        var graphic = Samples.Graphic(Plate("a", ("turn", Keyed((0, 0), (99, 90)))));
        var after = new SplitLayers(["a"], 40).ApplyTo(graphic, Shaper);
        Assert.Equal(2, after.Layers.Length);
        var (one, two) = (new Evaluator(graphic, Shaper), new Evaluator(after, Shaper));
        for (var f = 0; f < 100; f++)
        {
            var shown = two.At(f).Nodes.Where(n => n.Row.Span[6] > 0).ToArray();
            Assert.Equal(one.At(f).Nodes[0].Values, Assert.Single(shown).Values);
        }
        Assert.Throws<ProblemException>(() => new SplitLayers(["a"], 0).ApplyTo(graphic, Shaper));
    }

    [Fact]
    public void ALayerSlidesWithItsKeyframesAndStopsAtTheEnds()
    {
        var graphic = Samples.Graphic(Plate("a", ("opacity", Keyed((10, 0), (30, 1)))) with { In = 5, Out = 60 }, Plate("b"));
        var later = new SlideLayers(["a"], 20).ApplyTo(graphic, Shaper).Layer("a");
        Assert.Equal((25, 80), (later.In, later.Out));
        Assert.Equal([30, 50], later.Channel("opacity").Keys.Select(k => k.At));
        var stopped = new SlideLayers(["a"], -50).ApplyTo(graphic, Shaper).Layer("a");
        Assert.Equal((null, 55), (stopped.In, stopped.Out));
        Assert.Equal([5, 25], stopped.Channel("opacity").Keys.Select(k => k.At));
        var trimmed = new SetSpan("b", In: 12, Out: 500).ApplyTo(graphic, Shaper).Layer("b");
        Assert.Equal((12, null), (trimmed.In, trimmed.Out));
        // A longer Hold takes an out point in Leave along.
        var longer = new SetPhases(new PhaseLengths(20, 90, 20)).ApplyTo(new SetSpan("a", Out: 90).ApplyTo(graphic, Shaper), Shaper);
        Assert.Equal(120, longer.Layer("a").Out);
    }

    /// <summary>A changed rate keeps seconds; whole multiples keep every keyframe exactly, and are undone by going back.</summary>
    [Fact]
    public void ADoubledRateKeepsEverySecond() =>
        Graphics.Sample(
            graphic =>
            {
                var doubled = new ChangeGraphic(Rate: new FrameRate(50));
                Assert.Null(doubled.Note(graphic));
                var after = doubled.ApplyTo(graphic, Shaper);
                Assert.Equal(All(graphic).Select(k => k with { At = 2 * k.At }), All(after));
                Assert.Equal(new PhaseLengths(40, 120, 40), after.Phases);
                Assert.Equal(GraphicJson.Write(graphic), GraphicJson.Write(new ChangeGraphic(Rate: new FrameRate(25)).ApplyTo(after, Shaper)));
            },
            iter: 50
        );

    [Fact]
    public void AnUnevenRateSaysWhichKeyframesMoved()
    {
        var graphic = Samples.Graphic(Plate("a", ("opacity", Keyed((0, 0), (5, 1), (7, 0)))) with { In = 5, Out = 99 });
        var edit = new ChangeGraphic(Rate: new FrameRate(30));
        var after = edit.ApplyTo(graphic, Shaper);
        Assert.Equal([0, 6, 8], after.Layer("a").Channel("opacity").Keys.Select(k => k.At));
        Assert.Equal((6, 119), (after.Layer("a").In, after.Layer("a").Out));
        Assert.Contains("1 of 3 keyframes moved to the nearest frame: Opacity of Plate a at 7 is now at 8", edit.Note(graphic)!.ToString());
        // At half the rate two neighbours share a frame: that is said.
        var close = Samples.Graphic(Plate("a", ("opacity", Keyed((10, 0), (11, 1))))) with { Rate = new(50) };
        Assert.Contains("fell on the same frame", new ChangeGraphic(Rate: new FrameRate(24)).Note(close)!.ToString());
    }
}
