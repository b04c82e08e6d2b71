using System.Diagnostics;
using System.Globalization;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Rendering;
using Hang.Paint.Shaping;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>Peak memory of rendering a long graphic against a short one, each in a process of its own.</summary>
internal static class MemoryMeasure
{
    public static async Task<Measure> RunAsync()
    {
        var (least, most) = (Measure.Times(600, 150), Measure.Times(6000, 300));
        var few = await PeakAsync("--memory-of", least);
        var many = await PeakAsync("--memory-of", most);
        return new(
            "memory",
            $"peak of rendering {most} frames / {least} frames",
            many / few,
            "<= 1.1",
            new() { [$"MB, {least} frames"] = few, [$"MB, {most} frames"] = many }
        );
    }

    /// <summary>Renders the demo with a longer Hold and a layer that moves all the time, and prints the peak of resident memory in megabytes.</summary>
    public static async Task<int> RenderInThisProcessAsync(int frames)
    {
        using var file = Demo.Open();
        var graphic = file.Graphic;
        graphic = new SetPhases(new PhaseLengths(graphic.Phases.Arrive, frames - graphic.Phases.Arrive - graphic.Phases.Leave, graphic.Phases.Leave)).ApplyTo(
            graphic,
            TypeShaper.Shipped
        );
        graphic = GraphicRules.Demand(
            graphic.With(
                graphic.Layer("badge").With("turn", Making.Over(new Keyframe(0, new(0), Feel.Linear), new Keyframe(frames - 1, new(frames), Feel.Linear)))
            )
        );
        var path = Path.Combine(Path.GetTempPath(), $"hang-bench-{Guid.NewGuid():N}.mov");
        try
        {
            var plan = HandoffPlan.Whole(graphic, FileKind.Prores, Backing.None) with { Scale = 0.25 };
            await Renderer.RenderAsync(new Evaluator(graphic, TypeShaper.Shipped), plan, file.Pictures, path, "a");
        }
        finally
        {
            File.Delete(path);
        }
        return TellPeak();
    }

    /// <summary>Prints the peak of this process's resident memory, in megabytes.</summary>
    public static int TellPeak()
    {
        using var self = Process.GetCurrentProcess();
        Console.WriteLine((self.PeakWorkingSet64 / 1e6).ToString(CultureInfo.InvariantCulture));
        return 0;
    }

    /// <summary>The peak of a process that does a work of some size, in megabytes.</summary>
    public static async Task<double> PeakAsync(string work, int size)
    {
        var start = new ProcessStartInfo("dotnet", [typeof(MemoryMeasure).Assembly.Location, work, size.ToString(CultureInfo.InvariantCulture)])
        {
            RedirectStandardOutput = true,
        };
        // As the shell renders.
        start.Environment["DOTNET_TieredPGO"] = "0";
        using var child = Process.Start(start)!;
        var text = await child.StandardOutput.ReadToEndAsync();
        await child.WaitForExitAsync();
        return double.Parse(text, CultureInfo.InvariantCulture);
    }
}
