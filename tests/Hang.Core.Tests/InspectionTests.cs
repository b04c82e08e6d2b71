using Hang.Core.Arrivals;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Idles;
using Hang.Core.Layers;
using Hang.Core.Programs;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

public class InspectionTests
{
    /// <summary>A graphic with all that moves: path, facing, hook, idle motion, arrivals by letter, spans, motion blur.</summary>
    private static Graphic Everything()
    {
        var path = Over([
            new(5, new(40, 40), new CubicBezierFeel(0.2, 0.9, 0.3, 1.2)) { Bend = new(new(-50, 0), new(80, 90)) },
            new(60, new(400, 200), Feel.Linear),
        ]);
        var graphic = Samples.Graphic(
            Hook().With("turn", Keyed((0, -20), (99, 45))),
            Plate("a", ("position", path)) with
            {
                Facing = Facing.Along,
                HangsFrom = "h",
                In = 8,
                Out = 90,
                Idles = [new(IdleKind.Pulse, 20, 3), new(IdleKind.Blink, 40, 2, 0.2, IdleSpan.Loop)],
            },
            Type("t", "Bees at work") with
            {
                HangsFrom = "a",
                Idles = [new(IdleKind.Tremble, 6, 2, 0, IdleSpan.Hold, 9)],
            }
        );
        graphic = new ApplyArrival(["t"], ArrivalKind.Rise, Pieces: new(PieceKind.Word, 3)).ApplyTo(graphic, Shaper);
        return GraphicRules.Demand(graphic with { MotionBlur = new(true, 270) });
    }

    /// <summary>Inspecting says the same as the program that the stage plays from, at every frame, to the precision of its 32-bit numbers.</summary>
    [Fact]
    public void InspectionIsTheProgramAtEveryFrame()
    {
        var graphic = GraphicJson.Read(GraphicJson.Write(Everything()));
        var evaluator = new Evaluator(graphic, Shaper);
        var window = FrameWindow.At(0, graphic.Phases.Total);
        var blurred = 0;
        foreach (var layer in graphic.Layers)
        {
            var node = evaluator.Strips.Select((c, i) => (c, i)).Single(p => p.c.Id == layer.Id).i;
            var program = NodeWindow.Of(evaluator, node, window);
            blurred += program.MomentCounts.Count(c => c > 0);
            for (var f = 0; f < window.Length; f++)
            {
                var values = (float[])program.Values.Clone();
                for (var c = 0; c < program.Changing.Length; c++)
                {
                    values[program.Changing[c]] = program.Columns[c * window.Length + f];
                }
                var said = Inspection.Of(evaluator, f).Layers.Single(l => l.Id == layer.Id);
                Assert.Equal(said.World.Select(v => (float)v), values[..6]);
                Assert.Equal((float)said.Opacity, values[6]);
            }
        }
        Assert.True(blurred > 20);
    }

    [Fact]
    public void ALayerShowsFromItsInToItsOutPoint()
    {
        var evaluator = new Evaluator(Samples.Graphic(Plate("a") with { In = 10, Out = 20 }), Shaper);
        Assert.Equal([0f, 1f, 1f, 0f], new[] { 9, 10, 20, 21 }.Select(f => evaluator.At(f).Nodes[0].Values[6]));
    }

    [Fact]
    public void ALayerThatIsSplitCanBeReadAsLongAsBefore()
    {
        var type = (Type("t", "One two three four\nfive six seven eight nine") with { Name = "Words" })
            .With("position", new Value(20, 60))
            .With("typeSize", new Value(20));
        var graphic = Samples.Graphic(type);
        var split = new SplitLayers(["t"], 40).ApplyTo(graphic, Shaper);
        Assert.Equal(ReadingTime.Of(new(graphic, Shaper), Shaper), ReadingTime.Of(new(split, Shaper), Shaper));
        // Two layers with the same words at the same time are read twice.
        var twice = new DuplicateLayers(["t"]).ApplyTo(graphic, Shaper);
        Assert.Equal(18, ReadingTime.Of(new(twice, Shaper), Shaper).Words);
    }

    /// <summary>BBC Subtitle Guidelines: 160 to 180 words a minute. Nine words need 3 to 3.375 seconds: 75 to 85 frames at 25 a second.</summary>
    [Fact]
    public void ReadingTimeCountsWordsAndTheFramesInWhichAllStand()
    {
        var type = Type("t", "One two three four\nfive six seven eight nine") with { Name = "Words" };
        type = type.With("position", new Value(20, 60)).With("typeSize", new Value(20));
        var graphic = Samples.Graphic(type, Type("gone", "Hidden words") with { Hidden = true });
        var still = ReadingTime.Of(new(graphic, Shaper), Shaper);
        Assert.Equal(new ReadingTime(9, 75, 85, 100, 60), still);
        var faded = graphic.With(type.With("opacity", Keyed((0, 0), (20, 1), (80, 1), (99, 0))));
        var judged = ReadingTime.Of(new(faded, Shaper), Shaper);
        Assert.Equal(61, judged.Stands);
        Assert.Equal(84, judged.HoldThatWouldDo);
        var longer = new SetPhases(new PhaseLengths(20, judged.HoldThatWouldDo, 20)).ApplyTo(faded, Shaper);
        Assert.Equal(85, ReadingTime.Of(new(longer, Shaper), Shaper).Stands);
        // Masked, outside the frame or blurred type cannot be read.
        foreach (
            var unread in new[]
            {
                type.With("mask", new Value(0, 0, 0.9, 1)),
                type.With("position", new Value(-30, 60)),
                type.With("effects/e1/radius", new Value(4)),
            }
        )
        {
            var never = ReadingTime.Of(new(graphic.With(unread), Shaper), Shaper);
            Assert.Equal((0, graphic.Phases.Hold), (never.Stands, never.HoldThatWouldDo));
        }
    }

    [Fact]
    public void EverythingIsWrittenAndReadBack()
    {
        var graphic = Everything();
        Assert.Equal(GraphicJson.Write(graphic), GraphicJson.Write(GraphicJson.Read(GraphicJson.Write(graphic))));
    }
}
