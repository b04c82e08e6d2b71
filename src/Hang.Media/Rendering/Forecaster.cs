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

/// <summary>Forecasts size and time by rendering some of the plan's frames with the real painter and encoder.</summary>
public static class Forecaster
{
    private const int SampleFrames = 32;

    /// <exception cref="Core.ProblemException">The sample could not be rendered, so neither could the whole.</exception>
    public static async Task<Forecast> SampleAsync(Evaluator evaluator, HandoffPlan plan, PictureShelf pictures, CancellationToken cancel)
    {
        var sample = plan with { Every = Math.Max(1, plan.Frames / SampleFrames) };
        // A file of one frame tells what every file costs; the rest is counted by the frame. It goes first, so that the sample runs warm.
        var (fixedBytes, fixedSeconds) = await RenderAsync(evaluator, plan with { To = plan.From }, pictures, cancel);
        var (bytes, seconds) = await RenderAsync(evaluator, sample, pictures, cancel);
        if (sample.Every == 1)
        {
            return new(bytes, seconds, plan.Frames);
        }
        var share = (plan.Frames - 1.0) / (sample.Frames - 1);
        return new((long)(fixedBytes + (bytes - fixedBytes) * share), fixedSeconds + Math.Max(0, seconds - fixedSeconds) * share, sample.Frames + 1);
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
