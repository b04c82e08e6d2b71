using System.Collections.Immutable;
using System.Text.Json;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Kinds;
using Hang.Media.Rendering;
using Hang.Scene;
using Hang.Scene.Json;
using SkiaSharp;

namespace Hang.Media.Proofs;

/// <summary>The frames of a delivered file as stills that a browser shows: one of each run of equal ones.</summary>
/// <param name="Times">How often each still is shown in a row.</param>
/// <param name="Width">Of the stills in pixels; smaller than the file's where there are many.</param>
/// <param name="Height">Of the stills in pixels.</param>
public sealed record FileFrames(ImmutableArray<int> Times, int Width, int Height)
{
    private const string Index = "index.json";

    // So many stills are kept in full size; more of them would fill the disk.
    private const int Most = 400;
    private const int SmallWidth = 640;

    /// <summary>Decodes a file into a folder, which is there whole or not at all.</summary>
    /// <exception cref="ProblemException">The file cannot be decoded.</exception>
    public static async Task<FileFrames> MakeAsync(Evaluator evaluator, HandoffPlan plan, string path, string folder, CancellationToken cancel)
    {
        plan = plan.Demand(evaluator.Graphic);
        var delivery = Delivery.Of(evaluator.Graphic, plan, NameCard.Of(evaluator.Graphic, plan, evaluator.Graphic.Name), path, "");
        var distinct = FramePipeline.Runs(evaluator, plan).Take(Most + 1).Count();
        var isSmall = distinct > Most && delivery.Width > SmallWidth;
        var (width, height) = isSmall ? (SmallWidth, Math.Max(1, delivery.Height * SmallWidth / delivery.Width)) : (delivery.Width, delivery.Height);
        var half = $"{folder}.{Guid.NewGuid():N}.part";
        Directory.CreateDirectory(half);
        try
        {
            var times = ImmutableArray.CreateBuilder<int>();
            await foreach (var run in MediaKinds.Of(plan.Kind).ReadAsync(delivery, cancel))
            {
                await File.WriteAllBytesAsync(
                    Path.Combine(half, $"{times.Count}.png"),
                    Png(run.Frame.ToRgba(), delivery.Width, delivery.Height, width, height),
                    cancel
                );
                run.Frame.LetGo();
                times.Add(run.Times);
            }
            var frames = new FileFrames(times.ToImmutable(), width, height);
            await File.WriteAllTextAsync(Path.Combine(half, Index), JsonSerializer.Serialize(frames, ReportJson.Options), cancel);
            if (!Directory.Exists(folder))
            {
                Directory.Move(half, folder);
            }
            return frames;
        }
        finally
        {
            if (Directory.Exists(half))
            {
                Directory.Delete(half, true);
            }
        }
    }

    /// <summary>The frames that were decoded into a folder; null when none were.</summary>
    public static async Task<FileFrames?> FindAsync(string folder, CancellationToken cancel)
    {
        var index = Path.Combine(folder, Index);
        return File.Exists(index) ? JsonSerializer.Deserialize<FileFrames>(await File.ReadAllTextAsync(index, cancel), ReportJson.Options) : null;
    }

    /// <summary>What a still should be: painted anew.</summary>
    /// <param name="still">Number of the still, from 0.</param>
    /// <returns>PNG as large as the stills are.</returns>
    public byte[] Meant(Evaluator evaluator, HandoffPlan plan, Paint.Pictures.PictureShelf pictures, int still)
    {
        plan = plan.Demand(evaluator.Graphic);
        var first = Times.Take(still).Sum();
        if (still < 0 || still >= Times.Length || first >= plan.Frames)
        {
            throw new ProblemException($"The file has no still {still}.", $"Use 0 to {Times.Length - 1}.", field: "still");
        }
        var (width, height) = plan.Size(evaluator.Graphic);
        using var frame = new PaintedFrame(width, height, plan with { Premultiplied = false }, pictures);
        frame.Paint(evaluator.At(plan.FrameAt(first)));
        MediaKinds.Of(plan.Kind).Reduce(frame.Pixels);
        return Png(frame.Pixels.ToArray(), width, height, Width, Height);
    }

    private static unsafe byte[] Png(byte[] rgba, int width, int height, int toWidth, int toHeight)
    {
        fixed (byte* pixels = rgba)
        {
            using var image = SKImage.FromPixelCopy(
                new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Unpremul, SKColorSpace.CreateSrgb()),
                (IntPtr)pixels,
                width * 4
            );
            if (width == toWidth && height == toHeight)
            {
                using var pixmap = image.PeekPixels();
                using var data = pixmap?.Encode(new SKPngEncoderOptions(SKPngEncoderFilterFlags.Sub, 3))
                    ?? throw new InvalidOperationException("The still could not be encoded.");
                return data.ToArray();
            }
            using var small = SKSurface.Create(new SKImageInfo(toWidth, toHeight, SKColorType.Rgba8888, SKAlphaType.Premul, SKColorSpace.CreateSrgb()));
            small.Canvas.DrawImage(image, new SKRect(0, 0, toWidth, toHeight), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
            using var snapshot = small.Snapshot();
            using var encoded = snapshot.Encode(SKEncodedImageFormat.Png, 100);
            return encoded.ToArray();
        }
    }
}
