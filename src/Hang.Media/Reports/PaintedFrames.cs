using System.Runtime.InteropServices;
using Hang.Core.Checks.Frames;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;

namespace Hang.Media.Reports;

/// <summary>Shows every distinct frame of a graphic to those who look for something in it, in order; the next ones are painted meanwhile.</summary>
public static class PaintedFrames
{
    public static async Task ShowAsync(Evaluator evaluator, PictureShelf pictures, IReadOnlyList<IFrameWatcher> watchers, CancellationToken cancel = default)
    {
        var graphic = evaluator.Graphic;
        // One is looked at while the others are painted.
        var ahead = Math.Max(2, Environment.ProcessorCount + 1);
        var canvases = new Queue<FrameCanvas>();
        var painted = new Queue<Task>();
        try
        {
            var looking = Task.CompletedTask;
            var frame = 0;
            foreach (var (scene, times) in SceneRuns.Of(evaluator, Enumerable.Range(0, graphic.Phases.Total)))
            {
                cancel.ThrowIfCancellationRequested();
                if (painted.Count == ahead)
                {
                    await painted.Dequeue();
                }
                var canvas = canvases.Count < ahead ? new FrameCanvas(graphic.Width, graphic.Height, null, pictures) : canvases.Dequeue();
                canvases.Enqueue(canvas);
                var (before, at) = (looking, frame);
                var painting = Task.Run(() => canvas.Paint(scene), cancel);
                looking = LookAsync();
                painted.Enqueue(looking);
                frame += times;

                async Task LookAsync()
                {
                    await painting;
                    await before;
                    await Task.Run(() => Look(canvas, at, times, watchers), cancel);
                }
            }
            await looking;
        }
        finally
        {
            // None is let go of while it is painted or looked at.
            await Task.WhenAll(painted).ContinueWith(_ => { }, CancellationToken.None, TaskContinuationOptions.None, TaskScheduler.Default);
            foreach (var canvas in canvases)
            {
                canvas.Dispose();
            }
        }
    }

    /// <summary>The cover window of a stinger; null for what is none, or hides everything in no frame.</summary>
    public static async Task<CoverWindow?> CoverAsync(Evaluator evaluator, PictureShelf pictures, CancellationToken cancel = default)
    {
        if (evaluator.Graphic.Kind != GraphicKind.Stinger)
        {
            return null;
        }
        var watch = new CoverWatch();
        await ShowAsync(evaluator, pictures, [watch], cancel);
        return watch.Window;
    }

    private static void Look(FrameCanvas canvas, int frame, int times, IReadOnlyList<IFrameWatcher> watchers)
    {
        var view = new PaintedView(MemoryMarshal.Cast<byte, uint>(canvas.Pixels), canvas.Width, canvas.Height, frame, times, watchers.Any(w => w.NeedsThumb));
        foreach (var watcher in watchers)
        {
            watcher.See(view);
        }
    }
}
