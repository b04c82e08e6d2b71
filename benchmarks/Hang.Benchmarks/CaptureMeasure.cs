using System.Diagnostics;
using System.Globalization;
using Hang.Core.Handoff;
using Hang.Media.Rendering;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>A PNG sequence of the demo against a page of about the same motion that a headless browser captures picture by picture.</summary>
internal static class CaptureMeasure
{
    private static readonly int Rounds = Measure.Times(3, 1),
        Pictures = Measure.Times(40, 4);

    public static async Task<Measure> RunAsync()
    {
        using var graphic = Demo.Open();
        var plan = HandoffPlan.Whole(graphic.Graphic, FileKind.Png, Backing.None) with { Scale = Measure.Scale };
        var folder = Directory.CreateTempSubdirectory("hang-bench-");
        try
        {
            List<double> ours = [],
                theirs = [];
            for (var i = 0; i < Rounds; i++)
            {
                var path = Path.Combine(folder.FullName, $"{i}.zip");
                var watch = Stopwatch.StartNew();
                await Renderer.RenderAsync(graphic.Evaluator, plan, graphic.Pictures, path, "a");
                ours.Add(watch.Elapsed.TotalSeconds / plan.Frames);
                File.Delete(path);
                theirs.Add(await CaptureAsync(folder.FullName));
            }
            return new(
                "capture",
                "captured page / render of the demo to PNG stills, per frame",
                Measure.Median(theirs) / Measure.Median(ours),
                ">= 60",
                new() { ["ms, a frame rendered"] = Measure.Median(ours) * 1000, ["ms, a picture captured"] = Measure.Median(theirs) * 1000 }
            );
        }
        finally
        {
            folder.Delete(true);
        }
    }

    private static async Task<double> CaptureAsync(string folder)
    {
        var script = Path.Combine(ProjectFolder.Root, "benchmarks", "capture.mjs");
        using var node = Process.Start(
            new ProcessStartInfo("node", [script, Pictures.ToString(CultureInfo.InvariantCulture), folder]) { RedirectStandardOutput = true }
        )!;
        var text = await node.StandardOutput.ReadToEndAsync();
        await node.WaitForExitAsync();
        return double.Parse(text, CultureInfo.InvariantCulture);
    }
}
