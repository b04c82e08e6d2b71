using System.Diagnostics;
using Hang.Core.Evaluation;
using Hang.Paint.Painting;

namespace Hang.Bench;

/// <summary>Painting one frame as the mean of 16 moments against painting the graphic at those 16 moments.</summary>
internal static class BlurMeasure
{
    private const int Moments = 16;
    private const int Rounds = 12;
    private const double Open = 0.5;

    public static Task<Measure> RunAsync()
    {
        using var file = Demo.Open();
        var evaluator = file.Evaluator;
        var frames = Enumerable.Range(1, Math.Max(1, file.Graphic.Phases.Arrive - 2)).ToArray();
        var blurred = frames.Select(f => Blurred(evaluator, f)).ToArray();
        var plain = frames.Select(f => Enumerable.Range(0, Moments).Select(i => Plain(evaluator, f + Open * (i + 0.5) / Moments)).ToArray()).ToArray();
        using var one = new FrameCanvas(file.Graphic.Width, file.Graphic.Height, 1, null, file.Pictures);
        using var many = new FrameCanvas(file.Graphic.Width, file.Graphic.Height, 1, null, file.Pictures);
        List<double> mean = [], single = [];
        for (var i = 0; i <= Rounds; i++)
        {
            var watch = Stopwatch.StartNew();
            foreach (var scene in blurred)
            {
                one.Paint(scene);
            }
            var first = watch.Elapsed.TotalMilliseconds;
            watch.Restart();
            foreach (var scene in plain.SelectMany(f => f))
            {
                many.Paint(scene);
            }
            if (i > 0)
            {
                mean.Add(first);
                single.Add(watch.Elapsed.TotalMilliseconds);
            }
        }
        return Task.FromResult(new Measure("blur", "16-sample motion blur / 16 plain paints", Measure.Median(mean) / Measure.Median(single), "<= 1.05", new()
        {
            ["ms a blurred frame"] = Measure.Median(mean) / frames.Length,
            ["ms for 16 plain frames"] = Measure.Median(single) / frames.Length,
        }));
    }

    private static Scene Plain(Evaluator evaluator, double time) => new(evaluator.Graphic.Width, evaluator.Graphic.Height, [.. evaluator.Contents.Select((c, i) => new DrawNode(c, Values(evaluator, i, time), []))]);

    /// <summary>Nodes that move within the shutter's time as 16 moments; the others as they are.</summary>
    private static Scene Blurred(Evaluator evaluator, int frame) => new(evaluator.Graphic.Width, evaluator.Graphic.Height,
    [
        .. evaluator.Contents.Select((c, i) =>
        {
            var moments = Enumerable.Range(0, Moments).Select(n => Values(evaluator, i, frame + Open * (n + 0.5) / Moments)).ToArray();
            return new DrawNode(c, Values(evaluator, i, frame), moments.All(m => m.AsSpan().SequenceEqual(moments[0])) ? [] : moments);
        }),
    ]);

    private static float[] Values(Evaluator evaluator, int node, double time)
    {
        var values = new float[Slots.Count(evaluator.Contents[node].Kind)];
        evaluator.Fill(node, time, values);
        return values;
    }
}
