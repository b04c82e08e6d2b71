using System.Diagnostics;
using System.Globalization;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;
using Hang.Scene.Time;

namespace Hang.Benchmarks;

/// <summary>An encoder that is fed every frame from memory, as any program would: what a handoff is held against.</summary>
internal sealed class EncoderAlone : IDisposable
{
    private readonly (PaintedFrame Frame, int Times)[] frames;
    private readonly string[] arguments;

    private EncoderAlone((PaintedFrame Frame, int Times)[] frames, string[] arguments) => (this.frames, this.arguments) = (frames, arguments);

    /// <summary>Number of frames that differ from the one before.</summary>
    public int Distinct => frames.Length;

    /// <summary>Paints the frames of a plan; only distinct ones are kept.</summary>
    public static EncoderAlone Of(Evaluator evaluator, HandoffPlan plan, PictureShelf pictures)
    {
        var (width, height) = plan.Size(evaluator.Graphic);
        var frames = FramePipeline
            .Runs(evaluator, plan)
            .Select(run =>
            {
                var frame = new PaintedFrame(width, height, plan, pictures);
                frame.Paint(run.Scene);
                return (frame, run.Times);
            })
            .ToArray();
        return new(frames, Arguments(width, height, evaluator.Graphic.Rate, plan));
    }

    /// <summary>Encodes all frames into a file.</summary>
    public void Encode(string path)
    {
        var start = new ProcessStartInfo("ffmpeg") { RedirectStandardInput = true };
        foreach (var argument in arguments)
        {
            start.ArgumentList.Add(argument);
        }
        start.ArgumentList.Add(path);
        using var ffmpeg = Process.Start(start)!;
        foreach (var (frame, times) in frames)
        {
            for (var i = 0; i < times; i++)
            {
                ffmpeg.StandardInput.BaseStream.Write(frame.Pixels);
            }
        }
        ffmpeg.StandardInput.Close();
        ffmpeg.WaitForExit();
        if (ffmpeg.ExitCode != 0)
        {
            throw new InvalidOperationException("The encoder alone failed.");
        }
    }

    public void Dispose()
    {
        foreach (var (frame, _) in frames)
        {
            frame.Dispose();
        }
    }

    private static string[] Arguments(int width, int height, FrameRate rate, HandoffPlan plan)
    {
        var pixels =
            plan.Kind == FileKind.Mp4 ? "yuv420p"
            : plan.HasAlpha ? "yuva444p10le"
            : "yuv444p10le";
        return
        [
            "-hide_banner",
            "-loglevel",
            "error",
            "-n",
            "-f",
            "rawvideo",
            "-pix_fmt",
            plan.HasAlpha ? "rgba" : "rgb0",
            "-s",
            string.Create(CultureInfo.InvariantCulture, $"{width}x{height}"),
            "-r",
            rate.ToString(),
            "-i",
            "pipe:0",
            "-vf",
            $"scale=out_color_matrix=bt709:out_range=tv:flags=bicubic+accurate_rnd+full_chroma_int,format={pixels}",
            .. plan.Kind == FileKind.Mp4
                ? (string[])["-c:v", "libx264", "-preset", "medium", "-crf", "11", "-bf", "0", "-g", "30", "-f", "mp4"]
                : ["-c:v", "prores_ks", "-profile:v", "4444", "-alpha_bits", plan.HasAlpha ? "16" : "0", "-qscale:v", "1", "-f", "mov"],
        ];
    }
}
