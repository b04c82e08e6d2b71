using System.Diagnostics;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Paint.Shaping;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Values;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>Handoffs against the encoder alone, fed the same frames from memory; and the proof against what the render cost before.</summary>
internal static class HandoffMeasure
{
    private static readonly int Rounds = Measure.Times(5, 1);

    public static Task<Measure> ProresAsync() =>
        RunAsync("handoff", "render of the demo, ProRes 4444 / encoder alone", "<= 0.20", FileKind.Prores, Backing.None);

    public static Task<Measure> Mp4Async() =>
        RunAsync("mp4", "render of the demo, MP4 / encoder alone", "<= 0.35", FileKind.Mp4, new(BackingKind.Solid, "#204020"));

    /// <summary>Lines that travel by whole pixels, so that no frame is like another.</summary>
    public static async Task<Measure> RollAsync()
    {
        const int frames = 192,
            step = 4;
        using var graphic = Demo.Open();
        var first = graphic.Graphic.Layers.First(l => l.Name == "Name");
        var lines = Enumerable
            .Range(0, 40)
            .Select(i =>
                (first with { Id = $"line{i}", Name = $"Line {i}", Group = null, HangsFrom = null, Idles = null })
                    .With("opacity", new Value(1))
                    .With(
                        "position",
                        Making.Over(
                            new Keyframe(0, new Value(300 + i % 3 * 60, 1080 + i * 72), Feel.Linear),
                            new Keyframe(frames - 1, new Value(300 + i % 3 * 60, 1080 + i * 72 - step * (frames - 1)), Feel.Linear)
                        )
                    )
            );
        var roll = GraphicRules.Demand(graphic.Graphic with { Layers = [.. lines], Fields = null, Phases = new PhaseLengths(1, frames - 2, 1) });
        return await RunAsync("roll", "render of a roll by 4 px a frame / encoder alone", "<= 0.35", FileKind.Prores, Backing.None, roll);
    }

    public static async Task<Measure> ProofAsync()
    {
        using var graphic = Demo.Open();
        var plan = HandoffPlan.Whole(graphic.Graphic, FileKind.Prores, Backing.None) with { Scale = Measure.Scale };
        using var alone = EncoderAlone.Of(graphic.Evaluator, plan, graphic.Pictures);
        var folder = Directory.CreateTempSubdirectory("hang-bench-");
        try
        {
            var file = Path.Combine(folder.FullName, "a.mov");
            await Renderer.RenderAsync(graphic.Evaluator, plan, graphic.Pictures, file, "a");
            List<double> proofs = [],
                renders = [];
            for (var i = 0; i < Rounds; i++)
            {
                var watch = Stopwatch.StartNew();
                await Prover.ProveAsync(graphic.Evaluator, plan, graphic.Pictures, file);
                proofs.Add(watch.Elapsed.TotalSeconds);
                watch.Restart();
                alone.Encode(Path.Combine(folder.FullName, $"{i}.mov"));
                renders.Add(watch.Elapsed.TotalSeconds);
                File.Delete(Path.Combine(folder.FullName, $"{i}.mov"));
            }
            return new(
                "proof",
                "proof of the demo, ProRes 4444 / encoder alone fed all frames",
                Measure.Median(proofs) / Measure.Median(renders),
                "<= 0.10",
                new() { ["s, proof"] = Measure.Median(proofs), ["s, encoder alone"] = Measure.Median(renders) }
            );
        }
        finally
        {
            folder.Delete(true);
        }
    }

    private static async Task<Measure> RunAsync(string name, string what, string goal, FileKind kind, Backing backing, Graphic? other = null)
    {
        using var graphic = Demo.Open();
        var evaluator = other is null ? graphic.Evaluator : new Evaluator(other, TypeShaper.Shipped);
        var plan = HandoffPlan.Whole(evaluator.Graphic, kind, backing) with { Scale = Measure.Scale };
        using var alone = EncoderAlone.Of(evaluator, plan, graphic.Pictures);
        var folder = Directory.CreateTempSubdirectory("hang-bench-");
        try
        {
            List<double> ours = [],
                theirs = [];
            for (var i = 0; i < Rounds; i++)
            {
                var path = Path.Combine(folder.FullName, $"{i}.{FileNames.Extension(kind)}");
                var watch = Stopwatch.StartNew();
                await Renderer.RenderAsync(evaluator, plan, graphic.Pictures, path, "a");
                ours.Add(watch.Elapsed.TotalSeconds);
                File.Delete(path);
                watch.Restart();
                alone.Encode(path);
                theirs.Add(watch.Elapsed.TotalSeconds);
                File.Delete(path);
            }
            return new(
                name,
                what,
                Measure.Median(ours) / Measure.Median(theirs),
                goal,
                new()
                {
                    ["s, render"] = Measure.Median(ours),
                    ["s, encoder alone"] = Measure.Median(theirs),
                    ["frames a second"] = plan.Frames / Measure.Median(ours),
                    [$"distinct frames of {plan.Frames}"] = alone.Distinct,
                }
            );
        }
        finally
        {
            folder.Delete(true);
        }
    }
}
