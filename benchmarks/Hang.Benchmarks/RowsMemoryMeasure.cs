using System.Globalization;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Core.Rosters;
using Hang.Media.Frames;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Paint.Shaping;

namespace Hang.Benchmarks;

/// <summary>
/// Peak memory of rendering and proving many rows of a roster against few, each in a process of its own: what rows share must not grow with them.
/// </summary>
internal static class RowsMemoryMeasure
{
    private static readonly int Few = Measure.Times(100, 2),
        Many = Measure.Times(400, 4);

    public static async Task<Measure> RunAsync()
    {
        var few = await PeakAsync(Few);
        var many = await PeakAsync(Many);
        return new(
            "rows",
            $"peak of {Many} rows rendered and proved / {Few} rows",
            many / few,
            "<= 1.1",
            new() { [$"MB, {Few} rows"] = few, [$"MB, {Many} rows"] = many }
        );
    }

    /// <summary>Renders rows with names of their own, and prints the peak of resident memory in megabytes.</summary>
    public static async Task<int> RenderInThisProcessAsync(int rows)
    {
        using var file = Demo.Open();
        var table = new Table(
            ["Name"],
            [
                .. Enumerable
                    .Range(0, rows)
                    .Select(i =>
                        (System.Collections.Immutable.ImmutableArray<string>)[string.Create(CultureInfo.InvariantCulture, $"Keeper {i * 7919 % 10007}")]
                    ),
            ]
        );
        var takes = new RosterTakes(file.Graphic, Binding.Of(table, file.Graphic));
        var plan = HandoffPlan.Whole(file.Graphic, FileKind.Prores, Backing.None) with { Scale = 0.25 };
        var folder = Directory.CreateTempSubdirectory("hang-bench-");
        try
        {
            var overlap = new Overlap();
            using var reuse = new Reuse();
            for (var i = 0; i < rows; i++)
            {
                var row = new Evaluator(takes.Of(i).Of(file.Graphic, TypeShaper.Shipped), TypeShaper.Shipped);
                var path = Path.Combine(folder.FullName, string.Create(CultureInfo.InvariantCulture, $"{i}.mov"));
                await overlap.RunAsync(
                    () => Renderer.RenderAsync(row, plan, file.Pictures, path, "a", reuse: reuse),
                    () => Prover.ProveAsync(row, plan, file.Pictures, path, reuse: reuse),
                    _ =>
                    {
                        File.Delete(path);
                        return Task.CompletedTask;
                    }
                );
            }
            await overlap.EndAsync();
        }
        finally
        {
            folder.Delete(true);
        }
        return MemoryMeasure.TellPeak();
    }

    private static Task<double> PeakAsync(int rows) => MemoryMeasure.PeakAsync("--memory-of-rows", rows);
}
