using Hang.Core.Handoff;
using Hang.Media.Rendering;

namespace Hang.Benchmarks;

/// <summary>
/// All graphics of the demo: our frames, evaluated and painted, against the very same calls of Skia's, recorded before and played again as a program
/// written by hand would make them.
/// </summary>
internal static class PackageMeasure
{
    private static readonly int Rounds = Measure.Times(5, 1);

    /// <summary>Distinct frames of each graphic that are looked at.</summary>
    private static readonly int Most = Measure.Times(30, 2);

    public static Task<Measure> RunAsync()
    {
        var (parts, ours, theirs) = (new Dictionary<string, double>(), 0.0, 0.0);
        foreach (var name in Demo.Names)
        {
            using var graphic = Demo.Open(name);
            var frames = DistinctOf(graphic, Most);
            var (a, b) = AgainstSkia.Time(graphic.Evaluator, graphic.Pictures, graphic.Graphic.Width, graphic.Graphic.Height, frames, Rounds);
            parts[$"{name}: ours / Skia alone"] = Measure.Median(a) / Measure.Median(b);
            parts[$"{name}: ms a frame, ours"] = Measure.Median(a) / frames.Count;
            (ours, theirs) = (ours + Measure.Median(a), theirs + Measure.Median(b));
        }
        return Task.FromResult(
            new Measure("package", "evaluate and paint distinct frames of all demo graphics / the same Skia calls alone", ours / theirs, "<= 0.25", parts)
        );
    }

    /// <summary>Frames of a graphic that differ from those before, so many at the most, spread over all of it.</summary>
    internal static List<int> DistinctOf(Cli.GraphicFile graphic, int most)
    {
        var (distinct, frame) = (new List<int>(), 0);
        foreach (var (_, times) in FramePipeline.Runs(graphic.Evaluator, HandoffPlan.Whole(graphic.Graphic, FileKind.Prores, Backing.None)))
        {
            distinct.Add(frame);
            frame += times;
        }
        var step = Math.Max(1, distinct.Count / most);
        return [.. distinct.Where((_, i) => i % step == 0)];
    }
}
