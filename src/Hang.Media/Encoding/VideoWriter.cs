using Hang.Core.Handoff;
using Hang.Core.Time;
using Hang.Media.Rendering;

namespace Hang.Media.Encoding;

/// <summary>Writes a video file through an ffmpeg process that is fed raw frames by a pipe.</summary>
public sealed class VideoWriter : IFrameWriter
{
    private readonly FfmpegProcess ffmpeg;

    /// <param name="path">File to write; it must not exist.</param>
    /// <exception cref="Core.ProblemException">ffmpeg is not installed.</exception>
    public VideoWriter(string path, int width, int height, FrameRate rate, HandoffPlan plan) =>
        ffmpeg = FfmpegProcess.Start("ffmpeg", Arguments(path, width, height, rate, plan));

    /// <summary>The arguments for ffmpeg. Matrix and tags go through filters, since output options lose them.</summary>
    public static IReadOnlyList<string> Arguments(string path, int width, int height, FrameRate rate, HandoffPlan plan)
    {
        var pixels = (plan.Kind, plan.HasAlpha) switch
        {
            (FileKind.Prores, true) => "yuva444p10le",
            (FileKind.Prores, false) => "yuv444p10le",
            _ => "yuv420p",
        };
        string[] codec = plan.Kind == FileKind.Prores
            ? ["-c:v", "prores_ks", "-profile:v", "4444", "-alpha_bits", plan.HasAlpha ? "16" : "0", "-qscale:v", "1", "-f", "mov"]
            : ["-c:v", "libx264", "-preset", "medium", "-crf", "12", "-movflags", "+faststart", "-f", "mp4"];
        return
        [
            "-hide_banner", "-loglevel", "error", "-n",
            "-f", "rawvideo", "-pix_fmt", plan.HasAlpha ? "rgba" : "rgb0", "-s", $"{width}x{height}", "-r", rate.ToString(), "-i", "pipe:0",
            "-vf", $"scale=out_color_matrix=bt709:out_range=tv:flags=bicubic+accurate_rnd+full_chroma_int,format={pixels},setparams=range=tv:color_primaries=bt709:color_trc=bt709:colorspace=bt709",
            .. codec,
            "-video_track_timescale", $"{(rate.Denominator == 1001 ? rate.Numerator : rate.Numerator * 1000)}",
            "-map_metadata", "-1", "-fflags", "+bitexact", "-flags:v", "+bitexact", path,
        ];
    }

    public void Prepare(PaintedFrame frame)
    {
    }

    public async Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel)
    {
        await using var killed = ffmpeg.KilledBy(cancel);
        try
        {
            for (var i = 0; i < times; i++)
            {
                cancel.ThrowIfCancellationRequested();
                // The pipe blocks while the encoder is busy, so the write has a thread of its own.
                await Task.Run(() => ffmpeg.Input.Write(frame.Pixels), cancel);
            }
        }
        catch (IOException)
        {
            // A killed encoder breaks the pipe: that is no death of its own.
            cancel.ThrowIfCancellationRequested();
            throw ffmpeg.Died();
        }
    }

    public async Task FinishAsync(CancellationToken cancel)
    {
        await using var killed = ffmpeg.KilledBy(cancel);
        await ffmpeg.FinishAsync(cancel);
    }

    public ValueTask DisposeAsync() => ffmpeg.DisposeAsync();
}
