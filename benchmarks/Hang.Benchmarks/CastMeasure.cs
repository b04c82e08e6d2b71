using Hang.Core.Contents;
using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>A leaning plate with a soft shadow that moves / the same plate alone.</summary>
internal static class CastMeasure
{
    private static readonly int Rounds = Measure.Times(9, 1);
    private static readonly int Frames = Measure.Times(20, 2);

    public static Task<Measure> RunAsync()
    {
        var parts = new Dictionary<string, double>();
        foreach (var softness in (double[])[14, 40, 60])
        {
            parts[$"softness {softness}"] = Ratio(softness);
        }
        return Task.FromResult(
            new Measure("cast", "a plate with a soft shadow, painted / the plate alone; the worst softness", parts.Values.Max(), "<= 12", parts)
        );
    }

    private static double Ratio(double softness)
    {
        using var pictures = new PictureShelf(_ => null, groups: 0);
        var plate = Making
            .Layer<Plate>("p")
            .With("size", new Value(1000, 500))
            .With("turn", Making.Const(6))
            .With("fill", new Value(0.9, 0.6, 0.1, 1))
            .With("position", Making.Over(new Keyframe(0, new(400, 250), Feel.Linear), new Keyframe(Frames, new(420, 270), Feel.Linear)));
        var shadowed = plate.WithEffect<DropShadow>("e1").With("effects/e1/distance", Making.Const(20)).With("effects/e1/softness", Making.Const(softness));
        using var with = new FrameCanvas(1920, 1080, null, pictures);
        using var without = new FrameCanvas(1920, 1080, null, pictures);
        var (a, b) = Measure.Alternate(Rounds, All(with, shadowed), All(without, plate));
        return Measure.Median(a) / Measure.Median(b);
    }

    private static Action All(FrameCanvas canvas, Layer layer) =>
        Bare.Painting(canvas, new(Bare.Graphic("Cast", Frames + 1, layer), TypeShaper.Shipped), Frames);
}
