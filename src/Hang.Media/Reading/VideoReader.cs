using System.Runtime.CompilerServices;
using Hang.Media.Frames;
using Hang.Media.Probing;
using Hang.Media.Processes;

namespace Hang.Media.Reading;

/// <summary>Decodes a video file frame by frame. A frame equal to the one before is not looked at again.</summary>
internal static class VideoReader
{
    /// <param name="input">Arguments for the decoder.</param>
    /// <param name="filters">What is done to the decoded frames before they are given.</param>
    /// <param name="reader">The reader of the file; null: the one that its content says.</param>
    /// <param name="memory">For its frames, where several files have some in common; null: of its own.</param>
    /// <exception cref="Scene.ProblemException">The file cannot be decoded.</exception>
    public static async IAsyncEnumerable<DecodedRun> ReadAsync(
        string path,
        string[] input,
        FrameShape shape,
        Delivery delivery,
        [EnumeratorCancellation] CancellationToken cancel,
        string[]? filters = null,
        string? reader = null,
        FrameMemory? memory = null
    )
    {
        await using var ffmpeg = FfmpegProcess.Start(
            "ffmpeg",
            [
                "-hide_banner",
                "-loglevel",
                "error",
                .. input,
                .. FfmpegProcess.Reading(path, reader ?? MediaReader.Of(path)),
                "-map",
                "0:v:0",
                .. filters is null ? (string[])[] : ["-vf", string.Join(',', filters)],
                "-fps_mode",
                "passthrough",
                "-f",
                "rawvideo",
                "-pix_fmt",
                shape.Format,
                "pipe:1",
            ]
        );
        await using var killed = ffmpeg.KilledBy(cancel);
        // A frame that was given away is the taker's, who may be behind: each has bytes of its own until it is let go.
        memory ??= new();
        var (now, before) = (New(), Array.Empty<byte>());
        var times = 0;
        while (await ffmpeg.Output.ReadAtLeastAsync(now, now.Length, false, cancel) == now.Length)
        {
            cancel.ThrowIfCancellationRequested();
            if (times > 0 && now.AsSpan().SequenceEqual(before))
            {
                times++;
                continue;
            }
            if (times > 0)
            {
                yield return new(shape.Frame(before, delivery, memory), times);
            }
            (now, before, times) = (New(), now, 1);
        }
        cancel.ThrowIfCancellationRequested();
        memory.Give(now);
        if (times > 0)
        {
            yield return new(shape.Frame(before, delivery, memory), times);
        }
        await ffmpeg.FinishAsync(cancel);

        byte[] New() => memory.Take(shape.Bytes(delivery));
    }
}
