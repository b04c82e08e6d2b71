using System.Diagnostics;
using Hang.Core.Handoff;
using Hang.Media.Encoding;
using Hang.Media.Rendering;

namespace Hang.Benchmarks;

/// <summary>A ProRes 4444 render of the demo against the encoder alone, fed the same frames from memory.</summary>
internal static class HandoffMeasure
{
    private const int Rounds = 5;

    public static async Task<Measure> RunAsync()
    {
        using var graphic = Demo.Open();
        var plan = HandoffPlan.Whole(graphic.Graphic, FileKind.Prores, Backing.None);
        var (width, height) = plan.Size(graphic.Graphic);
        var folder = Directory.CreateTempSubdirectory("hang-bench-");
        try
        {
            // The distinct frames, painted beforehand; only these are kept, not their repeats.
            var frames = FramePipeline.Runs(graphic.Evaluator, plan).Select(run =>
            {
                var frame = new PaintedFrame(width, height, plan, graphic.Pictures);
                frame.Paint(run.Scene);
                return (Frame: frame, run.Times);
            }).ToArray();
            List<double> ours = [], alone = [];
            for (var i = 0; i < Rounds; i++)
            {
                var path = Path.Combine(folder.FullName, $"{i}.mov");
                var watch = Stopwatch.StartNew();
                await Renderer.RenderAsync(graphic.Evaluator, plan, graphic.Pictures, path, "a");
                ours.Add(watch.Elapsed.TotalSeconds);
                File.Delete(path);
                watch.Restart();
                await using (var writer = new VideoWriter(path, width, height, graphic.Graphic.Rate, plan))
                {
                    var first = 0;
                    foreach (var (frame, times) in frames)
                    {
                        await writer.WriteAsync(frame, first, times, default);
                        first += times;
                    }
                    await writer.FinishAsync(default);
                }
                alone.Add(watch.Elapsed.TotalSeconds);
                File.Delete(path);
            }
            foreach (var (frame, _) in frames)
            {
                frame.Dispose();
            }
            return new("handoff", "render of the demo, ProRes 4444 / encoder alone", Measure.Median(ours) / Measure.Median(alone), "<= 1.15", new()
            {
                ["s, render"] = Measure.Median(ours),
                ["s, encoder alone"] = Measure.Median(alone),
                ["frames a second"] = plan.Frames / Measure.Median(ours),
                ["distinct frames of 480"] = frames.Length,
            });
        }
        finally
        {
            folder.Delete(true);
        }
    }
}
