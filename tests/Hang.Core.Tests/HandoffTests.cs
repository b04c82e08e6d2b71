using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Scene;
using static Hang.Core.Tests.Samples;

namespace Hang.Core.Tests;

public class HandoffTests
{
    [Fact]
    public void ATransparentMp4IsRefusedWithBothWaysOut()
    {
        var problem = Assert.Throws<ProblemException>(() => HandoffPlan.Whole(Graphic(), FileKind.Mp4, Backing.None).Demand(Graphic())).Problem;
        Assert.Contains("no alpha", problem.Message.ToString(), StringComparison.Ordinal);
        Assert.Contains("key colour", problem.Remedy.ToString(), StringComparison.Ordinal);
        Assert.Contains("ProRes 4444", problem.Remedy.ToString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(-1, 5, 1)]
    [InlineData(6, 5, 1)]
    [InlineData(0, 100, 1)]
    [InlineData(0, 5, double.NaN)]
    [InlineData(0, 5, 9)]
    public void APlanOutsideTheGraphicIsRefused(int from, int to, double scale) =>
        Assert.Throws<ProblemException>(() => new HandoffPlan(FileKind.Png, Backing.None, from, to, scale).Demand(Graphic()));

    [Fact]
    public void FilesAreNamedByPackageGraphicAndVersion()
    {
        Assert.Equal(
            "fernhollow-apiary_lower-third_v001.mov",
            new FilePattern(FilePattern.Usual).Name(new("Fernhollow Apiary", "Lower third", "", FileKind.Prores, 1920, 1080), 1)
        );
        Assert.Equal("untitled_мёд_v1000.zip", new FilePattern(FilePattern.Usual).Name(new("../..", "  Мёд!", "", FileKind.Png, 1, 1), 1000));
        Assert.Equal(
            "lower-third_1920x1080_night-bees_v012_prores.mov",
            new FilePattern("{graphic}_{size}_{variant}_v{version}_{kind}").Name(new("P", "Lower third", "Night bees", FileKind.Prores, 1920, 1080), 12)
        );
        Assert.Equal("p_lower-third", new FilePattern(FilePattern.Usual).Stem(new("P", "Lower third", "", FileKind.Prores, 1920, 1080)));
        Assert.Equal("a-b-007.mov", new FilePattern("a/b-{version}").Name(new("", "", "", FileKind.Prores, 1, 1), 7));
        Assert.Contains("{date}", Assert.Throws<ProblemException>(() => new FilePattern("{date}_{version}")).Message, StringComparison.Ordinal);
        Assert.Contains("{version}", Assert.Throws<ProblemException>(() => new FilePattern("{graphic}")).Message, StringComparison.Ordinal);
    }

    /// <summary>EBU R 95: at 1920 x 1080 graphics stay within 96..1824 by 54..1026, action within 67.2..1852.8 by 37.8..1042.2.</summary>
    [Fact]
    public void SafeAreasAreThoseOfEbuR95()
    {
        var graphics = SafeAreas.Graphics(1920, 1080);
        Assert.Equal([96, 54, 1824, 1026], new[] { graphics.Left, graphics.Top, graphics.Right, graphics.Bottom }.Select(v => Math.Round(v, 6)));
        Assert.Equal(67.2, SafeAreas.Action(1920, 1080).Left, 6);
    }

    [Fact]
    public void AProofFailsOnAWrongFactOrAFrameBeyondTheTolerance()
    {
        var good = new FrameError(0, 1, 0.01, 0.4, 0);
        var bad = new FrameError(7, 40, 0.01, 0.4, 0);
        var tolerance = ProofTolerance.For(FileKind.Prores);
        Assert.True(Proof.Of([new($"size", $"1", $"1", true)], [good], tolerance).Holds);
        Assert.False(Proof.Of([new($"size", $"1", $"2", false)], [good], tolerance).Holds);
        var differs = Proof.Of([], [good, bad], tolerance);
        Assert.Equal(7, Assert.Single(differs.Differing));
        Assert.Contains("frame 7", differs.Verdict.ToString(), StringComparison.Ordinal);
    }
}
