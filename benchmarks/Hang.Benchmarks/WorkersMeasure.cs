using System.Diagnostics;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Rendering;
using Hang.Paint.Shaping;

namespace Hang.Benchmarks;

/// <summary>A heavy graphic rendered in parts by two workers of one painting thread each, and joined, against one such worker.</summary>
internal static class WorkersMeasure
{
    private const int Rounds = 3;

    public static async Task<Measure> RunAsync()
    {
        using var graphic = Demo.Open("stinger");
        var evaluator = graphic.Evaluator;
        var plan = HandoffPlan.Whole(graphic.Graphic, FileKind.PngMovie, Backing.None) with { Scale = 0.5 };
        var lengths = Chunks.Lengths(evaluator, plan, 2);
        var folder = Directory.CreateTempSubdirectory("hang-bench-");
        try
        {
            List<double> one = [], two = [];
            for (var i = 0; i < Rounds; i++)
            {
                var path = Path.Combine(folder.FullName, $"one-{i}.mov");
                var watch = Stopwatch.StartNew();
                await Renderer.RenderAsync(evaluator, plan, graphic.Pictures, path, "a", 1);
                one.Add(watch.Elapsed.TotalSeconds);
                watch.Restart();
                await TogetherAsync(plan, graphic, [.. lengths], Path.Combine(folder.FullName, $"two-{i}"));
                two.Add(watch.Elapsed.TotalSeconds);
            }
            return new("workers", "one worker / two workers and the join, of a heavy graphic", Measure.Median(one) / Measure.Median(two), ">= 1.7", new() { ["s, one"] = Measure.Median(one), ["s, two"] = Measure.Median(two), ["parts"] = lengths.Length });
        }
        finally
        {
            folder.Delete(true);
        }
    }

    private static async Task TogetherAsync(HandoffPlan plan, Cli.GraphicFile graphic, int[] lengths, string stem)
    {
        var next = -1;
        string PathOf(int part) => $"{stem}-{part}.mov";
        async Task Work()
        {
            // A worker is a process: what an evaluator remembers of the moment before is its own.
            var evaluator = new Evaluator(graphic.Graphic, TypeShaper.Shipped);
            for (var part = Interlocked.Increment(ref next); part < lengths.Length; part = Interlocked.Increment(ref next))
            {
                await Renderer.RenderAsync(evaluator, Chunks.Part(plan, lengths.Take(part).Sum(), lengths[part]), graphic.Pictures, PathOf(part), "a", 1);
            }
        }
        await Task.WhenAll(Task.Run(Work), Task.Run(Work));
        var card = NameCard.Of(graphic.Graphic, plan, graphic.Graphic.Name);
        await Chunks.JoinAsync(Delivery.Of(graphic.Graphic, plan, card, $"{stem}.mov", "a"), [.. lengths.Select((_, i) => PathOf(i))], default);
    }
}
