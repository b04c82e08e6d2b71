using System.Runtime.InteropServices;
using Hang.Core.Checks.Frames;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;

namespace Hang.Media.Reports;

/// <summary>Shows every distinct frame of a graphic to those who look for something in it; the next one is painted meanwhile.</summary>
public static class PaintedFrames
{
    public static async Task ShowAsync(Evaluator evaluator, PictureShelf pictures, IReadOnlyList<IFrameWatcher> watchers, CancellationToken cancel = default)
    {
        var graphic = evaluator.Graphic;
        using var one = new FrameCanvas(graphic.Width, graphic.Height, null, pictures);
        using var other = new FrameCanvas(graphic.Width, graphic.Height, null, pictures);
        var (now, next) = (one, other);
        var looking = Task.CompletedTask;
        var frame = 0;
        foreach (var (scene, times) in SceneRuns.Of(evaluator, Enumerable.Range(0, graphic.Phases.Total)))
        {
            cancel.ThrowIfCancellationRequested();
            now.Paint(scene);
            await looking;
            var (canvas, at) = (now, frame);
            looking = Task.Run(() => Look(canvas, at, times, watchers), cancel);
            (now, next) = (next, now);
            frame += times;
        }
        await looking;
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
