using System.Collections.Concurrent;
using System.Threading.Channels;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Paint.Pictures;
using Hang.Scene.PaintList;

namespace Hang.Media.Rendering;

/// <summary>
/// Paints the frames of a plan on all cores while they are written in order. Frames equal to the one before are not painted again. The
/// number of frames in flight is bounded, so a long graphic needs no more memory than a short one.
/// </summary>
public static class FramePipeline
{
    private const long MostBytesInFlight = 768L * 1024 * 1024;

    /// <param name="workers">Painting threads, 1 or more. The pixels do not depend on it.</param>
    /// <param name="progress">Told the number of frames written.</param>
    public static async Task RunAsync(
        Evaluator evaluator,
        HandoffPlan plan,
        PictureShelf pictures,
        IFrameWriter writer,
        int workers,
        IProgress<int>? progress,
        CancellationToken cancel
    )
    {
        var (width, height) = plan.Size(evaluator.Graphic);
        var bytes = 8L * width * height;
        var inFlight = (int)Math.Clamp(MostBytesInFlight / bytes, 1, workers + 1);
        var free = new ConcurrentBag<PaintedFrame>();
        // Every frame that was made, wherever it is when the work breaks off: each holds many megabytes outside of the collector's sight.
        var made = new ConcurrentBag<PaintedFrame>();
        var tasks = new ConcurrentDictionary<Task, byte>();
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        var queue = Channel.CreateBounded<Turn>(inFlight);
        using var room = new SemaphoreSlim(inFlight);
        var painting = PaintAsync();
        try
        {
            var written = 0;
            await foreach (var turn in queue.Reader.ReadAllAsync(stop.Token))
            {
                var frame = await turn.Frame;
                await writer.WriteAsync(frame, written, turn.Times, stop.Token);
                written += turn.Times;
                progress?.Report(written);
                free.Add(frame);
                room.Release();
            }
            await painting;
        }
        finally
        {
            await stop.CancelAsync();
            await painting.ContinueWith(_ => { }, CancellationToken.None, TaskContinuationOptions.None, TaskScheduler.Default);
            await Task.WhenAll(tasks.Keys).ContinueWith(_ => { }, CancellationToken.None, TaskContinuationOptions.None, TaskScheduler.Default);
            foreach (var frame in made)
            {
                frame.Dispose();
            }
        }

        async Task PaintAsync()
        {
            try
            {
                foreach (var (scene, times) in Runs(evaluator, plan))
                {
                    await room.WaitAsync(stop.Token);
                    var frame = Task.Run(() => Paint(scene), stop.Token);
                    tasks[frame] = 0;
                    _ = frame.ContinueWith(t => tasks.TryRemove(t, out var _), TaskScheduler.Default);
                    await queue.Writer.WriteAsync(new(frame, times), stop.Token);
                }
                queue.Writer.Complete();
            }
            catch (Exception e)
            {
                queue.Writer.Complete(e);
                throw;
            }
        }

        PaintedFrame Paint(SceneMoment scene)
        {
            if (!free.TryTake(out var frame))
            {
                frame = new(width, height, plan, pictures);
                made.Add(frame);
            }
            frame.Encoded = null;
            frame.Owe(scene);
            if (!writer.PaintsWhenNeeded)
            {
                frame.Settle();
            }
            writer.Prepare(frame);
            return frame;
        }
    }

    /// <summary>The scenes of a plan in order, equal neighbours counted instead of repeated.</summary>
    public static IEnumerable<(SceneMoment Scene, int Times)> Runs(Evaluator evaluator, HandoffPlan plan) =>
        SceneRuns.Of(evaluator, Enumerable.Range(0, plan.Frames).Select(plan.FrameAt));

    private sealed record Turn(Task<PaintedFrame> Frame, int Times);
}
