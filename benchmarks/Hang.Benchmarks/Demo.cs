using Hang.Cli;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>The demo's lower third, which most measures use.</summary>
internal static class Demo
{
    /// <summary>All graphics of the demo, by the names of their files.</summary>
    public static string[] Names { get; } = ["lower-third", "title", "logo-sting", "follow-button", "callout", "stinger", "corner-bug"];

    public static GraphicFile Open(string name) => GraphicFile.OpenAsync(Path.Combine(ProjectFolder.Root, "demo", $"{name}.hang"), []).GetAwaiter().GetResult();

    public static GraphicFile Open() => GraphicFile.OpenAsync(ProjectFolder.Demo, []).GetAwaiter().GetResult();

    /// <summary>The lower third as it was before it had gradients and roles: what the hand-written painter of <see cref="PaintMeasure"/> draws.</summary>
    public static GraphicFile OpenPlain() =>
        GraphicFile.OpenAsync(Path.Combine(ProjectFolder.Root, "benchmarks", "lower-third.hang"), []).GetAwaiter().GetResult();
}
