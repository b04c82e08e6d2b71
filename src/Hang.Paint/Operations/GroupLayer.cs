using Hang.Paint.Pixels;
using Hang.Paint.Steps;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Paint.Operations;

/// <summary>
/// A group that is being painted: a picture of its own whose pixels are worked on; on a canvas whose pixels are not at hand (a recording, a layer of Skia's)
/// a layer of Skia's with its filters, but where those would be wrong. Steps are done in pixels of the target.
/// </summary>
internal sealed class GroupLayer
{
    private readonly PixelSteps? pixels;
    private readonly SKPaint? paint;
    private readonly int saves;

    private GroupLayer(SKCanvas canvas, PixelSteps? pixels, SKPaint? paint, int saves) =>
        (Canvas, this.pixels, this.paint, this.saves) = (canvas, pixels, paint, saves);

    /// <summary>What the group's content is painted on.</summary>
    public SKCanvas Canvas { get; }

    /// <param name="v">From the operation's own start.</param>
    /// <param name="opacity">Of the whole.</param>
    /// <returns>Null when it is painted already.</returns>
    public static GroupLayer? Open(PaintContext context, Op op, ReadOnlySpan<float> v, float opacity)
    {
        var canvas = context.Canvas;
        var box = Ops.Group.Bounds.Of(v);
        var bounds = new Box(box[0], box[1], box[2], box[3]);
        var blend = op.Mixing == Mixing.Normal ? context.Mode : Modes[(int)op.Mixing];
        var device = canvas.TotalMatrix;
        var steps = DeviceStep.Of(op, v, device);
        if (context.Sheet is not null || (steps.Any(s => s.NeedsPixels) && !bounds.IsEmpty))
        {
            var made = new PixelSteps(context.Blocks, steps, device, bounds, canvas.DeviceClipBounds, context.Sheet?.Corner ?? default, opacity, blend);
            if (
                context.Sheet is { } sheet
                && GroupName.Of(context, op, v) is var (content, within)
                && made.IsKept(context.Pictures.Groups, content, within.AsSpan(), canvas, sheet)
            )
            {
                return null;
            }
            made.Begin();
            return new(made.Sheet.Canvas, made, null, 0);
        }
        var paint = new SKPaint { BlendMode = blend, ColorF = new SKColorF(0, 0, 0, opacity) };
        if (steps.Count == 0)
        {
            // What cuts others acts where it is not, too, so it must reach as far as they do.
            if (blend is SKBlendMode.DstIn || bounds.IsEmpty)
            {
                canvas.SaveLayer(paint);
            }
            else
            {
                canvas.SaveLayer(WholePixels.Around(bounds), paint);
            }
            return new(canvas, null, paint, 1);
        }
        using var filter = DeviceStep.Filter(steps);
        paint.ImageFilter = filter;
        canvas.Save();
        canvas.ResetMatrix();
        if (blend is SKBlendMode.DstIn || bounds.IsEmpty)
        {
            canvas.SaveLayer(paint);
        }
        else
        {
            canvas.SaveLayer(WholePixels.Around(WholePixels.Map(device, bounds)), paint);
        }
        canvas.SetMatrix(device);
        return new(canvas, null, paint, 2);
    }

    /// <summary>The pixels that its content is painted on; null where they are not at hand.</summary>
    public Sheet? Sheet => pixels?.Sheet;

    /// <summary>Mixes the group in.</summary>
    /// <param name="target">The pixels of what it is mixed into, where they are at hand.</param>
    public void Close(SKCanvas onto, Sheet? target)
    {
        if (pixels is not null)
        {
            pixels.Finish(onto, target);
            return;
        }
        for (var i = 0; i < saves; i++)
        {
            onto.Restore();
        }
        paint!.Dispose();
    }

    /// <summary>Lets go of what a group that is never closed holds.</summary>
    public void Drop()
    {
        pixels?.Dispose();
        paint?.Dispose();
    }

    /// <summary>How a strip as a whole is mixed in: as its first group says.</summary>
    public static SKBlendMode BlendOf(Strip strip) =>
        strip.HasGroups ? Modes[(int)strip.Ops.First(o => o.Kind.Does.HasFlag(Does.Mixes)).Mixing] : SKBlendMode.SrcOver;

    /// <summary>Skia's modes, in the order of <see cref="Mixing"/>.</summary>
    private static readonly SKBlendMode[] Modes =
    [
        SKBlendMode.SrcOver,
        SKBlendMode.DstIn,
        SKBlendMode.DstOut,
        SKBlendMode.SrcATop,
        SKBlendMode.Multiply,
        SKBlendMode.Screen,
        SKBlendMode.Overlay,
        SKBlendMode.Darken,
        SKBlendMode.Lighten,
        SKBlendMode.ColorDodge,
        SKBlendMode.ColorBurn,
        SKBlendMode.HardLight,
        SKBlendMode.SoftLight,
        SKBlendMode.Difference,
        SKBlendMode.Exclusion,
        SKBlendMode.Hue,
        SKBlendMode.Saturation,
        SKBlendMode.Color,
        SKBlendMode.Luminosity,
        SKBlendMode.Plus,
    ];
}
