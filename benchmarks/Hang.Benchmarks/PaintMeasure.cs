using Hang.Core.Handoff;
using Hang.Media.Rendering;
using Hang.Paint.Painting;
using Hang.Scene.Sources;
using SkiaSharp;

namespace Hang.Benchmarks;

/// <summary>Our painter against a hand-written SkiaSharp program that draws the same frames of a plain lower third.</summary>
internal static class PaintMeasure
{
    private static readonly int Rounds = Measure.Times(9, 1);

    public static Task<Measure> RunAsync()
    {
        using var graphic = Demo.OpenPlain();
        var plan = HandoffPlan.Whole(graphic.Graphic, FileKind.Prores, Backing.None);
        var distinct = new List<int>();
        var frame = 0;
        foreach (var (_, times) in FramePipeline.Runs(graphic.Evaluator, plan))
        {
            distinct.Add(frame);
            frame += times;
        }
        using var ours = new FrameCanvas(1920, 1080, null, graphic.Pictures);
        using var bare = new HandWritten(graphic.Pictures.Get(graphic.Graphic.Sources[PictureSources.Kind].Keys.Single()));
        var (a, b) = Measure.Alternate(
            Rounds,
            () =>
            {
                graphic.Pictures.ForgetGroups();
                foreach (var n in distinct)
                {
                    ours.Paint(graphic.Evaluator.At(n));
                }
            },
            () =>
            {
                foreach (var n in distinct)
                {
                    bare.Paint(n);
                }
            }
        );
        return Task.FromResult(
            new Measure(
                "paint",
                "evaluate and paint a distinct frame / hand-written SkiaSharp",
                Measure.Median(a) / Measure.Median(b),
                "<= 1.1",
                new()
                {
                    ["ms a frame, ours"] = Measure.Median(a) / distinct.Count,
                    ["ms a frame, hand-written"] = Measure.Median(b) / distinct.Count,
                    ["worst difference of a pixel at frame 200, of 255"] = Difference(graphic, ours, bare, 200),
                    ["worst difference of a pixel at frame 45, of 255"] = Difference(graphic, ours, bare, 45),
                }
            )
        );
    }

    private static double Difference(Cli.GraphicFile graphic, FrameCanvas ours, HandWritten bare, int frame)
    {
        ours.Paint(graphic.Evaluator.At(frame));
        bare.Paint(frame);
        var worst = 0;
        var other = bare.Pixels;
        for (var i = 0; i < other.Length; i++)
        {
            worst = Math.Max(worst, Math.Abs(ours.Pixels[i] - other[i]));
        }
        return worst;
    }

    /// <summary>What a programmer would write for this one graphic: its numbers as constants, type through Skia's own text drawing as paths.</summary>
    private sealed class HandWritten : IDisposable
    {
        private readonly SKSurface surface = SKSurface.Create(new SKImageInfo(1920, 1080, SKColorType.Rgba8888, SKAlphaType.Premul));
        private readonly SKPaint paint = new() { IsAntialias = true };
        private readonly SKImage mark;
        private readonly SKPath name;
        private readonly SKPath second;

        public HandWritten(SKImage mark)
        {
            this.mark = mark;
            name = Words("Maren Oakhollow", 800, 0);
            second = Words("Keeper of the eastern hives", 300, 20);
        }

        public ReadOnlySpan<byte> Pixels => surface.PeekPixels().GetPixelSpan();

        public void Paint(int frame)
        {
            var canvas = surface.Canvas;
            canvas.Save();
            canvas.ClipRect(new SKRect(100, 840, 1180, 1080));
            canvas.Clear(SKColors.Transparent);
            var fade =
                frame < 450 ? 1f
                : frame > 479 ? 0f
                : 1 - (frame - 450) / 29f;
            var words =
                frame < 66 ? 0f
                : frame < 90 ? (frame - 66) / 24f
                : fade;
            Plate(canvas, 864, 108, 14, "#E09A1A", fade, Gentle((frame - 30) / 24.0));
            Plate(canvas, 852, 98, 10, "#4A2C12", fade, Gentle((frame - 38) / 24.0));
            var y = (float)(1088 + (848 - 1088) * Ease(frame / 24.0, 0.05, 0.8, 0.15, 1));
            if (fade > 0)
            {
                paint.ColorF = Colour("#FFF6E0", fade);
                canvas.DrawRoundRect(112, y, 168, 168, 36, 36, paint);
                paint.ColorF = new SKColorF(0, 0, 0, fade);
                canvas.DrawImage(
                    mark,
                    new SKRect(0, 0, 512, 512),
                    SKRect.Create(132, y + 20, 128, 128),
                    new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear),
                    paint
                );
            }
            if (words > 0)
            {
                Type(canvas, name, 336, 929, 46, "#FFF6E0", words);
                Type(canvas, second, 337, 962, 25, "#F6D79B", words);
            }
            canvas.Restore();
            canvas.Flush();
        }

        public void Dispose()
        {
            surface.Dispose();
            paint.Dispose();
            name.Dispose();
            second.Dispose();
        }

        private void Plate(SKCanvas canvas, float width, float height, float radius, string colour, float fade, double wiped)
        {
            if (wiped <= 0 || fade <= 0)
            {
                return;
            }
            canvas.Save();
            canvas.Translate(300, 878);
            if (wiped < 1)
            {
                canvas.ClipRect(new SKRect(0, 0, (float)(width * wiped), height), SKClipOperation.Intersect, true);
            }
            paint.ColorF = Colour(colour, fade);
            using var shape = new SKRoundRect();
            shape.SetRectRadii(new SKRect(0, 0, width, height), [default, new(radius, radius), new(radius, radius), default]);
            canvas.DrawRoundRect(shape, paint);
            canvas.Restore();
        }

        private void Type(SKCanvas canvas, SKPath path, float x, float y, float size, string colour, float opacity)
        {
            canvas.Save();
            canvas.Translate(x, y);
            canvas.Scale(size / 1000);
            paint.ColorF = Colour(colour, opacity);
            canvas.DrawPath(path, paint);
            canvas.Restore();
        }

        private static SKPath Words(string text, int weight, float tracking)
        {
            var line = Hang.Paint.Shaping.TypeShaper.Shipped.Shape(text, "Manrope", weight);
            using var face = SKTypeface.FromFile(
                Path.Combine(AppContext.BaseDirectory, "fonts", "manrope", weight == 800 ? "Manrope-ExtraBold.ttf" : "Manrope-Light.ttf")
            );
            using var font = new SKFont(face, 1000) { Hinting = SKFontHinting.None, LinearMetrics = true };
            var glyphs = font.GetGlyphs(text);
            using var builder = new SKPathBuilder();
            for (var i = 0; i < glyphs.Length; i++)
            {
                using var outline = font.GetGlyphPath(glyphs[i]);
                if (outline is not null)
                {
                    builder.AddPath(outline, (float)line.Glyphs[i].X + tracking * line.Glyphs[i].Gap, 0);
                }
            }
            return builder.Detach();
        }

        private static SKColorF Colour(string hex, float alpha)
        {
            SKColorF c = SKColor.Parse(hex);
            return c.WithAlpha(alpha);
        }

        private static double Gentle(double t) => Ease(t, 0.4, 0, 0.3, 1);

        private static double Ease(double x, double x1, double y1, double x2, double y2)
        {
            if (x <= 0 || x >= 1)
            {
                return Math.Clamp(x, 0, 1);
            }
            double low = 0,
                high = 1;
            for (var i = 0; i < 40; i++)
            {
                var t = (low + high) / 2;
                (low, high) = 3 * (1 - t) * (1 - t) * t * x1 + 3 * (1 - t) * t * t * x2 + t * t * t < x ? (t, high) : (low, t);
            }
            return 3 * (1 - low) * (1 - low) * low * y1 + 3 * (1 - low) * low * low * y2 + low * low * low;
        }
    }
}
