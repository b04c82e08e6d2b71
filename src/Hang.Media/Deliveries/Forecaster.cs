using System.Collections.Immutable;
using System.Diagnostics;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Core.Sounds;
using Hang.Media.Frames;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;

namespace Hang.Media.Deliveries;

/// <summary>What a handoff will about be, from a sample of its frames.</summary>
/// <param name="Bytes">Size of the file.</param>
/// <param name="Seconds">Time to render it on this machine.</param>
/// <param name="Sampled">Frames rendered to find out.</param>
/// <param name="MeanColour">Mean error of colour in the sample, of 255, weighed by alpha: what the kind itself costs.</param>
/// <param name="WorstBlock">Worst mean error of luma or alpha within 8 x 8 pixels in the sample, of 255; 0 where it is not judged.</param>
public sealed record Forecast(long Bytes, double Seconds, int Sampled, double MeanColour, double WorstBlock);

/// <summary>Forecasts size, time and error by rendering some of the plan's frames with the real painter and encoder.</summary>
public static class Forecaster
{
    // Runs of neighbours, so that what a frame shares with the one before is as it will be; spread evenly, so that still and moving stretches have their share.
    private const int Windows = 8,
        WindowFrames = 5;

    /// <exception cref="Scene.ProblemException">The sample could not be rendered, so neither could the whole.</exception>
    public static async Task<Forecast> SampleAsync(Evaluator evaluator, HandoffPlan plan, PictureShelf pictures, CancellationToken cancel)
    {
        // Sound costs the same every second, and next to no time.
        var sound =
            plan.Silent || !SoundMix.Heard(evaluator.Graphic).Any()
                ? 0
                : (long)(FileKinds.Of(plan.Kind).SoundBytesPerSecond * evaluator.Graphic.Rate.Seconds(plan.To - plan.From + 1));
        plan = plan.Demand(evaluator.Graphic) with { Silent = true };
        // A file of one frame tells what every file costs; the rest is counted by the frame. It goes first, so that the sample runs warm.
        var alone = await RenderAsync(evaluator, plan with { Only = [plan.From] }, pictures, cancel);
        if (plan.Frames <= Windows * WindowFrames)
        {
            var whole = await RenderAsync(evaluator, plan, pictures, cancel);
            return new(whole.Bytes + sound, whole.Seconds, plan.Frames, whole.Proof.MeanColour, WorstBlock(whole.Proof));
        }
        var sample = plan with { Only = Sample(plan) };
        var part = await RenderAsync(evaluator, sample, pictures, cancel);
        var share = (plan.Frames - 1.0) / (sample.Frames - 1);
        return new(
            (long)(alone.Bytes + (part.Bytes - alone.Bytes) * share) + sound,
            alone.Seconds + Math.Max(0, part.Seconds - alone.Seconds) * share,
            sample.Frames + 1,
            part.Proof.MeanColour,
            WorstBlock(part.Proof)
        );
    }

    private static ImmutableArray<int> Sample(HandoffPlan plan) =>
        [
            .. Enumerable
                .Range(0, Windows)
                .Select(w => (int)((w + 0.5) * plan.Frames / Windows - WindowFrames / 2.0))
                .SelectMany(first => Enumerable.Range(first, WindowFrames))
                .Select(plan.FrameAt),
        ];

    private static double WorstBlock(Proof proof) => proof.Frames.Select(f => f.WorstBlock).DefaultIfEmpty().Max();

    private static async Task<(long Bytes, double Seconds, Proof Proof)> RenderAsync(
        Evaluator evaluator,
        HandoffPlan plan,
        PictureShelf pictures,
        CancellationToken cancel
    )
    {
        var path = Path.Combine(Path.GetTempPath(), $"hang-sample-{Guid.NewGuid():N}.{FileNames.Extension(plan.Kind)}");
        // The proof takes what was painted; another sample begins anew, since what it takes is measured.
        using var reuse = new Reuse();
        try
        {
            var watch = Stopwatch.StartNew();
            await Renderer.RenderAsync(evaluator, plan, pictures, path, "sample", reuse: reuse, cancel: cancel);
            var seconds = watch.Elapsed.TotalSeconds;
            return (new FileInfo(path).Length, seconds, (await Prover.ProveAsync(evaluator, plan, pictures, path, reuse: reuse, cancel: cancel)).Proof);
        }
        finally
        {
            File.Delete(path);
        }
    }
}
