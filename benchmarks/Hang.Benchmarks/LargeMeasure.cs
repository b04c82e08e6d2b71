using System.Diagnostics;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Proofs;
using Hang.Media.Rendering;

namespace Hang.Benchmarks;

/// <summary>A handoff with its proof in 4K against the same in full HD, each in a process of its own: how long it takes, and the peak of its memory.</summary>
internal static class LargeMeasure
{
    private static readonly int Rounds = Measure.Times(3, 1),
        Frames = Measure.Times(102, 6);

    public static async Task<Measure> TimeAsync()
    {
        var (large, small) = await TakeAsync();
        return new(
            "large",
            "the demo's stinger as ProRes 4444 with its proof, 4K / full HD, seconds",
            large.Seconds / small.Seconds,
            "<= 4.2",
            new() { ["s, full HD"] = small.Seconds, ["s, 4K"] = large.Seconds }
        );
    }

    public static async Task<Measure> MemoryAsync()
    {
        var (large, small) = await TakeAsync();
        return new(
            "largeMemory",
            "the demo's stinger as ProRes 4444 with its proof, 4K / full HD, peak of memory",
            large.Megabytes / small.Megabytes,
            "<= 2.5",
            new() { ["MB, full HD"] = small.Megabytes, ["MB, 4K"] = large.Megabytes }
        );
    }

    private static Task<((double Seconds, double Megabytes) Large, (double Seconds, double Megabytes) Small)>? taken;

    /// <summary>Both are told by the same runs, in turn.</summary>
    private static Task<((double Seconds, double Megabytes) Large, (double Seconds, double Megabytes) Small)> TakeAsync()
    {
        return taken ??= RunAsync();

        static async Task<((double, double), (double, double))> RunAsync()
        {
            List<(double Seconds, double Megabytes)> large = [],
                small = [];
            for (var i = 0; i < Rounds; i++)
            {
                small.Add(await ChildAsync(1));
                large.Add(await ChildAsync(2));
            }
            static (double, double) Median(List<(double Seconds, double Megabytes)> all) =>
                (Measure.Median([.. all.Select(t => t.Seconds)]), Measure.Median([.. all.Select(t => t.Megabytes)]));
            return (Median(large), Median(small));
        }
    }

    private static async Task<(double Seconds, double Megabytes)> ChildAsync(int scale)
    {
        var watch = Stopwatch.StartNew();
        var peak = await MemoryMeasure.PeakAsync("--large-of", scale);
        return (watch.Elapsed.TotalSeconds, peak);
    }

    /// <summary>Hands the stinger off and proves it, and prints the peak of resident memory in megabytes.</summary>
    /// <param name="scale">Of full HD, across and down.</param>
    public static async Task<int> HandOffInThisProcessAsync(int scale)
    {
        using var file = Demo.Open("stinger");
        using var reuse = new Reuse();
        var path = Path.Combine(Path.GetTempPath(), $"hang-bench-{Guid.NewGuid():N}.mov");
        try
        {
            var plan = HandoffPlan.Whole(file.Graphic, FileKind.Prores, Backing.None) with { Silent = true, To = Frames - 1, Scale = scale * Measure.Scale };
            await Renderer.RenderAsync(file.Evaluator, plan, file.Pictures, path, "a", reuse: reuse);
            await Prover.ProveAsync(file.Evaluator, plan, file.Pictures, path, reuse: reuse);
        }
        finally
        {
            File.Delete(path);
        }
        return MemoryMeasure.TellPeak();
    }
}
