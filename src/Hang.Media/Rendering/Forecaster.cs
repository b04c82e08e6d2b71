using System.Diagnostics;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Paint.Pictures;

namespace Hang.Media.Rendering;

/// <summary>What a handoff will about be, from a sample of its frames.</summary>
/// <param name="Bytes">Size of the file.</param>
/// <param name="Seconds">Time to render it on this machine.</param>
/// <param name="Sampled">Frames rendered to find out.</param>
public sealed record Forecast(long Bytes, double Seconds, int Sampled);

/// <summary>Forecasts size and time by rendering short stretches of the plan with the real painter and encoder.</summary>
public static class Forecaster
{
    private const int Stretches = 4;
    private const int StretchFrames = 4;

    /// <exception cref="Core.ProblemException">The sample could not be rendered, so neither could the whole.</exception>
    public static async Task<Forecast> SampleAsync(Evaluator evaluator, HandoffPlan plan, PictureShelf pictures, CancellationToken cancel)
    {
        // A first file of one frame tells what every file costs; the rest is counted by the frame.
        var (fixedBytes, fixedSeconds) = await RenderAsync(evaluator, plan with { To = plan.From }, pictures, cancel);
        if (plan.Frames <= Stretches * StretchFrames)
        {
            var (bytes, seconds) = await RenderAsync(evaluator, plan, pictures, cancel);
            return new(bytes, seconds, plan.Frames);
        }
        double perFrameBytes = 0, perFrameSeconds = 0;
        for (var i = 0; i < Stretches; i++)
        {
            var from = plan.From + (int)((i + 0.5) * plan.Frames / Stretches) - StretchFrames / 2;
            var (bytes, seconds) = await RenderAsync(evaluator, plan with { From = from, To = from + StretchFrames - 1 }, pictures, cancel);
            // The first frame of each stretch stands in for the fixed part, which holds one frame itself.
            perFrameBytes += Math.Max(bytes - fixedBytes, 0) / (double)(StretchFrames - 1) / Stretches;
            perFrameSeconds += Math.Max(seconds - fixedSeconds, 0) / (StretchFrames - 1) / Stretches;
        }
        return new((long)(fixedBytes + perFrameBytes * (plan.Frames - 1)), fixedSeconds + perFrameSeconds * (plan.Frames - 1), 1 + Stretches * StretchFrames);
    }

    private static async Task<(long Bytes, double Seconds)> RenderAsync(Evaluator evaluator, HandoffPlan plan, PictureShelf pictures, CancellationToken cancel)
    {
        var path = Path.Combine(Path.GetTempPath(), $"hang-sample-{Guid.NewGuid():N}.{FileNames.Extension(plan.Kind)}");
        try
        {
            var watch = Stopwatch.StartNew();
            await Renderer.RenderAsync(evaluator, plan, pictures, path, "sample", cancel: cancel);
            return (new FileInfo(path).Length, watch.Elapsed.TotalSeconds);
        }
        finally
        {
            File.Delete(path);
        }
    }
}
