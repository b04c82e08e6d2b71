using Hang.Core.Arrivals;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Scene;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>Buttons that are pressed, and several layers that go off as one.</summary>
public class PressTests
{
    private static Graphic Button() =>
        Samples.Graphic(
            Samples.Plate("p").With("position", new Value(100, 100)).With("size", new Value(200, 60)),
            Type("t", "Follow").With("typeSize", 20).With("position", new Value(50, 40)) with
            {
                HangsFrom = "p",
            }
        );

    [Fact]
    public void APressedLayerGoesDownAndIsAfterwardsWhatItWas()
    {
        var pressed = new Press("p", 50).ApplyTo(Button(), Shaper);
        var scale = pressed.Layer("p").Channel("scale");
        Assert.Equal(new Value(1, 1), scale.At(40));
        Assert.InRange(scale.At(50).X, 0.9, 0.95);
        Assert.Equal(new Value(1, 1), scale.At(70));
        Assert.Equal(2, pressed.Layers.Length);
        // Pressed again at the same place, it is the same.
        var again = new Press("p", 50).ApplyTo(pressed, Shaper).Layer("p").Channel("scale");
        Assert.Equal(scale.Keys.Select(k => k.At), again.Keys.Select(k => k.At));
    }

    [Fact]
    public void APressKeepsTheSizesBeforeAndAfterIt()
    {
        var grown = Button();
        grown = grown.With(
            grown
                .Layer("p")
                .With(
                    "scale",
                    Over(
                        new(0, new(0, 0), Scene.Motion.Feel.Linear),
                        new(20, new(2, 2), Scene.Motion.Feel.Linear),
                        new(95, new(3, 3), Scene.Motion.Feel.Linear)
                    )
                )
        );
        var before = grown.Layer("p").Channel("scale");
        var scale = new Press("p", 50).ApplyTo(grown, Shaper).Layer("p").Channel("scale");
        foreach (var frame in new[] { 0, 10, 20, 40, 46, 60, 80, 95 })
        {
            Assert.Equal(before.At(frame).X, scale.At(frame).X, 1e-2);
        }
        Assert.True(scale.At(50).X < before.At(50).X);
    }

    [Fact]
    public void APointerTouchesTheMiddleAndGoesAgain()
    {
        var pressed = new Press("p", 50, Pointer: true).ApplyTo(Button(), Shaper);
        var pointer = Assert.Single(pressed.Layers, l => l.Name == "Pointer");
        Assert.Equal(pointer, pressed.Layers[^1]);
        var evaluator = new Evaluator(pressed, Shaper);
        var tip = evaluator.Place(pointer, 50).World;
        // The plate and its words together: 100 to 300, 100 to 160.
        Assert.Equal(200, tip.E, 1.0);
        Assert.Equal(130, tip.F, 1.0);
        Assert.Equal(1, pointer.Channel("opacity").At(50).X);
        Assert.Equal(0, pointer.Channel("opacity").At(pointer.In!.Value).X);
        Assert.Equal(0, pointer.Channel("opacity").At(pointer.Out!.Value).X);
        Assert.Equal(GraphicJson.Write(pressed), GraphicJson.Write(GraphicJson.Read(GraphicJson.Write(pressed))));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(99)]
    [InlineData(95)]
    public void WhereThereIsNoTimeThatIsSaidWithTheFramesThatGo(int at)
    {
        var problem = Assert.Throws<ProblemException>(() => new Press("p", at).ApplyTo(Button(), Shaper)).Problem;
        Assert.Equal($"There is no time to press it at frame {at}.", problem.Message.ToString());
        Assert.Contains("from", problem.Remedy.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void LayersThatGoOffAsOneKeepWhatIsBetweenThem()
    {
        var graphic = Samples.Graphic(
            Samples.Plate("a").With("position", new Value(40, 40)).With("size", new Value(100, 40)),
            Samples.Plate("b").With("position", new Value(300, 200)).With("size", new Value(200, 60)),
            Type("c", "Words").With("position", new Value(310, 220)) with
            {
                HangsFrom = "b",
            }
        );
        var gone = new ApplyArrival(["a", "b", "c"], ArrivalKind.GlideFromLeft, Leaving: true, AsOne: true).ApplyTo(graphic, Shaper);
        var evaluator = new Evaluator(gone, Shaper);
        for (var frame = gone.Phases.LeaveStart; frame < gone.Phases.Total; frame++)
        {
            var (a, b) = (evaluator.Place(gone.Layer("a"), frame).World, evaluator.Place(gone.Layer("b"), frame).World);
            Assert.Equal((260, 160), (Math.Round(b.E - a.E, 6), Math.Round(b.F - a.F, 6)));
        }
        Assert.True(evaluator.At(gone.Phases.Total - 1).Bounds.IsEmpty);
        // What hangs from one of them is not moved twice.
        Assert.False(gone.Layer("c").Channel("position").IsKeyed);
        // One by one each goes as far as it needs.
        var apart = new ApplyArrival(["a", "b"], ArrivalKind.GlideFromLeft, Leaving: true).ApplyTo(graphic, Shaper);
        Assert.NotEqual(apart.Layer("a").Channel("position").Keys[^1].Value.X - 40, apart.Layer("b").Channel("position").Keys[^1].Value.X - 300, 1.0);
    }
}
