using Hang.Scene.Geometry;
using SkiaSharp;

namespace Hang.Paint.Painting;

/// <summary>A group painted into pixels of its own, on which its steps are done one by one.</summary>
internal sealed class PixelSteps : IDisposable
{
    private readonly List<DeviceStep> steps;
    private readonly SKPaint paint;
    private readonly SKRectI place, seen;
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
        var whole = SKRectI.Round(GroupLayer.Rect(Map(device, bounds)));
        whole.Inflate(reach, reach);
        seen.Inflate(reach, reach);
        whole.Intersect(seen);
        place = whole.Width > 0 && whole.Height > 0 ? whole : new(seen.Left, seen.Top, seen.Left + 1, seen.Top + 1);
        surface = Surface();
        Canvas.SetMatrix(device.PostConcat(SKMatrix.CreateTranslation(-place.Left, -place.Top)));
    }

    public SKCanvas Canvas => surface!.Canvas;

    /// <summary>The box around a mapped box.</summary>
    public static Box Map(SKMatrix m, Box b) => new Matrix(m.ScaleX, m.SkewY, m.SkewX, m.ScaleY, m.TransX, m.TransY).Map(b);

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
            Do(steps[i]);
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

    private void Do(DeviceStep step)
    {
        if (step.Kind == Scene.PaintList.Ops.Cast || step.Kind == Scene.PaintList.Ops.Inner)
        {
            using var tint = step.Tint();
            using var tinted = new SKPaint { ColorFilter = tint };
            using var grown = Grown(surface!, step.Grow);
            using var cast = Redrawn(grown ?? surface!, tinted, default);
            Soften(cast, step.Sigma);
            var result = Surface();
            using var turn = step.Kind == Scene.PaintList.Ops.Inner ? step.Turn() : null;
            using var over = new SKPaint();
            if (turn is not null)
            {
                result.Canvas.DrawSurface(surface!, default, over);
                // Outside of the shadow's picture it is dark too, so the whole is turned round at once.
                using var turned = new SKPaint { ColorFilter = turn, BlendMode = SKBlendMode.SrcATop };
                result.Canvas.SaveLayer(turned);
                Draw(result.Canvas, cast, step.Offset, over);
                result.Canvas.Restore();
            }
            else
            {
                Draw(result.Canvas, cast, step.Offset, over);
                if (!step.Only)
                {
                    result.Canvas.DrawSurface(surface!, default, over);
                }
            }
            Replace(result);
        }
        else if (PixelWork.Does(step.Kind))
        {
            Work(step);
        }
        else if (step.Kind == Scene.PaintList.Ops.Soften)
        {
            Soften(surface!, step.Sigma);
        }
        else
        {
            using var filter = step.Over(null);
            using var through = new SKPaint { ImageFilter = filter };
            Replace(Redrawn(surface!, through, default));
        }
    }

    private unsafe void Work(DeviceStep step)
    {
        Canvas.Flush();
        using var pixmap = surface!.PeekPixels();
        var pixels = new Span<byte>((void*)pixmap.GetPixels(), pixmap.RowBytes * pixmap.Height);
        var m = step.Device;
        PixelWork.Do(step.Kind, pixels, place.Width, place.Height, needed, step.Numbers, new(m.ScaleX, m.SkewY, m.SkewX, m.ScaleY, m.TransX - place.Left, m.TransY - place.Top));
    }

    /// <summary>A picture grown; null when it stays as it is.</summary>
    private SKSurface? Grown(SKSurface picture, float by)
    {
        using var filter = DeviceStep.Grown(by, null);
        if (filter is null)
        {
            return null;
        }
        using var through = new SKPaint { ImageFilter = filter };
        return Redrawn(picture, through, default);
    }

    /// <summary>Blurs a picture in place; each axis by the way that is right for it.</summary>
    private void Soften(SKSurface picture, SKSize sigma)
    {
        var (x, y) = (sigma.Width < DeviceStep.Small ? 0 : sigma.Width, sigma.Height < DeviceStep.Small ? 0 : sigma.Height);
        if (x > 0 || y > 0)
        {
            using var filter = EvenBlur.Of(x, y, null);
            using var through = new SKPaint { ImageFilter = filter };
            using var blurred = Redrawn(picture, through, default);
            using var replace = new SKPaint { BlendMode = SKBlendMode.Src };
            picture.Canvas.ResetMatrix();
            picture.Canvas.DrawSurface(blurred, default, replace);
        }
        SmallBlur.Do(picture, place.Width, place.Height, x > 0 ? 0 : sigma.Width, y > 0 ? 0 : sigma.Height);
    }

    private SKSurface Redrawn(SKSurface picture, SKPaint by, SKPoint at)
    {
        var next = Surface();
        Draw(next.Canvas, picture, at, by);
        return next;
    }

    private static void Draw(SKCanvas canvas, SKSurface picture, SKPoint at, SKPaint by)
    {
        using var image = picture.Snapshot();
        canvas.DrawImage(image, at.X, at.Y, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.None), by);
    }

    private void Replace(SKSurface next)
    {
        surface!.Dispose();
        surface = next;
    }

    private SKSurface Surface() => SKSurface.Create(new SKImageInfo(place.Width, place.Height, SKColorType.Rgba8888, SKAlphaType.Premul))
        ?? throw new InvalidOperationException($"There is no memory for a picture of {place.Width} x {place.Height}.");
}
