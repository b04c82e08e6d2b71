using Hang.Core.Handoff;
using Hang.Media.Rendering;
using Hang.Paint.Painting;
using SkiaSharp;

namespace Hang.Benchmarks;

/// <summary>
/// All graphics of the demo: our frames, evaluated and painted, against the very same calls of Skia's, recorded before and played again as a program
/// written by hand would make them.
/// </summary>
internal static class PackageMeasure
{
    private static readonly int Rounds = Measure.Times(5, 1);

    /// <summary>Distinct frames of each graphic that are looked at.</summary>
    private static readonly int Most = Measure.Times(30, 2);

    public static Task<Measure> RunAsync()
    {
        var (parts, ours, theirs) = (new Dictionary<string, double>(), 0.0, 0.0);
        foreach (var name in Demo.Names)
        {
            using var graphic = Demo.Open(name);
            var frames = DistinctOf(graphic);
            using var painter = new ScenePainter(graphic.Pictures);
            var scenes = frames.Select(graphic.Evaluator.At).ToArray();
            var recorded = scenes.Select(s => Recorded(painter, s, graphic.Graphic.Width, graphic.Graphic.Height)).ToArray();
            using var canvas = new FrameCanvas(graphic.Graphic.Width, graphic.Graphic.Height, null, graphic.Pictures);
            using var surface = SKSurface.Create(new SKImageInfo(graphic.Graphic.Width, graphic.Graphic.Height, SKColorType.Rgba8888, SKAlphaType.Premul));
            var (a, b) = Measure.Alternate(
                Rounds,
                () =>
                {
                    foreach (var frame in frames)
                    {
                        canvas.Paint(graphic.Evaluator.At(frame));
                    }
                },
                () =>
                {
                    var before = SKRect.Empty;
                    for (var i = 0; i < recorded.Length; i++)
                    {
                        var bounds = scenes[i].Bounds;
                        var now = new SKRect((float)bounds.Left, (float)bounds.Top, (float)bounds.Right, (float)bounds.Bottom);
                        surface.Canvas.Save();
                        surface.Canvas.ClipRect(SKRect.Union(before, now));
                        surface.Canvas.Clear(SKColors.Transparent);
                        surface.Canvas.DrawPicture(recorded[i]);
                        surface.Canvas.Restore();
                        before = now;
                    }
                }
            );
            parts[$"{name}: ours / Skia alone"] = Measure.Median(a) / Measure.Median(b);
            parts[$"{name}: ms a frame, ours"] = Measure.Median(a) / frames.Count;
            (ours, theirs) = (ours + Measure.Median(a), theirs + Measure.Median(b));
            foreach (var picture in recorded)
            {
                picture.Dispose();
            }
        }
        return Task.FromResult(
            new Measure("package", "evaluate and paint distinct frames of all demo graphics / the same Skia calls alone", ours / theirs, "<= 1.15", parts)
        );
    }

    private static List<int> DistinctOf(Cli.GraphicFile graphic)
    {
        var (distinct, frame) = (new List<int>(), 0);
        foreach (var (_, times) in FramePipeline.Runs(graphic.Evaluator, HandoffPlan.Whole(graphic.Graphic, FileKind.Prores, Backing.None)))
        {
            distinct.Add(frame);
            frame += times;
        }
        var step = Math.Max(1, distinct.Count / Most);
        return [.. distinct.Where((_, i) => i % step == 0)];
    }

    private static SKPicture Recorded(ScenePainter painter, Scene.PaintList.SceneMoment scene, int width, int height)
    {
        using var recorder = new SKPictureRecorder();
        painter.Paint(recorder.BeginRecording(new SKRect(0, 0, width, height)), scene);
        return recorder.EndRecording();
    }
}
