using System.Diagnostics;
using System.Globalization;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Core.Rosters;
using Hang.Media.Frames;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Paint.Shaping;

namespace Hang.Benchmarks;

/// <summary>Rows of a roster, rendered and proved one after the other, against each of them alone, which shares nothing with another.</summary>
internal static class RosterMeasure
{
    private static readonly int Rows = Measure.Times(50, 4),
        AtOnce = Measure.Times(10, 2);

    public static async Task<Measure> RunAsync()
    {
        using var graphic = Demo.Open();
        var names = new[] { "Bea Thornwood", "Ida Fernsby", "Oskar Marsh", "Lene Oakhollow", "Piet Ferngill" };
        var table = new Table(
            ["Name", "Second line"],
            [
                .. Enumerable
                    .Range(0, Rows)
                    .Select(i =>
                        (System.Collections.Immutable.ImmutableArray<string>)
                            [string.Create(CultureInfo.InvariantCulture, $"{names[i % names.Length]} {i}"), $"Keeper of hive {i}"]
                    ),
            ]
        );
        var takes = new RosterTakes(graphic.Graphic, Binding.Of(table, graphic.Graphic));
        var rows = Enumerable.Range(0, Rows).Select(i => new Evaluator(takes.Of(i).Of(graphic.Graphic, TypeShaper.Shipped), TypeShaper.Shipped)).ToArray();
        var plan = HandoffPlan.Whole(graphic.Graphic, FileKind.Prores, Backing.None) with { Scale = 0.5 * Measure.Scale };
        using var reuse = new Reuse();
        var folder = Directory.CreateTempSubdirectory("hang-bench-");
        async Task RowAsync(int row, string name, Overlap overlap)
        {
            var path = Path.Combine(folder.FullName, $"{name}{row}.mov");
            await overlap.RunAsync(
                () => Renderer.RenderAsync(rows[row], plan, graphic.Pictures, path, "a", reuse: reuse),
                () => Prover.ProveAsync(rows[row], plan, graphic.Pictures, path, reuse: reuse),
                _ =>
                {
                    File.Delete(path);
                    return Task.CompletedTask;
                }
            );
        }
        async Task AloneAsync(int row, string name)
        {
            var overlap = new Overlap();
            await RowAsync(row, name, overlap);
            await overlap.EndAsync();
        }
        try
        {
            await AloneAsync(0, "warm");
            double alone = 0,
                together = 0;
            for (var first = 0; first < Rows; first += AtOnce)
            {
                var watch = Stopwatch.StartNew();
                for (var i = first; i < first + AtOnce; i++)
                {
                    reuse.Forget();
                    await AloneAsync(i, "alone");
                }
                alone += watch.Elapsed.TotalSeconds;
                // Ten that follow each other: the first of them shares with none.
                reuse.Forget();
                watch.Restart();
                var overlap = new Overlap();
                for (var i = first; i < first + AtOnce; i++)
                {
                    await RowAsync(i, "together", overlap);
                }
                await overlap.EndAsync();
                together += watch.Elapsed.TotalSeconds;
            }
            return new(
                "roster",
                $"{Rows} rows of the demo handed off and proved / {Rows} times one row",
                together / alone,
                "<= 0.35",
                new() { ["s a row, one after the other"] = together / Rows, ["s a row, alone"] = alone / Rows }
            );
        }
        finally
        {
            folder.Delete(true);
        }
    }
}
