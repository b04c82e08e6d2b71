using CsCheck;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Core.Programs;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.PaintList;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

public class EvaluationTests
{
    private static Evaluator Evaluator(params Layer[] layers) => new(Graphic(layers), new EvenShaper());

    [Fact]
    public void ValuesStandStillOutsideTheirKeyframesAndMeetThemExactly()
    {
        var channel = Keyed((10, 3), (20, 7), (30, -1));
        Assert.Equal([3, 3, 5, 7, 3, -1, -1], new[] { 0, 10, 15, 20, 25, 30, 99 }.Select(f => channel.At(f).X));
    }

    [Fact]
    public void AKeyframeThatSplitsAChangeKeepsItsFeel()
    {
        var channel = Over([new(0, new(0), Feel.Hold), new(10, new(1), Feel.Linear)]).WithKey(5, new(0.5), Feel.Linear);
        Assert.Equal(Feel.Hold, channel.KeyAt(5)!.Feel);
    }

    /// <summary>CSS Transforms 1, section 5: translate(100, 50) rotate(90deg) about the box's centre, worked by hand.</summary>
    [Fact]
    public void TurnAndScaleLeaveThePivotInPlace()
    {
        var plate = Plate("a", ("position", Const(100, 50)), ("size", Const(40, 20)), ("turn", Const(90)));
        var (box, world) = Evaluator(plate).Place(plate, 0);
        Assert.Equal(new Point(120, 60), world.Map(new Point(20, 10)));
        Assert.Equal(new Point(130, 40), world.Map(new Point(0, 0)));
        Assert.Equal(new Box(110, 40, 130, 80), world.Map(box));
    }

    [Fact]
    public void ALayerFollowsWhatItHangsFrom()
    {
        var carrier = Plate("a", ("position", Const(100, 0)), ("scale", Const(2, 2)), ("pivot", Const(0, 0)));
        var hung = Plate("b", ("position", Const(10, 10))) with { HangsFrom = "a" };
        Assert.Equal(new Point(120, 20), Evaluator(carrier, hung).Place(hung, 0).World.Map(new Point(0, 0)));
    }

    /// <summary>Scales multiply along what a layer hangs from, and a group's members take its scale back.</summary>
    [Theory]
    [InlineData(2e-68)]
    [InlineData(1000)]
    public void APlaceThatARowCannotHoldShowsNothing(double scale)
    {
        var steps = Enumerable.Range(0, 14).Select(i => Plate($"p{i}", ("scale", Const(scale, scale))) with { HangsFrom = i == 0 ? "g" : $"p{i - 1}" });
        var group = Layer<Hang.Core.Contents.GroupContent>("g").With("scale", Const(scale, -scale));
        var nodes = Evaluator([group, Plate("m") with { Group = "g" }, .. steps]).At(0).Nodes;
        Assert.All(nodes, n => Assert.All(n.Row.ToArray(), v => Assert.True(float.IsFinite(v))));
        var row = nodes.First(n => n.Strip.Layer == "p13").Row.Span;
        Assert.True(row[6] == 0 || row[0] == 0);
    }

    [Fact]
    public void TrackingSpreadsTypeAboutItsAlignment()
    {
        var type = Type("t", "abc").With("align", "centre").With("typeSize", new Value(100)).With("tracking", new Value(200));
        var node = Evaluator(type).At(0).Nodes.Single();
        var op = node.Strip.Ops.Single(o => o.Kind == Ops.Glyphs);
        float Number(Slot slot) => node.Row.Span[op.Offset(slot)];
        var xs = ((GlyphRun)node.Strip.Resources[op.Takes[0]]).Glyphs.Select(g => (g.X + g.Spread * Number(Ops.Glyphs.Tracking)) * Number(Ops.Glyphs.Unit));
        Assert.Equal([-95, -25, 45], xs.Select(x => Math.Round(x, 4)));
        Assert.Equal([-95f, 95f], [node.Row.Span[7], node.Row.Span[9]]);
    }

    [Fact]
    public void ProgramWindowsHoldWhatEveryFrameEvaluatesTo()
    {
        var plate = Plate(
            "a",
            ("position", Over([new(3, new(0, 0), FeelText.Parse("ease")), new(77, new(500, 90), Feel.Linear)])),
            ("opacity", Keyed((0, 0), (10, 1)))
        );
        var evaluator = Evaluator(plate, Type("t", "hi"));
        for (var node = 0; node < 2; node++)
        {
            var window = NodeWindow.Of(evaluator, node, FrameWindow.At(0, 100));
            for (var frame = 0; frame < 100; frame++)
            {
                var values = window.Values.ToArray();
                for (var c = 0; c < window.Changing.Length; c++)
                {
                    values[window.Changing[c]] = window.Columns[c * 100 + frame];
                }
                Assert.Equal(evaluator.At(frame).Nodes[node].Values, values);
            }
        }
    }

    [Fact]
    public void AnEditLeavesTheProgramOfOtherLayersAlone()
    {
        var before = new ProgramCache(Graphic(Plate("a"), Plate("b"), Plate("c") with { HangsFrom = "a" }), new EvenShaper());
        var windows = Enumerable.Range(0, 3).Select(i => before.Window(i, 0)).ToArray();
        var moved = before.Graphic.Layers[0].With("position", new Value(9, 9));
        var after = before.Next(before.Graphic.With(moved));
        Assert.NotSame(windows[0], after.Window(0, 0));
        Assert.Same(windows[1], after.Window(1, 0));
        Assert.NotSame(windows[2], after.Window(2, 0));
    }

    /// <summary>Sound whatever the numbers: bounds contain every mapped corner, for random matrices.</summary>
    [Fact]
    public void MappedBoxesContainTheirCorners() =>
        Gen.Double[-5, 5]
            .Array[6]
            .Sample(m =>
            {
                var matrix = new Matrix(m[0], m[1], m[2], m[3], m[4], m[5]);
                var box = matrix.Map(new Box(-3, 2, 7, 11));
                var p = matrix.Map(new Point(7, 2));
                return p.X >= box.Left - 1e-9 && p.X <= box.Right + 1e-9 && p.Y >= box.Top - 1e-9 && p.Y <= box.Bottom + 1e-9;
            });
}
