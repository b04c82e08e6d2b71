using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Paint.Painting;
using Hang.Paint.Shaping;
using Hang.Scene.PaintList;
using SkiaSharp;

namespace Hang.Benchmarks;

/// <summary>
/// A motion-blurred frame with moments 1 pixel apart against the comb of moments 3 pixels apart that it was before, each moment painted anew.
/// </summary>
internal static class BlurMeasure
{
    private static readonly int Rounds = Measure.Times(9, 1);
    private const int Apart = 3;

    public static Task<Measure> RunAsync()
    {
        using var file = Demo.Open();
        var graphic = GraphicRules.Demand(file.Graphic with { MotionBlur = new(true, 180) });
        var evaluator = new Evaluator(graphic, TypeShaper.Shipped);
        var scenes = Enumerable.Range(1, graphic.Phases.Arrive - 2).Select(evaluator.At).Where(s => s.Nodes.Any(n => n.Moments.Length > 0)).ToArray();
        var combs = scenes.Select(s => s.Nodes.Select(Thinned).ToImmutableArray()).ToArray();
        using var canvas = new FrameCanvas(graphic.Width, graphic.Height, null, file.Pictures);
        using var surface = SKSurface.Create(new SKImageInfo(graphic.Width, graphic.Height, SKColorType.Rgba8888, SKAlphaType.Premul));
        using var painter = new ScenePainter(file.Pictures);
        var (ours, comb) = Measure.Alternate(
            Rounds,
            () =>
            {
                file.Pictures.ForgetGroups();
                foreach (var scene in scenes)
                {
                    canvas.Paint(scene);
                }
            },
            () =>
            {
                for (var i = 0; i < scenes.Length; i++)
                {
                    Comb(surface.Canvas, painter, scenes[i], combs[i]);
                }
            }
        );
        return Task.FromResult(
            new Measure(
                "blur",
                "a frame with motion blur at 1 px / its comb at 3 px",
                Measure.Median(ours) / Measure.Median(comb),
                "<= 1.0",
                new()
                {
                    ["ms a frame, 1 px apart"] = Measure.Median(ours) / scenes.Length,
                    ["ms a frame, 3 px apart"] = Measure.Median(comb) / scenes.Length,
                    ["frames"] = scenes.Length,
                    ["most moments of a layer"] = scenes.Max(s => s.Nodes.Max(n => n.Moments.Length)),
                }
            )
        );
    }

    private static DrawNode Thinned(DrawNode node) => node with { Moments = [.. node.Moments.Where((_, i) => i % Apart == 0)] };

    /// <summary>What was done before: every moment is painted into a layer of half-precision numbers with its share.</summary>
    private static void Comb(SKCanvas canvas, ScenePainter painter, SceneMoment scene, ImmutableArray<DrawNode> nodes)
    {
        canvas.Clear(SKColors.Transparent);
        using var plus = new SKPaint { BlendMode = SKBlendMode.Plus };
        foreach (var node in nodes)
        {
            if (node.Moments.Length == 0)
            {
                painter.Paint(canvas, scene with { Nodes = [node] });
                continue;
            }
            var box = node.Moments.Aggregate(Scene.Geometry.Box.Empty, (all, row) => all.Union(Touched.By(node.Strip, row)));
            canvas.Save();
            canvas.ClipRect(new SKRect((float)box.Left - 1, (float)box.Top - 1, (float)box.Right + 1, (float)box.Bottom + 1));
            canvas.SaveLayer(new SKCanvasSaveLayerRec { Flags = SKCanvasSaveLayerRecFlags.F16ColorType });
            foreach (var moment in node.Moments)
            {
                // The share is in the place's opacity.
                var row = (float[])moment.Clone();
                row[6] /= node.Moments.Length;
                painter.Add(canvas, node.Strip, row);
            }
            canvas.Restore();
            canvas.Restore();
        }
    }
}
