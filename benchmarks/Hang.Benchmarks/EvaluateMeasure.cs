using System.Diagnostics;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Shaping;
using Hang.Scene.Motion;

namespace Hang.Benchmarks;

/// <summary>Evaluating a graphic of 200 layers against a plain loop over the same arithmetic on arrays.</summary>
internal static class EvaluateMeasure
{
    private static readonly int Rounds = Measure.Times(60, 1);

    /// <summary>Rounds that are not counted, in which the runtime still compiles what turns out to be hot.</summary>
    private static readonly int Warming = Measure.Times(40, 1);

    public static Task<Measure> RunAsync()
    {
        var graphic = ManyLayers.Make();
        var evaluator = new Evaluator(graphic, TypeShaper.Shipped);
        var plain = graphic.Layers.Select(l => new Plain(l)).ToArray();
        List<double> ours = [],
            loop = [];
        double sum = 0;
        for (var i = 0; i < Warming + Rounds; i++)
        {
            var watch = Stopwatch.StartNew();
            for (var frame = 0; frame < ManyLayers.Frames; frame++)
            {
                sum += evaluator.At(frame).Nodes[0].Values[4];
            }
            ours.Add(ManyLayers.Frames / watch.Elapsed.TotalSeconds);
            watch.Restart();
            var values = new float[26];
            for (var frame = 0; frame < ManyLayers.Frames; frame++)
            {
                foreach (var layer in plain)
                {
                    layer.Fill(frame, values);
                    sum += values[4];
                }
            }
            loop.Add(ManyLayers.Frames / watch.Elapsed.TotalSeconds);
            if (i < Warming)
            {
                ours.Clear();
                loop.Clear();
            }
        }
        return Task.FromResult(
            new Measure(
                "evaluate",
                "plain loop over the same arithmetic / evaluator, frames a second",
                Measure.Median(loop) / Measure.Median(ours),
                "<= 1.5",
                new()
                {
                    ["frames a second, evaluator"] = Measure.Median(ours),
                    ["frames a second, plain loop"] = Measure.Median(loop),
                    ["(sum, so that nothing is optimised away)"] = sum,
                }
            )
        );
    }

    /// <summary>Four keyed channels of a plate as arrays, and the matrix written out.</summary>
    private sealed class Plain(Layer layer)
    {
        private readonly Track position = new(layer.Own[LayerValues.Position]);
        private readonly Track turn = new(layer.Own[LayerValues.Turn]);
        private readonly Track opacity = new(layer.Own[LayerValues.Opacity]);
        private readonly Track scale = new(layer.Own[LayerValues.Scale]);

        public void Fill(int frame, float[] v)
        {
            var (x, y) = position.At(frame);
            var (angle, _) = turn.At(frame);
            var (o, _) = opacity.At(frame);
            var (sx, sy) = scale.At(frame);
            var (sin, cos) = Math.SinCos(angle * Math.PI / 180);
            const double px = 100,
                py = 50;
            v[0] = (float)(cos * sx);
            v[1] = (float)(sin * sx);
            v[2] = (float)(-sin * sy);
            v[3] = (float)(cos * sy);
            v[4] = (float)(x + px - cos * sx * px + sin * sy * py);
            v[5] = (float)(y + py - sin * sx * px - cos * sy * py);
            v[6] = (float)o;
        }
    }

    private sealed class Track(Channel channel)
    {
        private readonly int[] at = [.. channel.Keys.Select(k => k.At)];
        private readonly double[] xs = [.. channel.Keys.Select(k => k.Value.X)];
        private readonly double[] ys = [.. channel.Keys.Select(k => k.Value.Y)];
        private readonly Feel[] feels = [.. channel.Keys.Select(k => k.Feel)];

        public (double X, double Y) At(int frame)
        {
            var i = at.Length - 1;
            while (i > 0 && at[i] > frame)
            {
                i--;
            }
            if (i == at.Length - 1 || frame < at[0])
            {
                return (xs[i], ys[i]);
            }
            var t = feels[i].At((double)(frame - at[i]) / (at[i + 1] - at[i]));
            return (xs[i] * (1 - t) + xs[i + 1] * t, ys[i] * (1 - t) + ys[i + 1] * t);
        }
    }
}
