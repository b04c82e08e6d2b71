using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Programs;
using Hang.Paint.Shaping;
using Hang.Scene.Values;

namespace Hang.Benchmarks;

/// <summary>
/// From an edit of one keyframe to its new program against making the program anew, in a graphic of 200 layers; and how much of the program is new.
/// </summary>
internal static class ProgramMeasure
{
    private static readonly int Edits = Measure.Times(60, 4);

    public static Task<Measure> RunAsync()
    {
        var program = new ProgramCache(ManyLayers.Make(), TypeShaper.Shipped);
        var windows = FrameWindow.Count(ManyLayers.Frames);
        var whole = Sizes(program, windows, null);
        var (changed, edits) = (0.0, 0);
        Graphic After() =>
            new SetValue($"l{edits % ManyLayers.Layers + 1}", new Address("position"), JsonSerializer.SerializeToElement(new[] { edits, edits }), 160).ApplyTo(
                program.Graphic,
                TypeShaper.Shipped
            );
        var (next, anew) = Measure.Alternate(
            Edits,
            () =>
            {
                edits++;
                var after = program.Next(After());
                changed = Math.Max(changed, Sizes(after, windows, program));
                program = after;
            },
            () => Sizes(new ProgramCache(After(), TypeShaper.Shipped), windows, null)
        );
        return Task.FromResult(
            new Measure(
                "program",
                "from an edit to the changed program, 200 layers / making it anew",
                Measure.Median(next) / Measure.Median(anew),
                "<= 0.1",
                new()
                {
                    ["ms, median, after an edit"] = Measure.Median(next),
                    ["ms, median, anew"] = Measure.Median(anew),
                    ["share of the program's bytes that one edit changes (goal <= 0.05)"] = changed / whole,
                    ["kB, whole program"] = whole / 1000,
                }
            )
        );
    }

    private static double Sizes(ProgramCache program, int windows, ProgramCache? before)
    {
        double bytes = 0;
        for (var node = 0; node < program.Evaluator.Strips.Length; node++)
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
