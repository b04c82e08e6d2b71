using System.Diagnostics;
using System.Text.Json;
using Hang.Core.Edits;
using Hang.Core.Layers;
using Hang.Core.Programs;
using Hang.Paint.Shaping;

namespace Hang.Bench;

/// <summary>From an edit of one keyframe to its new program, in a graphic of 200 layers; and how much of the program is new.</summary>
internal static class ProgramMeasure
{
    private const int Edits = 200;

    public static Task<Measure> RunAsync()
    {
        var program = new ProgramCache(ManyLayers.Make(), TypeShaper.Shipped);
        var windows = FrameWindow.Count(ManyLayers.Frames);
        var whole = Sizes(program, windows, null);
        List<double> times = [];
        double changed = 0;
        for (var i = 0; i < Edits; i++)
        {
            var edit = new SetValue($"l{i % ManyLayers.Layers + 1}", ChannelName.Position, JsonSerializer.SerializeToElement(new[] { i, i }), 160);
            var watch = Stopwatch.StartNew();
            var next = program.Next(edit.ApplyTo(program.Graphic, TypeShaper.Shipped));
            var size = Sizes(next, windows, program);
            times.Add(watch.Elapsed.TotalMilliseconds);
            changed = Math.Max(changed, size);
            program = next;
        }
        return Task.FromResult(new Measure("program", "p95 in ms from an edit to the changed program, 200 layers", Measure.Percentile(times, 0.95), "<= 50", new()
        {
            ["ms, median"] = Measure.Median(times),
            ["% of the program's bytes that one edit changes (goal <= 5)"] = 100 * changed / whole,
            ["kB, whole program"] = whole / 1000,
        }));
    }

    private static double Sizes(ProgramCache program, int windows, ProgramCache? before)
    {
        double bytes = 0;
        for (var node = 0; node < program.Evaluator.Contents.Length; node++)
        {
            for (var w = 0; w < windows; w++)
            {
                var now = program.Window(node, w);
                if (before is null || !before.Window(node, w).SameAs(now))
                {
                    bytes += 4.0 * (now.Values.Length + now.Changing.Length + now.Columns.Length);
                }
            }
        }
        return bytes;
    }
}
