using CsCheck;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.PaintList;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

public class HangingTests
{
    private static readonly Gen<(double X, double Y, double Turn, double Scale)> Poses = Gen.Select(
        Gen.Double[-300, 300],
        Gen.Double[-300, 300],
        Gen.Double[-400, 400],
        Gen.Double[0.2, 3]
    );

    private static Layer Posed(Layer layer, (double X, double Y, double Turn, double Scale) p, double mirror = 1) =>
        layer.With("position", new Value(p.X, p.Y)).With("turn", new Value(p.Turn)).With("scale", new Value(p.Scale * mirror, p.Scale));

    /// <summary>Hung from a hook and taken off again, a layer looks as before at the frame shown, whatever either's position, turn and scale.</summary>
    [Fact]
    public void ALayerKeepsItsPlaceWhenItIsHungAndUnhung() =>
        Gen.Select(Poses, Poses, Gen.Bool)
            .Sample(
                (own, hook, mirrored) =>
                {
                    var graphic = Samples.Graphic(Posed(Hook(), hook), Posed(Plate("a"), own, mirrored ? -1 : 1));
                    var before = new Evaluator(graphic, Shaper).Place(graphic.Layer("a"), 10).World;
                    var hung = new ChangeLayer("a", HangsFrom: "h", At: 10).ApplyTo(graphic, Shaper);
                    var off = new ChangeLayer("a", HangsFrom: "", At: 10).ApplyTo(hung, Shaper);
                    var gone = new RemoveLayers(["h"], 10).ApplyTo(hung, Shaper);
                    foreach (var g in new[] { hung, off, gone })
                    {
                        var after = new Evaluator(g, Shaper).Place(g.Layer("a"), 10).World;
                        Assert.Equal(before.A, after.A, 1e-6);
                        Assert.Equal(before.B, after.B, 1e-6);
                        Assert.Equal(before.C, after.C, 1e-6);
                        Assert.Equal(before.D, after.D, 1e-6);
                        Assert.Equal(before.E, after.E, 1e-5);
                        Assert.Equal(before.F, after.F, 1e-5);
                    }
                    Assert.Equal("h", hung.Layer("a").HangsFrom);
                    Assert.Null(gone.Layer("a").HangsFrom);
                },
                iter: 200
            );

    [Fact]
    public void AMovingLayerKeepsItsWholeMotionUnderAHookThatStands()
    {
        var path = Over([new(0, new(0, 0), Feel.Linear) { Bend = new(new(-30, 0), new(30, 60)) }, new(50, new(200, 100), Feel.Linear)]);
        var graphic = Samples.Graphic(Posed(Hook(), (50, -20, 30, 2)), Plate("a", ("position", path)));
        var hung = new ChangeLayer("a", HangsFrom: "h", At: 25).ApplyTo(graphic, Shaper);
        var (one, two) = (new Evaluator(graphic, Shaper), new Evaluator(hung, Shaper));
        for (var f = 0; f < 60; f++)
        {
            var (a, b) = (one.Place(graphic.Layer("a"), f).World, two.Place(hung.Layer("a"), f).World);
            Assert.Equal(a.E, b.E, 1e-6);
            Assert.Equal(a.F, b.F, 1e-6);
        }
    }

    [Fact]
    public void LoopsAndCarriersWithoutSizeAreRefused()
    {
        var graphic = Samples.Graphic(Plate("a") with { HangsFrom = "b" }, Plate("b"), Plate("flat", ("scale", Const(0, 0))));
        Assert.Contains(
            "itself",
            Assert.Throws<ProblemException>(() => new ChangeLayer("b", HangsFrom: "a").ApplyTo(graphic, Shaper)).Problem.Message.ToString()
        );
        Assert.Contains(
            "no size",
            Assert.Throws<ProblemException>(() => new ChangeLayer("b", HangsFrom: "flat").ApplyTo(graphic, Shaper)).Problem.Message.ToString()
        );
    }

    [Fact]
    public void AHookCarriesAndShowsNothing()
    {
        var graphic = Samples.Graphic(Posed(Hook(), (100, 50, 0, 1)), Plate("a") with { HangsFrom = "h" });
        var nodes = new Evaluator(graphic, Shaper).At(0).Nodes;
        Assert.True(Touched.By(nodes[0].Strip, nodes[0].Row).IsEmpty);
        Assert.Equal(100, Touched.By(nodes[1].Strip, nodes[1].Row).Left);
    }
}
