using Hang.Core.Contents;
using Hang.Core.Effects;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>The heaviest looks: Skia's own calls, recorded / ours. The least of them counts.</summary>
internal static class HeavyMeasure
{
    private static readonly int Rounds = Measure.Times(5, 1);

    /// <summary>Frames of each that are looked at.</summary>
    private static readonly int Most = Measure.Times(12, 1);

    public static Task<Measure> RunAsync()
    {
        var parts = new Dictionary<string, double>();
        void Add(string name, (List<double> Ours, List<double> Skias) times, int frames)
        {
            parts[$"{name}: Skia alone / ours"] = Measure.Median(times.Skias) / Measure.Median(times.Ours);
            parts[$"{name}: ms a frame, ours"] = Measure.Median(times.Ours) / frames;
        }
        foreach (var name in (string[])["stinger", "title", "logo-sting"])
        {
            using var graphic = Demo.Open(name);
            var frames = PackageMeasure.DistinctOf(graphic, Most);
            Add(name, AgainstSkia.Time(graphic.Evaluator, graphic.Pictures, graphic.Graphic.Width, graphic.Graphic.Height, frames, Rounds), frames.Count);
        }
        Add("40 shadows", Time([.. Enumerable.Range(0, Measure.Times(40, 4)).Select(Shadowed)]), Most);
        Add("keyed blur to 60", Time([Blurred()]), Most);
        var least = parts.Where(p => p.Key.EndsWith("Skia alone / ours", StringComparison.Ordinal)).Min(p => p.Value);
        return Task.FromResult(new Measure("heavy", "Skia's own calls, recorded / heavy graphics painted; the least of them", least, ">= 4", parts));
    }

    private static (List<double> Ours, List<double> Skias) Time(params Layer[] layers)
    {
        using var pictures = new PictureShelf(_ => null);
        var evaluator = new Evaluator(Bare.Graphic("Heavy", Most + 1, layers), TypeShaper.Shipped);
        return AgainstSkia.Time(evaluator, pictures, 1920, 1080, [.. Enumerable.Range(1, Most)], Rounds);
    }

    private static Channel Going(Value from, Value to) => Making.Over(new Keyframe(0, from, Feel.Linear), new Keyframe(Most, to, Feel.Linear));

    private static Layer Shadowed(int i) =>
        Making
            .Layer<Plate>($"p{i}")
            .With("size", new Value(300, 120))
            .With("fill", new Value(0.9, 0.6, 0.1, 1))
            .With("position", Going(new(60 + i % 5 * 360, 40 + i / 5 * 125), new(90 + i % 5 * 360, 50 + i / 5 * 125)))
            .WithEffect<DropShadow>("e1")
            .With("effects/e1/distance", Making.Const(12))
            .With("effects/e1/softness", Making.Const(4 + i));

    private static Layer Blurred() =>
        Making
            .Layer<Plate>("p")
            .With("size", new Value(1200, 600))
            .With("fill", new Value(0.9, 0.6, 0.1, 1))
            .With("position", new Value(360, 240))
            .With("turn", Making.Const(8))
            .WithEffect<Blur>("e1")
            .With("effects/e1/radius", Going(new(20), new(60)));
}
