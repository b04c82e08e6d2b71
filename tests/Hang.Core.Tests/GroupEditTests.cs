using CsCheck;
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

/// <summary>Layers put into groups and taken out of them: nothing on the screen moves.</summary>
public sealed class GroupEditTests
{
    private static Graphic After(Graphic graphic, params Edit[] edits) => edits.Aggregate(graphic, (g, e) => GraphicRules.Demand(e.ApplyTo(g, Shaper)));

    private static Box Seen(Graphic graphic, string layer) =>
        new Evaluator(graphic, Shaper).Place(graphic.Layer(layer), 0) is var (box, world) ? world.Map(box) : default;

    private static void SamePlace(Box a, Box b)
    {
        Assert.Equal(a.Left, b.Left, 1e-5);
        Assert.Equal(a.Top, b.Top, 1e-5);
        Assert.Equal(a.Right, b.Right, 1e-5);
        Assert.Equal(a.Bottom, b.Bottom, 1e-5);
    }

    private static string Refused(Edit edit, Graphic graphic) => Assert.Throws<ProblemException>(() => edit.ApplyTo(graphic, Shaper)).Problem.ToString();

    private static Graphic Four => Graphic(Plate("a"), Plate("b"), Plate("c"), Plate("d"));

    [Fact]
    public void AGroupStandsWhereTheFrontmostStood()
    {
        var grouped = After(Four, new GroupLayers(["a", "c"]));
        var group = grouped.Layers.Single(l => l.Content.Kind.IsGroup);
        Assert.Equal(["a", "b", "c", group.Id, "d"], grouped.Layers.Select(l => l.Id));
        Assert.Equal([group.Id, null, group.Id, null, null], grouped.Layers.Select(l => l.Group));
        Assert.Equal("Group", group.Name);
    }

    [Fact]
    public void MembersOfAChosenGroupStayInIt()
    {
        var grouped = After(Four, new GroupLayers(["a", "b"]));
        var inner = grouped.Layers.Single(l => l.Content.Kind.IsGroup).Id;
        var twice = After(grouped, new GroupLayers(["a", inner, "c"]));
        var outer = twice.Layers.Single(l => l.Content.Kind.IsGroup && l.Id != inner);
        Assert.Equal("Group 2", outer.Name);
        Assert.Equal([inner, outer.Id, outer.Id], new[] { twice.Layer("a").Group!, twice.Layer(inner).Group!, twice.Layer("c").Group! });
        // Two members of one group make a group within it.
        var within = After(grouped, new GroupLayers(["a", "b"]));
        Assert.All(within.Layers.Where(l => l.Content.Kind.IsGroup && l.Id != inner), g => Assert.Equal(inner, g.Group));
    }

    /// <summary>Whatever the group does, a layer that is put into it or taken out stays where it is seen.</summary>
    [Fact]
    public void NothingMoves() =>
        Gen.Select(Gen.Double[-200, 200], Gen.Double[-200, 200], Gen.Double[0.3, 3], Gen.Double[-170, 170])
            .Sample(
                (x, y, scale, turn) =>
                {
                    var group = Layer<GroupContent>("g").With("position", new Value(x, y)).With("scale", new Value(scale, scale)).With("turn", turn);
                    var graphic = Graphic(Plate("a", ("position", Const(30, 40)), ("size", Const(120, 60))), group);
                    var into = After(graphic, new MoveIntoGroup(["a"], "g"));
                    Assert.Equal("g", into.Layer("a").Group);
                    SamePlace(Seen(graphic, "a"), Seen(into, "a"));
                    SamePlace(Seen(graphic, "a"), Seen(After(into, new MoveIntoGroup(["a"])), "a"));
                    SamePlace(Seen(graphic, "a"), Seen(After(into, new DissolveGroups(["g"])), "a"));
                },
                iter: 50
            );

    /// <summary>What is in a turned and scaled group stays where it is, too, whoever comes to it or leaves it: a wider box does not move the pivot.</summary>
    [Fact]
    public void WhoComesAndGoesMovesNobodyElse() =>
        Gen.Select(Gen.Double[-100, 100], Gen.Double[0.3, 3], Gen.Double[-170, 170])
            .Sample(
                (x, scale, turn) =>
                {
                    var group = Layer<GroupContent>("g").With("position", new Value(x, 20)).With("scale", new Value(scale, scale)).With("turn", turn);
                    var outer = Layer<GroupContent>("o").With("scale", new Value(0.5, 0.75)).With("turn", 20.0);
                    var graphic = Graphic(
                        Plate("a", ("position", Const(30, 40)), ("size", Const(120, 60))) with
                        {
                            Group = "g",
                        },
                        group with
                        {
                            Group = "o",
                        },
                        outer,
                        Plate("b", ("position", Const(300, 10)), ("size", Const(50, 200)))
                    );
                    var both = After(graphic, new MoveIntoGroup(["b"], "g"));
                    SamePlace(Seen(graphic, "a"), Seen(both, "a"));
                    SamePlace(Seen(graphic, "b"), Seen(After(both, new MoveIntoGroup(["b"])), "b"));
                    SamePlace(Seen(graphic, "a"), Seen(After(both, new RemoveLayers(["b"])), "a"));
                    SamePlace(
                        Seen(graphic, "a"),
                        Seen(After(graphic, new AddLayer(Plate("c", ("position", Const(-90, 0)), ("size", Const(20, 20))) with { Group = "g" })), "a")
                    );
                },
                iter: 50
            );

    /// <summary>A group that stands upright keeps its pivot in its middle, whatever comes to it.</summary>
    [Fact]
    public void AnUprightGroupKeepsItsMiddle()
    {
        var graphic = Graphic(Plate("a") with { Group = "g" }, Layer<GroupContent>("g"), Plate("b", ("position", Const(300, 10))));
        Assert.Equal(graphic.Layer("g"), After(graphic, new MoveIntoGroup(["b"], "g")).Layer("g"));
    }

    [Fact]
    public void ADissolvedGroupLeavesItsMembersInTheGroupAroundIt()
    {
        var nested = Graphic(Plate("a") with { Group = "inner" }, Layer<GroupContent>("inner") with { Group = "outer" }, Layer<GroupContent>("outer"));
        var after = After(nested, new DissolveGroups(["inner"]));
        Assert.Equal("outer", after.Layer("a").Group);
        Assert.DoesNotContain(after.Layers, l => l.Id == "inner");
    }

    [Fact]
    public void WhatHungFromAGroupHangsFromItsCarrierAndMattesOfItAreGone()
    {
        var graphic = Graphic(
            Plate("a") with
            {
                Group = "g",
            },
            Layer<GroupContent>("g") with
            {
                HangsFrom = "h",
            },
            Plate("b", ("position", Const(10, 20)), ("size", Const(30, 30))) with
            {
                HangsFrom = "g",
            },
            Plate("c") with
            {
                Matte = new("g"),
            },
            Hook("h").With("position", new Value(50, 60))
        );
        var after = After(graphic, new DissolveGroups(["g"]));
        Assert.Equal("h", after.Layer("b").HangsFrom);
        Assert.Null(after.Layer("c").Matte);
        SamePlace(Seen(graphic, "b"), Seen(after, "b"));
    }

    [Fact]
    public void WhatIsLostWithAGroupIsSaid()
    {
        var plain = Graphic(Plate("a") with { Group = "g" }, Layer<GroupContent>("g", "Badge").With("position", new Value(3, 4)));
        Assert.Null(new DissolveGroups(["g"]).Note(plain));
        foreach (
            var done in new[]
            {
                plain.Layer("g").With("opacity", 0.5),
                plain.Layer("g") with
                {
                    Blend = BlendMode.Multiply,
                },
                plain.Layer("g").WithEffect<Effects.Blur>("e"),
            }
        )
        {
            Assert.Contains("Badge", new DissolveGroups(["g"]).Note(plain.With(done))!.ToString(), StringComparison.Ordinal);
        }
    }

    [Fact]
    public void WhatCannotBeGroupedOrDissolvedIsRefused()
    {
        Assert.Contains("nothing to group", Refused(new GroupLayers([]), Four), StringComparison.Ordinal);
        Assert.Contains("no group", Refused(new DissolveGroups(["a"]), Four), StringComparison.Ordinal);
        var nested = Graphic(Layer<GroupContent>("inner") with { Group = "outer" }, Layer<GroupContent>("outer"));
        Assert.ThrowsAny<ProblemException>(() => After(nested, new MoveIntoGroup(["outer"], "inner")));
        Assert.ThrowsAny<ProblemException>(() => After(Four, new MoveIntoGroup(["a"], "b")));
    }
}
