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

    private static Task<(Taken Large, Taken Small)>? taken;

    private readonly record struct Taken(double Seconds, double Megabytes);

    public static Task<Measure> TimeAsync() => OfAsync("large", "seconds", "<= 4.2", t => t.Seconds, "s");

    public static Task<Measure> MemoryAsync() => OfAsync("largeMemory", "peak of memory", "<= 2.5", t => t.Megabytes, "MB");

    private static async Task<Measure> OfAsync(string name, string what, string goal, Func<Taken, double> of, string unit)
    {
        // Both are told by the same runs.
        var (large, small) = await (taken ??= RunAsync());
        return new(
            name,
            $"the demo's stinger as ProRes 4444 with its proof, 4K / full HD, {what}",
            of(large) / of(small),
            goal,
            new() { [$"{unit}, full HD"] = of(small), [$"{unit}, 4K"] = of(large) }
        );
    }

    private static async Task<(Taken Large, Taken Small)> RunAsync()
    {
        List<Taken> large = [],
            small = [];
        for (var i = 0; i < Rounds; i++)
        {
            small.Add(await ChildAsync(1));
            large.Add(await ChildAsync(2));
        }
        static Taken Median(List<Taken> all) => new(Measure.Median(all.Select(t => t.Seconds)), Measure.Median(all.Select(t => t.Megabytes)));
        return (Median(large), Median(small));
    }

    private static async Task<Taken> ChildAsync(int scale)
    {
        var watch = Stopwatch.StartNew();
        var peak = await MemoryMeasure.PeakAsync("--large-of", scale);
        return new(watch.Elapsed.TotalSeconds, peak);
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
