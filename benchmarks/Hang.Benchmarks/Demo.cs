using Hang.Cli;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>The demo's lower third, which most measures use.</summary>
internal static class Demo
{
    public static GraphicFile Open() => GraphicFile.Open(ProjectFolder.Demo, []);
}
