using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Motion;
using Hang.Core.Phases;

namespace Hang.Bench;

/// <summary>A graphic of 200 plates with 20 keyframes each.</summary>
internal static class ManyLayers
{
    public const int Layers = 200;
    public const int Keys = 20;
    public const int Frames = 400;

    public static Graphic Make()
    {
        static Channel Keyed(int seed, double from, double by) => Channel.Of(Enumerable.Range(0, Keys / 4).Select(k => new Keyframe(
            k * 80 + seed % 7, new(from + by * ((seed * 31 + k * 17) % 100), from + by * ((seed * 13 + k * 29) % 100)), new CubicBezierFeel(0.4, 0, 0.3, 1))));
        return GraphicRules.Demand(new()
        {
            Version = 1,
            Name = "Many",
            Kind = GraphicKind.Stinger,
            Width = 1920,
            Height = 1080,
            Rate = new(50),
            Phases = new PhaseLengths(100, 200, 100),
            Layers = [.. Enumerable.Range(0, Layers).Select(i => new PlateLayer
            {
                Id = $"l{i + 1}",
                Name = $"Plate {i + 1}",
                Channels = ChannelSet.Empty
                    .With(ChannelName.Position, Keyed(i, 0, 15)).With(ChannelName.Turn, Keyed(i + 1, 0, 3.6))
                    .With(ChannelName.Opacity, Keyed(i + 2, 0, 0.01)).With(ChannelName.Scale, Keyed(i + 3, 0.5, 0.01)),
            })],
        });
    }
}
