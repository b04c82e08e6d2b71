using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>A leader whose ends stand at other layers: a hook that goes along with the footage, a plate that says what is there.</summary>
public class LineTests
{
    /// <summary>A hook that moves all the time, and a plate that stands.</summary>
    private static Graphic Callout(double gap = 0) =>
        Samples.Graphic(
            Hook("place").With("position", Over(new(0, new(100, 300), Feel.Linear), new(99, new(298, 201), Feel.Linear))),
            Samples.Plate("label").With("position", new Value(400, 40)).With("size", new Value(100, 20)),
            Layer<Line>("leader").With("startsAt", "place").With("startGap", gap).With("endsAt", "label")
        );

    private static (Point From, Point To) Ends(Graphic graphic, int frame)
    {
        var evaluator = new Evaluator(graphic, Shaper);
        var (box, world) = evaluator.Place(graphic.Layer("leader"), frame);
        // It runs upwards to the right: from the lower left corner of its box to the upper right one.
        return (world.Map(new Point(box.Left, box.Bottom)), world.Map(new Point(box.Right, box.Top)));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(33)]
    [InlineData(99)]
    public void ItsEndsAreWhereTheLayersAre(int frame)
    {
        var (from, to) = Ends(Callout(), frame);
        Assert.Equal(100 + 2 * frame, from.X, 1e-6);
        Assert.Equal(300 - frame, from.Y, 1e-6);
        Assert.Equal((450, 50), (Math.Round(to.X, 6), Math.Round(to.Y, 6)));
    }

    [Fact]
    public void ItStandsOffTheLayerAndNeverBeyondTheOtherEnd()
    {
        var (near, _) = Ends(Callout(), 0);
        var (off, to) = Ends(Callout(50), 0);
        Assert.Equal(50, Math.Sqrt(Math.Pow(off.X - near.X, 2) + Math.Pow(off.Y - near.Y, 2)), 1e-6);
        // On the way to the other end.
        Assert.Equal((to.X - near.X) / (to.Y - near.Y), (off.X - near.X) / (off.Y - near.Y), 1e-6);
        var (all, end) = Ends(Callout(9999), 0);
        Assert.Equal((end.X, end.Y), (all.X, all.Y));
    }

    [Fact]
    public void WhereverTheLineItselfStandsItsEndsAreTheSame()
    {
        var moved = Callout();
        moved = moved.With(moved.Layer("leader").With("position", new Value(70, -30)));
        Assert.Equal(Ends(Callout(), 40), Ends(moved, 40));
    }

    [Fact]
    public void WhenTheLayerIsDeletedItHasItsOwnEndAgain()
    {
        var without = new RemoveLayers(["place"]).ApplyTo(Callout(), Shaper);
        Assert.Empty(LayersKind.IdsOf(without.Layer("leader").Channel("startsAt").Constant));
        Assert.Equal(GraphicJson.Write(without), GraphicJson.Write(GraphicJson.Read(GraphicJson.Write(without))));
    }

    [Fact]
    public void AnEndStandsAtOneLayerAndAtNoneThatDependsOnTheLine()
    {
        var two = Assert.Throws<ProblemException>(() =>
            new SetValue("leader", new("startsAt"), System.Text.Json.JsonSerializer.SerializeToElement(new[] { "place", "label" }), 0).ApplyTo(
                Callout(),
                Shaper
            )
        );
        Assert.Equal("An end of a line stands at one layer.", two.Problem.Message.ToString());
        var circle = Samples.Graphic(Layer<GroupContent>("g"), Layer<Line>("leader").With("startsAt", "g") with { Group = "g" });
        Assert.Equal(
            "It depends on itself, directly or through others.",
            Assert.Throws<ProblemException>(() => GraphicRules.Demand(circle)).Problem.Message.ToString()
        );
        // What hangs from the line may be an end of it: it moves only where the line is moved.
        var graphic = Callout();
        var hung = GraphicRules.Demand(graphic.With(graphic.Layer("place") with { HangsFrom = "leader" }));
        Assert.Equal(100, Ends(hung, 0).From.X, 1e-6);
    }
}
