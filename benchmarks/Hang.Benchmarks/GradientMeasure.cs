using System.Runtime.InteropServices;
using Hang.Core.Contents;
using Hang.Core.Evaluation;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Colour;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using Hang.Tests.Shared;

namespace Hang.Benchmarks;

/// <summary>A frame of a leaning gradient that moves / its memory written once.</summary>
internal static class GradientMeasure
{
    private static readonly int Rounds = Measure.Times(9, 1);
    private static readonly int Frames = Measure.Times(20, 2);

    public static Task<Measure> RunAsync()
    {
        using var pictures = new PictureShelf(_ => null, groups: 0);
        var plate = Making
            .Layer<Plate>("p")
            .With("size", new Value(2000, 1200))
            .With("fill", PaintKind.Of(new(GradientType.Linear, 0, 0, 1, 1, 1, [new(0, new(1, 0.6, 0)), new(1, new(0.2, 0.1, 0))])))
            .With("position", Making.Over(new Keyframe(0, new(-60, -60), Feel.Linear), new Keyframe(Frames, new(-40, -50), Feel.Linear)));
        var evaluator = new Evaluator(Bare.Graphic("Gradient", Frames + 1, plate), TypeShaper.Shipped);
        using var canvas = new FrameCanvas(1920, 1080, null, pictures);
        var memory = new byte[canvas.Pixels.Length];
        var (a, b) = Measure.Alternate(Rounds, Bare.Painting(canvas, evaluator, Frames), () =>
        {
            for (var f = 0; f < Frames; f++)
            {
                MemoryMarshal.Cast<byte, uint>(memory.AsSpan()).Fill((uint)f);
            }
        });
        return Task.FromResult(
            new Measure(
                "gradient",
                "a gradient over the whole frame, painted / its memory written once",
                Measure.Median(a) / Measure.Median(b),
                "<= 3",
                new() { ["ms a frame, painted"] = Measure.Median(a) / Frames, ["ms a frame, written"] = Measure.Median(b) / Frames }
            )
        );
    }
}
