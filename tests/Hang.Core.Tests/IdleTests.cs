using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Idles;
using Hang.Scene;
using Hang.Scene.Phases;
using static Hang.Core.Tests.Samples;

namespace Hang.Core.Tests;

public class IdleTests
{
    private static readonly PhaseLengths Phases = new(20, 61, 19);

    public static TheoryData<IdleKind, IdleSpan> All
    {
        get
        {
            var data = new TheoryData<IdleKind, IdleSpan>();
            foreach (var kind in Enum.GetValues<IdleKind>())
            {
                data.Add(kind, IdleSpan.Hold);
                data.Add(kind, IdleSpan.Loop);
            }
            return data;
        }
    }

    /// <summary>The seam is exact: the moment after the last is the first, whatever the cycles and the phase; before and after Hold it stands.</summary>
    [Theory]
    [MemberData(nameof(All))]
    public void TheSeamIsExact(IdleKind kind, IdleSpan over)
    {
        foreach (var cycles in new[] { 1, 3, 7 })
        {
            foreach (var phase in new[] { 0, 0.25, 0.3, 1 })
            {
                var motion = new IdleMotion(kind, 10, cycles, phase, over, 5);
                var (start, length) = motion.SpanIn(Phases);
                Assert.Equal(motion.At(start, Phases), motion.At(start + length, Phases));
                if (over == IdleSpan.Hold)
                {
                    Assert.Equal(motion.At(start, Phases), motion.At(0, Phases));
                    Assert.Equal(motion.At(start, Phases), motion.At(Phases.Total - 1, Phases));
                }
                Assert.Contains(Enumerable.Range(start, length), f => motion.At(f, Phases) != motion.At(start, Phases));
            }
        }
    }

    [Theory]
    [MemberData(nameof(All))]
    public void EveryCycleIsLikeTheFirstAtTheLengthThatIsOffered(IdleKind kind, IdleSpan over)
    {
        var motion = new IdleMotion(kind, 10, 4, 0.1, over);
        var length = motion.EvenLength(Phases);
        var phases = over == IdleSpan.Hold ? Phases with { Hold = length } : Phases with { Hold = Phases.Hold + length - Phases.Total };
        var cycle = length / 4;
        var start = motion.SpanIn(phases).Start;
        for (var f = 0; f < cycle; f++)
        {
            for (var n = 1; n < 4; n++)
            {
                var (a, b) = (motion.At(start + f, phases), motion.At(start + f + n * cycle, phases));
                Assert.Equal(a.X, b.X, 1e-9);
                Assert.Equal(a.Y, b.Y, 1e-9);
                Assert.Equal(a.Turn, b.Turn, 1e-9);
                Assert.Equal(a.Scale, b.Scale, 1e-9);
                Assert.Equal(a.Opacity, b.Opacity, 1e-9);
            }
        }
    }

    [Fact]
    public void TheAmplitudeIsTheFarthestItGoes()
    {
        double Most(IdleKind kind, Func<IdleOffset, double> part) =>
            Enumerable.Range(0, 4000).Max(i => Math.Abs(part(new IdleMotion(kind, 10, 2, 0, IdleSpan.Loop, 3).At(i / 40.0, Phases))));
        Assert.Equal(10, Most(IdleKind.Bob, o => o.Y), 1e-3);
        Assert.Equal(10, Most(IdleKind.Sway, o => o.Turn), 1e-3);
        Assert.Equal(1.1, Most(IdleKind.Pulse, o => o.Scale), 1e-5);
        Assert.InRange(Most(IdleKind.Tremble, o => o.X), 4, 10);
        Assert.Equal(0.9, Enumerable.Range(0, 100).Min(f => new IdleMotion(IdleKind.Blink, 10, 1).At(f, Phases).Opacity), 1e-9);
    }

    [Fact]
    public void ALayerCarriesItsIdleMotionsThroughHoldHoweverLong()
    {
        var graphic = new SetIdles("a", [new(IdleKind.Bob, 8, 2), new(IdleKind.Sway, 5, 3)]).ApplyTo(Samples.Graphic(Plate("a")), Shaper);
        var longer = new SetPhases(new PhaseLengths(20, 173, 20)).ApplyTo(graphic, Shaper);
        foreach (var g in new[] { graphic, longer })
        {
            var evaluator = new Evaluator(g, Shaper);
            var layer = g.Layer("a");
            Assert.Equal(evaluator.Place(layer, g.Phases.HoldStart).World, evaluator.Place(layer, g.Phases.LeaveStart).World);
            Assert.NotEqual(evaluator.Place(layer, g.Phases.HoldStart).World, evaluator.Place(layer, g.Phases.HoldStart + g.Phases.Hold / 8).World);
        }
        Assert.Throws<ProblemException>(() => new SetIdles("a", [new(IdleKind.Bob, 8, 0)]).ApplyTo(graphic, Shaper));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(0.3)]
    public void ATrembleOverHoldLeavesArriveAndLeaveWhereTheyAre(double phase)
    {
        var motion = new IdleMotion(IdleKind.Tremble, 20, 5, phase, IdleSpan.Hold, 4);
        foreach (var frame in (double[])[0, Phases.HoldStart, Phases.LeaveStart, Phases.Total - 1])
        {
            var at = motion.At(frame, Phases);
            Assert.Equal((0.0, 0.0), (Math.Round(at.X, 9), Math.Round(at.Y, 9)));
        }
        Assert.Contains(Enumerable.Range(Phases.HoldStart, Phases.Hold), f => Math.Abs(motion.At(f, Phases).X) > 4);
        Assert.All(Enumerable.Range(0, Phases.Total), f => Assert.InRange(motion.At(f, Phases).X, -20, 20));
    }
}
