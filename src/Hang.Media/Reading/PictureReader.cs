using System.Runtime.CompilerServices;
using Hang.Media.Frames;
using Hang.Scene;
using SkiaSharp;

namespace Hang.Media.Reading;

/// <summary>
/// Reads an animated picture as a browser does. Its times are whole milliseconds or hundredths of a second, so how often a frame is shown is counted from
/// the sum of what is shown before it.
/// </summary>
internal static class PictureReader
{
    /// <exception cref="ProblemException">It is no picture, or a damaged one.</exception>
    public static async IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, [EnumeratorCancellation] CancellationToken cancel)
    {
        var name = Path.GetFileName(delivery.Path);
        using var data = SKData.CreateCopy(await File.ReadAllBytesAsync(delivery.Path, cancel));
        using var codec = SKCodec.Create(data) ?? throw new ProblemException($"{name} is no picture.", $"Hand it off again.", field: "file");
        if (codec.Info.Width != delivery.Width || codec.Info.Height != delivery.Height)
        {
            throw new ProblemException($"{name} is not {delivery.Width} x {delivery.Height}.", $"Hand it off again.", field: "file");
        }
        var info = new SKImageInfo(delivery.Width, delivery.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul);
        var frames = codec.FrameInfo;
        var (shown, counted) = (0, 0);
        for (var i = 0; i < Math.Max(1, frames.Length); i++)
        {
            cancel.ThrowIfCancellationRequested();
            var rgba = new byte[info.BytesSize];
            if (!Fill(codec, info, rgba, i))
            {
                throw new ProblemException($"{name} is damaged.", $"Hand it off again.", field: "file");
            }
            shown += frames.Length > 0 ? frames[i].Duration : 0;
            var until = frames.Length > 1 ? (int)Math.Round(shown / 1000.0 * delivery.Rate.PerSecond) : delivery.Plan.Frames;
            yield return new(new StillFrame(rgba, delivery.Width), until - counted);
            counted = until;
        }
    }

    private static unsafe bool Fill(SKCodec codec, SKImageInfo info, byte[] rgba, int frame)
    {
        fixed (byte* pixels = rgba)
        {
            return codec.GetPixels(info, (IntPtr)pixels, new SKCodecOptions(frame)) == SKCodecResult.Success;
        }
    }
}
