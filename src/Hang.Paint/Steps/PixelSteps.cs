using Hang.Paint.Filters;
using Hang.Paint.Pixels;
using Hang.Scene.Geometry;
using SkiaSharp;

namespace Hang.Paint.Steps;

/// <summary>Works on the pixels of a picture.</summary>
/// <param name="pixels">Red, green, blue and alpha of each pixel, premultiplied, row by row.</param>
/// <param name="needed">The pixels that can come into sight; others may become anything.</param>
/// <param name="left">Where its first column lies on the target.</param>
/// <param name="top">Where its first row lies on the target.</param>
internal delegate void PixelWork(Span<byte> pixels, int width, int height, SKRectI needed, int left, int top);

/// <summary>A group painted into pixels of its own, on which its steps are done one by one.</summary>
internal sealed class PixelSteps : IDisposable
{
    private readonly List<DeviceStep> steps;
    private readonly SKPaint paint;
    private readonly SKRectI place,
        seen;
    private SKRectI needed;
    private SKSurface? surface;

    /// <param name="device">From the group's coordinates to pixels of the target.</param>
    /// <param name="bounds">What the group's content can touch, in its coordinates.</param>
    /// <param name="seen">Pixels of the target that can be seen.</param>
    public PixelSteps(List<DeviceStep> steps, SKMatrix device, Box bounds, SKRectI seen, float opacity, SKBlendMode blend)
    {
        this.steps = steps;
        paint = new() { BlendMode = blend, ColorF = new SKColorF(0, 0, 0, opacity) };
        this.seen = seen;
        var reach = (int)Math.Ceiling(steps.Sum(s => s.Reach));
        var whole = SKRectI.Round(WholePixels.Around(WholePixels.Map(device, bounds)));
        whole.Inflate(reach, reach);
        seen.Inflate(reach, reach);
        whole.Intersect(seen);
        place = whole.Width > 0 && whole.Height > 0 ? whole : new(seen.Left, seen.Top, seen.Left + 1, seen.Top + 1);
        surface = Surface();
        Canvas.SetMatrix(device.PostConcat(SKMatrix.CreateTranslation(-place.Left, -place.Top)));
    }

    /// <summary>What is there now.</summary>
    public SKSurface Picture => surface!;

    public SKCanvas Canvas => surface!.Canvas;

    /// <summary>Does the steps and draws the result.</summary>
    public void Finish(SKCanvas onto)
    {
        for (var i = 0; i < steps.Count; i++)
        {
            // What later steps do not carry into sight need not be made.
            var later = (int)Math.Ceiling(steps.Skip(i + 1).Sum(s => s.Reach));
            needed = seen;
            needed.Inflate(later, later);
            needed.Offset(-place.Left, -place.Top);
            steps[i].Work(this);
        }
        onto.Save();
        onto.ResetMatrix();
        using var image = surface!.Snapshot();
        if (paint.BlendMode == SKBlendMode.DstIn)
        {
            onto.SaveLayer(paint);
            onto.DrawImage(image, place.Left, place.Top, SKSamplingOptions.Default);
            onto.Restore();
        }
        else
        {
            onto.DrawImage(image, place.Left, place.Top, SKSamplingOptions.Default, paint);
        }
        onto.Restore();
        Dispose();
    }

    public void Dispose()
    {
        surface?.Dispose();
        surface = null;
        paint.Dispose();
    }

    /// <summary>Puts the picture through one of Skia's filters.</summary>
    public void Through(SKImageFilter? filter)
    {
        using var through = new SKPaint { ImageFilter = filter };
        Replace(Redrawn(Picture, through));
    }

    /// <summary>Works on the pixels of the picture.</summary>
    public unsafe void Work(PixelWork work)
    {
        Canvas.Flush();
        using var pixmap = Picture.PeekPixels();
        work(new((void*)pixmap.GetPixels(), pixmap.RowBytes * pixmap.Height), place.Width, place.Height, needed, place.Left, place.Top);
    }

    /// <summary>Blurs a picture in place; each axis by the way that is right for it.</summary>
    public void Soften(SKSurface picture, SKSize sigma)
    {
        var (x, y) = (sigma.Width < DeviceStep.Small ? 0 : sigma.Width, sigma.Height < DeviceStep.Small ? 0 : sigma.Height);
        if (x > 0 || y > 0)
        {
            using var filter = EvenBlur.Of(x, y, null);
            using var through = new SKPaint { ImageFilter = filter };
            using var blurred = Redrawn(picture, through);
            using var replace = new SKPaint { BlendMode = SKBlendMode.Src };
            picture.Canvas.ResetMatrix();
            picture.Canvas.DrawSurface(blurred, default, replace);
        }
        SmallBlur.Do(picture, place.Width, place.Height, x > 0 ? 0 : sigma.Width, y > 0 ? 0 : sigma.Height);
    }

    /// <summary>A picture drawn anew.</summary>
    public SKSurface Redrawn(SKSurface picture, SKPaint by)
    {
        var next = Surface();
        Draw(next.Canvas, picture, default, by);
        return next;
    }

    public static void Draw(SKCanvas canvas, SKSurface picture, SKPoint at, SKPaint by)
    {
        using var image = picture.Snapshot();
        canvas.DrawImage(image, at.X, at.Y, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.None), by);
    }

    /// <summary>From now on the picture is another.</summary>
    public void Replace(SKSurface next)
    {
        surface!.Dispose();
        surface = next;
    }

    /// <summary>An empty picture of the same size.</summary>
    public SKSurface Surface() =>
        SKSurface.Create(new SKImageInfo(place.Width, place.Height, SKColorType.Rgba8888, SKAlphaType.Premul))
        ?? throw new InvalidOperationException($"There is no memory for a picture of {place.Width} x {place.Height}.");
}
