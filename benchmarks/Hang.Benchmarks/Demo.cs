using Hang.Cli;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>The demo's lower third, which most measures use.</summary>
internal static class Demo
{
    public static GraphicFile Open() => GraphicFile.Open(ProjectFolder.Demo, []);

    /// <summary>The lower third as it was before it had gradients and roles: what the hand-written painter of <see cref="PaintMeasure"/> draws.</summary>
    public static GraphicFile OpenPlain() => GraphicFile.Open(Path.Combine(ProjectFolder.Root, "benchmarks", "lower-third.hang"), []);
}
