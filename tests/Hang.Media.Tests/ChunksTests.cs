using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Rendering;
using Hang.Paint.Shaping;
using Hang.Tests.Shared;

namespace Hang.Media.Tests;

/// <summary>Where a handoff is cut into parts for several workers.</summary>
public sealed class ChunksTests
{
    private static readonly Graphic LowerThird = GraphicJson.Read(File.ReadAllText(Path.Combine(ProjectFolder.Root, "demo", "lower-third.hang")));
    private static readonly Evaluator Evaluator = new(LowerThird, TypeShaper.Shipped);

    private static HandoffPlan Plan(FileKind kind, double scale) => HandoffPlan.Whole(LowerThird, kind, Backing.None) with { Scale = scale };

    [Theory]
    [InlineData(FileKind.Prores, 0.5, 2, false, true)]
    [InlineData(FileKind.Png, 0.5, 2, false, true)]
    // Alone, whoever has a small one is done before another would have begun.
    [InlineData(FileKind.Prores, 0.1, 2, false, false)]
    [InlineData(FileKind.Prores, 0.5, 1, false, false)]
    // Idle workers take what waits.
    [InlineData(FileKind.Prores, 0.5, 2, true, false)]
    [InlineData(FileKind.Still, 1, 2, false, false)]
    public void AHandoffIsCutWhereThatPays(FileKind kind, double scale, int workers, bool othersWait, bool isCut)
    {
        var plan = Plan(kind, scale);
        var lengths = Chunks.Lengths(Evaluator, plan, workers, othersWait);
        Assert.Equal(isCut, lengths.Length > 1);
        Assert.Equal(plan.Frames, lengths.Sum());
    }

    [Fact]
    public void LargerPicturesAreCutWithFewerFrames() =>
        Assert.True(Chunks.Lengths(Evaluator, Plan(FileKind.Prores, 1), 64).Length > Chunks.Lengths(Evaluator, Plan(FileKind.Prores, 0.25), 64).Length);
}
