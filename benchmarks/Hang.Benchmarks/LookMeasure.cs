using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Effects;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Colour;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using SkiaSharp;

namespace Hang.Benchmarks;

/// <summary>
/// What each look costs in a frame of ours / the operation alone, called by hand: a plate that moves, with a gradient, a blur, new colours, a shadow. The
/// worst counts.
/// </summary>
internal static class LookMeasure
{
    private static readonly int Rounds = Measure.Times(7, 1);
    private static readonly int Frames = Measure.Times(20, 2);

    /// <summary>So large that our blur is one of Skia's own.</summary>
    private const float Sigma = 64;

    private static readonly SKRect Box = new(0, 0, 600, 300);

    private static readonly float[] Grey = [0.213f, 0.715f, 0.072f, 0, 0, 0.213f, 0.715f, 0.072f, 0, 0, 0.213f, 0.715f, 0.072f, 0, 0, 0, 0, 0, 1, 0];

    public static Task<Measure> RunAsync()
    {
        var looks = new (string Name, Func<Layer, Layer> Look, Action<SKCanvas> ByHand)[]
        {
            (
                "gradient",
                l => l.With("fill", PaintKind.Of(new(GradientType.Linear, 0, 0, 1, 1, 1, [new(0, new(1, 0.6, 0)), new(1, new(0.2, 0.1, 0))]))),
                Gradient
            ),
            (
                "blur",
                l => l.WithEffect<Blur>("e1").With("effects/e1/radius", new Value(Sigma)),
                c => Through(c, SKImageFilter.CreateBlur(Sigma, Sigma, SKShaderTileMode.Decal))
            ),
            ("colours", l => l.WithEffect<HueSaturation>("e1").With("effects/e1/saturation", new Value(0)), Recoloured),
            ("shadow", l => l.WithEffect<DropShadow>("e1").With("effects/e1/softness", new Value(Sigma)).With("effects/e1/distance", new Value(0)), Shadowed),
        };
        var parts = new Dictionary<string, double>();
        foreach (var (name, look, byHand) in looks)
        {
            parts[$"{name}: ours / by hand"] = Ratio(look, byHand);
        }
        return Task.FromResult(
            new Measure(
                "look",
                "a moving plate with a look, evaluated and painted / the same SkiaSharp calls by hand; the worst of the looks",
                parts.Values.Max(),
                "<= 1.2",
                parts
            )
        );
    }

    private static double Ratio(Func<Layer, Layer> look, Action<SKCanvas> byHand)
    {
        using var pictures = new PictureShelf(_ => null, groups: 0);
        var evaluator = new Evaluator(Make(look), TypeShaper.Shipped);
        using var ours = new FrameCanvas(1920, 1080, null, pictures);
        using var surface = SKSurface.Create(new SKImageInfo(1920, 1080, SKColorType.Rgba8888, SKAlphaType.Premul));
        var (a, b) = Measure.Alternate(Rounds, Benchmarks.Bare.Painting(ours, evaluator, Frames), () =>
        {
            for (var f = 0; f < Frames; f++)
            {
                surface.Canvas.Clear(SKColors.Transparent);
                surface.Canvas.Save();
                surface.Canvas.Translate(500 + f, 400);
                byHand(surface.Canvas);
                surface.Canvas.Restore();
            }
        });
        return Measure.Median(a) / Measure.Median(b);
    }

    private static Graphic Make(Func<Layer, Layer> look)
    {
        var plate = Making
            .Layer<Plate>("p")
            .With("size", new Value(Box.Width, Box.Height))
            .With("fill", new Value(0.9, 0.6, 0.1, 1))
            .With("position", Making.Over(new Keyframe(0, new(500, 400), Feel.Linear), new Keyframe(Frames - 1, new(500 + Frames - 1, 400), Feel.Linear)));
        return Benchmarks.Bare.Graphic("Look", Frames, look(plate));
    }

    private static void Gradient(SKCanvas canvas)
    {
        using var space = SKColorSpace.CreateSrgb();
        using var shader = SKShader.CreateLinearGradient(
            new(0, 0),
            new(Box.Width, Box.Height),
            [new SKColorF(1, 0.6f, 0), new SKColorF(0.2f, 0.1f, 0)],
            space,
            [0, 1],
            SKShaderTileMode.Clamp
        );
        using var paint = new SKPaint { IsAntialias = true, Shader = shader };
        canvas.DrawRect(Box, paint);
    }

    private static void Recoloured(SKCanvas canvas)
    {
        using var matrix = SKColorFilter.CreateColorMatrix(Grey);
        Through(canvas, SKImageFilter.CreateColorFilter(matrix));
    }

    private static void Shadowed(SKCanvas canvas)
    {
        using var tint = SKColorFilter.CreateColorMatrix([0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 128 / 255f, 0]);
        using var dark = SKImageFilter.CreateColorFilter(tint);
        using var soft = SKImageFilter.CreateBlur(Sigma, Sigma, SKShaderTileMode.Decal, dark);
        Through(canvas, SKImageFilter.CreateBlendMode(SKBlendMode.SrcOver, soft, null!));
    }

    private static void Through(SKCanvas canvas, SKImageFilter filter)
    {
        using (filter)
        {
            using var layer = new SKPaint { ImageFilter = filter };
            using var paint = new SKPaint { IsAntialias = true, ColorF = new(0.9f, 0.6f, 0.1f, 1) };
            canvas.SaveLayer(Box, layer);
            canvas.DrawRect(Box, paint);
            canvas.Restore();
        }
    }
}
