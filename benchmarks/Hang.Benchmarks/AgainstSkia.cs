using Hang.Core.Evaluation;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Benchmarks;

/// <summary>
/// Our frames, evaluated and painted, against the same picture by Skia's calls alone, recorded before and played again as a program written by hand would make
/// them: a group is a layer, an effect one of Skia's filters at full size.
/// </summary>
internal static class AgainstSkia
{
    /// <returns>Milliseconds of a turn over all frames, ours and Skia's, turn by turn.</returns>
    public static (List<double> Ours, List<double> Skias) Time(
        Evaluator evaluator,
        PictureShelf pictures,
        int width,
        int height,
        IReadOnlyList<int> frames,
        int turns
    )
    {
        using var painter = new ScenePainter(pictures);
        var scenes = frames.Select(evaluator.At).ToArray();
        var recorded = scenes.Select(s => Recorded(painter, s, width, height)).ToArray();
        using var canvas = new FrameCanvas(width, height, null, pictures);
        using var surface = SKSurface.Create(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul));
        var times = Measure.Alternate(
            turns,
            () =>
            {
                pictures.ForgetGroups();
                foreach (var frame in frames)
                {
                    canvas.Paint(evaluator.At(frame));
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
        foreach (var picture in recorded)
        {
            picture.Dispose();
        }
        return times;
    }

    private static SKPicture Recorded(ScenePainter painter, SceneMoment scene, int width, int height)
    {
        using var recorder = new SKPictureRecorder();
        painter.Paint(recorder.BeginRecording(new SKRect(0, 0, width, height)), scene);
        return recorder.EndRecording();
    }
}
