using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Values;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>A graphic of 200 plates with 20 keyframes each.</summary>
internal static class ManyLayers
{
    public const int Layers = 200;
    public const int Keys = 20;
    public const int Frames = 400;

    public static Graphic Make(int hold = 200, int layers = Layers)
    {
        static Channel Keyed(int seed, double from, double by) =>
            Making.Over([
                .. Enumerable
                    .Range(0, Keys / 4)
                    .Select(k => new Keyframe(
                        k * 80 + seed % 7,
                        new(from + by * ((seed * 31 + k * 17) % 100), from + by * ((seed * 13 + k * 29) % 100)),
                        new CubicBezierFeel(0.4, 0, 0.3, 1)
                    )),
            ]);
        static Channel Number(int seed, double from, double by) =>
            Making.Over([
                .. Enumerable
                    .Range(0, Keys / 4)
                    .Select(k => new Keyframe(k * 80 + seed % 7, new Value(from + by * ((seed * 31 + k * 17) % 100)), new CubicBezierFeel(0.4, 0, 0.3, 1))),
            ]);
        return GraphicRules.Demand(
            new()
            {
                Version = Graphic.FormatVersion,
                Name = "Many",
                Kind = GraphicKind.Stinger,
                Width = 1920,
                Height = 1080,
                Rate = new(50),
                Phases = new PhaseLengths(100, hold, 100),
                Layers =
                [
                    .. Enumerable
                        .Range(0, layers)
                        .Select(i =>
                            (Making.Layer<Plate>($"l{i + 1}") with { Name = $"Plate {i + 1}" })
                                .With("position", Keyed(i, 0, 15))
                                .With("turn", Number(i + 1, 0, 3.6))
                                .With("opacity", Number(i + 2, 0, 0.01))
                                .With("scale", Keyed(i + 3, 0.5, 0.01))
                        ),
                ],
            }
        );
    }
}
