using Hang.Core.Contents;
using Hang.Core.Effects;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Shaping;
using Hang.Scene.Phases;
using Hang.Scene.Registry;
using Hang.Scene.Values;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>What stands still is not painted again: its scenes are equal, frame after frame.</summary>
public class StandingTests
{
    public static TheoryData<string> Effects => [.. Modules<EffectKind>.All.Select(e => e.Name)];

    public static TheoryData<string> Contents => [.. Modules<ContentKind>.All.Where(c => c is not Counter).Select(c => c.Name)];

    [Theory]
    [MemberData(nameof(Effects))]
    public void NoEffectRepaintsWhileItStandsStill(string name)
    {
        var kind = Modules<EffectKind>.All.Single(e => e.Name == name);
        var plate = Plate("p", 20, 20, 60, 40, "#C7851F");
        var group = Layer<GroupContent>("g");
        Layer With(Layer layer) => layer with { Effects = [new("e", kind, kind.Blank)] };
        Stands(With(plate));
        Stands(With(group), plate with { Group = "g" });
        Stands(With(Type("Hive").With("pieces", "letter")));
    }

    [Theory]
    [MemberData(nameof(Contents))]
    public void NoContentRepaintsWhileItStandsStill(string name)
    {
        var kind = Modules<ContentKind>.All.Single(c => c.Name == name);
        var content = new Content(kind, kind.Blank);
        Stands(
            new Layer
            {
                Id = "a",
                Name = "A",
                Content = kind is TypeContent ? content.With(TypeContent.Text, Value.Of("Hive")) : content,
            }
        );
    }

    [Fact]
    public void ACounterStandsAsLongAsItsNumberDoes()
    {
        var evaluator = new Evaluator(
            Graphic(120, 90, Layer<Counter>("c", "Count")) with
            {
                Phases = new PhaseLengths(50, 100, 10),
                Rate = new(25),
            },
            TypeShaper.Shipped
        );
        bool Same(int a, int b) => evaluator.At(a).Nodes.Zip(evaluator.At(b).Nodes).All(n => n.First.SameAs(n.Second));
        Assert.True(Same(50, 74));
        Assert.False(Same(74, 75));
    }

    private static void Stands(params Layer[] layers)
    {
        var graphic = Graphic(120, 90, layers) with { Phases = new PhaseLengths(50, 100, 10), Rate = new(25) };
        var evaluator = new Evaluator(graphic, TypeShaper.Shipped);
        // After two seconds everything that runs once by itself has run.
        var first = evaluator.At(60);
        for (var frame = 61; frame < 150; frame += 7)
        {
            Assert.True(first.Nodes.Zip(evaluator.At(frame).Nodes).All(n => n.First.SameAs(n.Second)), $"Frame {frame} is another one.");
        }
    }
}
