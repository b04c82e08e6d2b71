using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using SkiaSharp;

namespace Hang.Server.Pictures;

/// <summary>A graphic as a small moving picture: moments of it side by side in one PNG, which a page shows one after the other.</summary>
internal static class StripPicture
{
    /// <summary>Moments in a strip. The front end knows the number, too (MovingPicture.tsx).</summary>
    public const int Moments = 24;

    /// <summary>Of a graphic of any length: much of Arrive and Leave, which move, and a little of Hold.</summary>
    public static byte[] Of(Evaluator evaluator, int width, PictureShelf pictures)
    {
        var phases = evaluator.Graphic.Phases;
        return Of(
            evaluator,
            width,
            pictures,
            phases.Arrive + phases.Leave == 0 || evaluator.Graphic.Kind is GraphicKind.Credits or GraphicKind.Countdown
                ? Even(0, phases.Total, Moments)
                :
                [
                    .. Even(0, phases.HoldStart + 1, 10),
                    .. Even(phases.HoldStart, Math.Max(1, phases.Hold), 5),
                    .. Even(phases.LeaveStart, Math.Max(1, phases.Leave), Moments - 15),
                ]
        );
    }

    /// <param name="frames">The frames to show, as many as a strip has moments.</param>
    public static byte[] Of(Evaluator evaluator, int width, PictureShelf pictures, IReadOnlyList<int> frames)
    {
        var graphic = evaluator.Graphic;
        var scale = Math.Min(1, (double)width / graphic.Width);
        var (wide, high) = (Math.Max(1, (int)(graphic.Width * scale)), Math.Max(1, (int)(graphic.Height * scale)));
        using var strip = new SKBitmap(new SKImageInfo(wide * frames.Count, high, SKColorType.Rgba8888, SKAlphaType.Premul));
        using var canvas = new FrameCanvas(wide, high, null, pictures);
        for (var i = 0; i < frames.Count; i++)
        {
            canvas.Paint(evaluator.At(Math.Clamp(frames[i], 0, graphic.Phases.Total - 1)));
            for (var y = 0; y < high; y++)
            {
                canvas.Pixels.Slice(y * wide * 4, wide * 4).CopyTo(strip.GetPixelSpan().Slice(y * strip.RowBytes + i * wide * 4));
            }
        }
        using var png = strip.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }

    private static int[] Even(int start, int length, int count) => [.. Enumerable.Range(0, count).Select(i => start + (int)((long)i * length / count))];
}
