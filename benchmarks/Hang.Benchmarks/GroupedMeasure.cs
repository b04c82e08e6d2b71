using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Effects;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using SkiaSharp;

namespace Hang.Benchmarks;

/// <summary>Our painter against hand-written SkiaSharp on a graphic with a fading group, a shadow and an ellipse.</summary>
internal static class GroupedMeasure
{
    private static readonly int Rounds = Measure.Times(9, 1);
    private static readonly int Frames = Measure.Times(40, 2);
    private const float Softness = 6.1f;

    public static Task<Measure> RunAsync()
    {
        using var pictures = new PictureShelf(_ => null, groups: 0);
        var evaluator = new Evaluator(Make(), TypeShaper.Shipped);
        using var ours = new FrameCanvas(1920, 1080, null, pictures);
        using var surface = SKSurface.Create(new SKImageInfo(1920, 1080, SKColorType.Rgba8888, SKAlphaType.Premul));
        var (a, b) = Measure.Alternate(Rounds, Benchmarks.Bare.Painting(ours, evaluator, Frames), () =>
        {
            for (var f = 0; f < Frames; f++)
            {
                Bare(surface.Canvas, f);
            }
        });
        ours.Paint(evaluator.At(20));
        Bare(surface.Canvas, 20);
        var worst = 0;
        var other = surface.PeekPixels().GetPixelSpan();
        for (var i = 0; i < other.Length; i++)
        {
            worst = Math.Max(worst, Math.Abs(ours.Pixels[i] - other[i]));
        }
        return Task.FromResult(
            new Measure(
                "grouped",
                "evaluate and paint a frame with group, shadow and ellipse / hand-written SkiaSharp",
                Measure.Median(a) / Measure.Median(b),
                "<= 1.1",
                new()
                {
                    ["ms a frame, ours"] = Measure.Median(a) / Frames,
                    ["ms a frame, hand-written"] = Measure.Median(b) / Frames,
                    ["worst difference of a pixel at frame 20, of 255"] = worst,
                }
            )
        );
    }

    private static Graphic Make()
    {
        static Layer Shape<T>(string id, double x, double y, double w, double h, Value fill)
            where T : ContentKind =>
            (Making.Layer<T>(id) with { Group = "g" }).With("position", new Value(x, y)).With("size", new Value(w, h)).With("fill", fill);
        var plate = Shape<Plate>("p", 0, 0, 864, 108, new(0.3, 0.2, 0.1, 1)).With("corners", new Value(10, 20, 20, 10));
        var shadowed = Shape<Ellipse>("e", 20, -30, 168, 168, new(0.9, 0.6, 0.1, 1))
            .WithEffect<DropShadow>("e1")
            .With("effects/e1/distance", Making.Const(10))
            .With("effects/e1/direction", Making.Const(90))
            .With("effects/e1/softness", Making.Const(Softness));
        var group = Making
            .Layer<GroupContent>("g")
            .With("position", Making.Over(new Keyframe(0, new(100, 700), Feel.Linear), new Keyframe(Frames - 1, new(180, 820), Feel.Linear)))
            .With("opacity", Making.Over(new Keyframe(0, new(0.2), Feel.Linear), new Keyframe(Frames - 1, new(0.9), Feel.Linear)));
        return Benchmarks.Bare.Graphic("Grouped", Frames, plate, shadowed, group);
    }

    /// <summary>What a programmer would write for this one graphic; the shadow blurs as evenly as ours, by two blurs of whole widths.</summary>
    private static void Bare(SKCanvas canvas, int frame)
    {
        var t = frame / (float)(Frames - 1);
        using var whole = new SKPaint { ColorF = new(0, 0, 0, 0.2f + 0.7f * t) };
        using var paint = new SKPaint { IsAntialias = true };
        canvas.Clear(SKColors.Transparent);
        canvas.Save();
        canvas.Translate(100 + 80 * t, 700 + 120 * t);
        canvas.SaveLayer(new SKRect(-30, -60, 900, 200), whole);
        paint.ColorF = new(0.3f, 0.2f, 0.1f, 1);
        using var box = new SKRoundRect();
        box.SetRectRadii(new SKRect(0, 0, 864, 108), [new(10, 10), new(20, 20), new(20, 20), new(10, 10)]);
        canvas.DrawRoundRect(box, paint);
        var (first, second, share) = Widths();
        using var tint = SKColorFilter.CreateColorMatrix([0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 128 / 255f, 0]);
        using var dark = SKImageFilter.CreateColorFilter(tint);
        using var less = Faded(SKImageFilter.CreateBlur(first, first, SKShaderTileMode.Decal, dark), 1 - share);
        using var more = Faded(SKImageFilter.CreateBlur(second, second, SKShaderTileMode.Decal, dark), share);
        using var soft = SKImageFilter.CreateBlendMode(SKBlendMode.Plus, less, more);
        using var moved = SKImageFilter.CreateOffset(0, 10, soft);
        using var both = SKImageFilter.CreateBlendMode(SKBlendMode.SrcOver, moved, null!);
        using var cast = new SKPaint { ImageFilter = both };
        canvas.SaveLayer(new SKRect(18, -32, 190, 140), cast);
        paint.ColorF = new(0.9f, 0.6f, 0.1f, 1);
        canvas.DrawOval(new SKRect(20, -30, 188, 138), paint);
        canvas.Restore();
        canvas.Restore();
        canvas.Restore();
        canvas.Flush();
    }

    private static SKImageFilter Faded(SKImageFilter input, float share)
    {
        using var fade = SKColorFilter.CreateColorMatrix([1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, share, 0]);
        return SKImageFilter.CreateColorFilter(fade, input);
    }

    /// <summary>The two neighbouring widths of Skia's boxes around the softness, and the share of the second (Filter Effects, feGaussianBlur).</summary>
    private static (float First, float Second, float Share) Widths()
    {
        const double windowOf = 1.8799712059732503;
        static double Variance(int w) => w % 2 == 1 ? 3 * (w * w - 1) / 12.0 : 2 * (w * w - 1) / 12.0 + ((w + 1) * (w + 1) - 1) / 12.0;
        var window = (int)(Softness * windowOf);
        while (Variance(window + 1) < Softness * Softness)
        {
            window++;
        }
        return (
            (float)(window / windowOf),
            (float)((window + 1) / windowOf),
            (float)((Softness * Softness - Variance(window)) / (Variance(window + 1) - Variance(window)))
        );
    }
}
