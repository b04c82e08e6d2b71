using System.IO.Compression;
using System.Runtime.CompilerServices;
using Hang.Core;
using Hang.Core.Handoff;
using Hang.Media.Encoding;
using SkiaSharp;

namespace Hang.Media.Proofs;

/// <summary>Reads the frames of a delivered file one after the other.</summary>
internal static class DecodedFrames
{
    public static IAsyncEnumerable<IDecodedFrame> ReadAsync(string path, FileKind kind, int width, int height, CancellationToken cancel) =>
        kind == FileKind.Png ? StillsAsync(path, cancel) : VideoAsync(path, kind, width, height, cancel);

    private static async IAsyncEnumerable<IDecodedFrame> VideoAsync(string path, FileKind kind, int width, int height, [EnumeratorCancellation] CancellationToken cancel)
    {
        await using var ffmpeg = FfmpegProcess.Start("ffmpeg", ["-hide_banner", "-loglevel", "error", "-i", path, "-map", "0:v:0", "-fps_mode", "passthrough", "-f", "rawvideo", "-pix_fmt", "yuva444p12le", "pipe:1"]);
        await using var killed = ffmpeg.KilledBy(cancel);
        var planes = new byte[width * height * 8];
        while (true)
        {
            var read = await ffmpeg.Output.ReadAtLeastAsync(planes, planes.Length, false, cancel);
            cancel.ThrowIfCancellationRequested();
            if (read < planes.Length)
            {
                break;
            }
            yield return new PlanarFrame(planes, width, height, kind == FileKind.Mp4);
        }
        await ffmpeg.FinishAsync(cancel);
    }

    private static async IAsyncEnumerable<IDecodedFrame> StillsAsync(string path, [EnumeratorCancellation] CancellationToken cancel)
    {
        await using var zip = await ZipFile.OpenReadAsync(path, cancel);
        foreach (var entry in zip.Entries.OrderBy(e => e.Name, StringComparer.Ordinal))
        {
            await using var stream = await entry.OpenAsync(cancel);
            using var bytes = new MemoryStream();
            await stream.CopyToAsync(bytes, cancel);
            using var data = SKData.CreateCopy(bytes.ToArray());
            using var codec = SKCodec.Create(data) ?? throw new ProblemException($"{entry.Name} is no picture.", "Hand it off again.", field: "file");
            var info = new SKImageInfo(codec.Info.Width, codec.Info.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul);
            var rgba = new byte[info.BytesSize];
            if (!Fill(codec, info, rgba))
            {
                throw new ProblemException($"{entry.Name} is damaged.", "Hand it off again.", field: "file");
            }
            yield return new StillFrame(rgba);
        }
    }

    private static unsafe bool Fill(SKCodec codec, SKImageInfo info, byte[] rgba)
    {
        fixed (byte* pixels = rgba)
        {
            return codec.GetPixels(info, (IntPtr)pixels) == SKCodecResult.Success;
        }
    }
}
