using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Motion;
using Hang.Scene.PaintList;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

public class BlurTests
{
    private static readonly MotionBlur Half = new(true, 180);

    private static Channel Moving(double from, double to) => Over([new(0, new(from, 20), Feel.Linear), new(10, new(to, 20), Feel.Linear)]);

    private static Layer With(Layer layer, string name, Channel channel) => layer.With(name, channel);

    /// <summary>What film would have caught, by the definition: the mean of many moments, each painted by itself.</summary>
    [Theory]
    [InlineData("plate")]
    [InlineData("type")]
    public void AMovingLayerIsTheMeanOfItsMoments(string kind)
    {
        Layer layer =
            kind == "plate"
                ? With(Plate("a", 0, 0, 60, 40, "#E0A030", 0.8), "position", Moving(10, 190))
                : With(Type("Honey"), "position", Moving(10, 190)) with
                {
                    Id = "a",
                };
        var graphic = Graphic(320, 120, layer) with { MotionBlur = Half };
        var evaluator = new Evaluator(graphic, TypeShaper.Shipped);
        const int frame = 4;
        var samples = evaluator.At(frame).Nodes.Single().Moments;
        Assert.InRange(samples.Length, 9, 10);
        using var blurred = Painted.Paint(graphic, frame);
        using var sharp = new FrameCanvas(320, 120, null, new PictureShelf(_ => null));
        var sum = new double[blurred.Pixels.Length];
        // A pixel apart, moments of thin strokes would be seen one by one.
        float[][] many =
        [
            .. samples.SelectMany(
                (row, n) =>
                    Enumerable
                        .Range(0, 8)
                        .Select(i =>
                        {
                            var moment = (float[])row.Clone();
                            moment[4] += (samples[1][4] - samples[0][4]) * ((i + 0.5f) / 8 - 0.5f);
                            return moment;
                        })
            ),
        ];
        foreach (var moment in many)
        {
            sharp.Paint(new SceneMoment(320, 120, [new DrawNode(evaluator.Strips[0], moment, [])]));
            for (var i = 0; i < sum.Length; i++)
            {
                sum[i] += sharp.Pixels[i] / (double)many.Length;
            }
        }
        Assert.Contains(sum, v => v > 100);
        for (var i = 0; i < sum.Length; i++)
        {
            Assert.InRange(blurred.Pixels[i], sum[i] - 8, sum[i] + 8);
        }
    }

    /// <summary>A box moving evenly covers a pixel for a share of the time that falls evenly towards its ends: a trapezium.</summary>
    [Fact]
    public void AnEvenlyMovingEdgeIsARamp()
    {
        // 36 pixels a frame at 180 degrees: edges smear over 18 pixels, from where the layer is as the shutter opens.
        var graphic = Graphic(400, 80, With(Plate("a", 0, 0, 60, 40, "#FFFFFF"), "position", Moving(0, 360))) with { MotionBlur = Half };
        using var canvas = Painted.Paint(graphic, 5);
        int Alpha(int x) => At(canvas, x, 40)[3];
        Assert.Equal(0, Alpha(178));
        Assert.InRange((Alpha(188) + Alpha(189)) / 2, 115, 140);
        Assert.InRange(Alpha(220), 254, 255);
        Assert.InRange((Alpha(248) + Alpha(249)) / 2, 115, 140);
        Assert.Equal(0, Alpha(260));
    }

    [Fact]
    public void WhatStandsAndWhatIsToldNotToStaysSharp()
    {
        var moving = With(Plate("a", 0, 0, 60, 40, "#FFFFFF"), "position", Moving(0, 360));
        Assert.NotEmpty(Samples(moving, Half, 5));
        Assert.Empty(Samples(moving, Half, 15));
        Assert.Empty(Samples(moving with { MotionBlur = false }, Half, 5));
        Assert.Empty(Samples(moving, new(false, 180), 5));
        Assert.NotEmpty(Samples(moving with { MotionBlur = true }, new(false, 180), 5));
        Assert.Empty(Samples(moving, new(true, 0), 5));
        Assert.True(Samples(moving, new(true, 720), 5).Length > Samples(moving, new(true, 90), 5).Length);
    }

    /// <summary>A keyframe held until frame 5 must not shine through at frame 5: the shutter opens at the frame's moment.</summary>
    [Fact]
    public void ACutIsNotSmeared()
    {
        var cut = With(
            Plate("a", 0, 0, 60, 40, "#FFFFFF"),
            "position",
            Over([new(0, new(0, 20), Feel.Hold), new(5, new(200, 20), Feel.Linear), new(9, new(200, 20), Feel.Linear)])
        );
        Assert.Empty(Samples(cut, Half, 4));
        Assert.Empty(Samples(cut, Half, 5));
    }

    /// <summary>
    /// W3C Filter Effects Module Level 1, feGaussianBlur: an edge becomes the Gaussian's integral, the error function; half at the edge itself.
    /// </summary>
    [Fact]
    public void ABlurIsAGaussian()
    {
        var plate = With(Plate("a", 100, 20, 200, 160, "#FFFFFF"), "effects/e1/radius", Const(12));
        using var canvas = Painted.Paint(Graphic(400, 200, plate));
        double[] normal = [0.0228, 0.1587, 0.5, 0.8413, 0.9772];
        for (var i = 0; i < normal.Length; i++)
        {
            var x = 100 + (i - 2) * 12;
            var alpha = (At(canvas, x - 1, 100)[3] + At(canvas, x, 100)[3]) / 2.0;
            Assert.InRange(alpha, normal[i] * 255 - 5, normal[i] * 255 + 5);
        }
    }

    /// <summary>
    /// W3C Filter Effects Module Level 1, feGaussianBlur: the kernel G(x) = exp(-x² / 2σ²) / √(2πσ²). Every tenth of a pixel is a picture of its own
    /// wherever the kernel itself makes a difference of a step in 8 bits.
    /// </summary>
    [Fact]
    public void SixtyOneSigmasGiveTheGaussianEach()
    {
        var pictures = new HashSet<string>();
        var truths = new HashSet<string>();
        for (var i = 0; i <= 60; i++)
        {
            using var canvas = Painted.Paint(Graphic(120, 12, With(Plate("a", 50, -50, 20, 112, "#FFFFFF"), "effects/e1/radius", Const(i / 10.0))));
            var found = Enumerable.Range(0, 120).Select(x => At(canvas, x, 6)[3]).ToArray();
            var truth = Gaussian(i / 10.0, 50, 70);
            for (var x = 0; x < 120; x++)
            {
                Assert.True(Math.Abs(found[x] - truth[x]) <= 5, $"sigma {i / 10.0}, x {x}: {found[x]}, not {truth[x]}");
            }
            pictures.Add(string.Join(' ', found));
            truths.Add(string.Join(' ', truth.Select(t => Math.Round(t))));
        }
        Assert.Equal(truths.Count, pictures.Count);
        Assert.InRange(pictures.Count, 58, 61);
    }

    /// <summary>
    /// A row of pixels that is white from one edge to before another, convolved with the kernel: the mean over each whole pixel, by Simpson's rule over 40
    /// parts of it.
    /// </summary>
    internal static double[] Gaussian(double sigma, int from, int to) =>
        [
            .. Enumerable
                .Range(0, 120)
                .Select(x =>
                {
                    double At(double u) => sigma == 0 ? (u >= from && u < to ? 1 : 0) : Normal((u - from) / sigma) - Normal((u - to) / sigma);
                    if (sigma == 0)
                    {
                        return 255 * At(x + 0.5);
                    }
                    var sum = 0.0;
                    for (var i = 0; i < 40; i++)
                    {
                        sum += (At(x + i / 40.0) + 4 * At(x + (i + 0.5) / 40) + At(x + (i + 1) / 40.0)) / 240;
                    }
                    return 255 * sum;
                }),
        ];

    /// <summary>The normal distribution, within 1e-7 (Abramowitz and Stegun, 7.1.26; constants from memory).</summary>
    private static double Normal(double x)
    {
        var z = Math.Abs(x) / Math.Sqrt(2);
        var t = 1 / (1 + 0.3275911 * z);
        var erf = 1 - ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t * Math.Exp(-z * z);
        return x < 0 ? (1 - erf) / 2 : (1 + erf) / 2;
    }

    /// <summary>The corner of a square, where both axes are off at once.</summary>
    [Theory]
    [InlineData(0.3)]
    [InlineData(0.5)]
    [InlineData(1)]
    [InlineData(1.6)]
    [InlineData(3)]
    public void ACornerIsBlurredAsItsIntegralSays(double sigma)
    {
        using var canvas = Painted.Paint(Graphic(120, 120, With(Plate("a", 50, 50, 20, 20, "#FFFFFF"), "effects/e1/radius", Const(sigma))));
        var across = Gaussian(sigma, 50, 70);
        for (var y = 40; y < 80; y++)
        {
            for (var x = 40; x < 80; x++)
            {
                var truth = across[x] * across[y] / 255;
                Assert.True(Math.Abs(At(canvas, x, y)[3] - truth) <= 5, $"x {x}, y {y}: {At(canvas, x, y)[3]}, not {truth}");
            }
        }
    }

    /// <summary>Large blurs are as large as they say, and go on evenly where another way begins to be taken.</summary>
    [Theory]
    [InlineData(59)]
    [InlineData(60)]
    [InlineData(61)]
    [InlineData(120)]
    [InlineData(250)]
    [InlineData(490)]
    [InlineData(495)]
    public void ALargeBlurIsAsLargeAsItSays(double sigma)
    {
        var width = (int)(8 * sigma);
        using var canvas = Painted.Paint(Graphic(width, 8, With(Plate("a", width / 2, -3000, 6 * width, 6008, "#FFFFFF"), "effects/e1/radius", Const(sigma))));
        foreach (var at in (double[])[-1.5, -1, -0.5, 0, 0.5, 1, 1.5])
        {
            var truth = 255 * Normal(at);
            var found = At(canvas, width / 2 + (int)(at * sigma), 4)[3];
            Assert.True(Math.Abs(found - truth) <= 5, $"at {at}: {found}, not {truth}");
        }
    }

    /// <summary>An upright box on its way covers each pixel by the exact integral: 4 px a frame at 180 degrees, wherever it begins.</summary>
    [Theory]
    [InlineData(0, 4)]
    [InlineData(0.3, 4)]
    [InlineData(0.5, 7.4)]
    [InlineData(0.75, -3)]
    [InlineData(0, 0.9)]
    public void AnUprightBoxOnItsWayIsCoveredExactly(double begin, double speed)
    {
        var graphic = Graphic(200, 80, With(Plate("a", 0, 0, 30, 40, "#FFFFFF"), "position", Moving(100 + begin - 5 * speed, 100 + begin + 5 * speed))) with
        {
            MotionBlur = Half,
        };
        using var canvas = Painted.Paint(graphic, 5);
        var (first, last) = (100 + begin, 100 + begin + speed / 2);
        for (var x = 80; x < 160; x++)
        {
            var sum = 0.0;
            for (var i = 0; i < 2000; i++)
            {
                var left = first + (last - first) * (i + 0.5) / 2000;
                sum += Math.Max(0, Math.Min(x + 1, left + 30) - Math.Max(x, left)) / 2000;
            }
            Assert.True(Math.Abs(At(canvas, x, 40)[3] - 255 * sum) <= 2, $"x {x}: {At(canvas, x, 40)[3]}, not {255 * sum}");
        }
    }

    /// <summary>Edges between pixels cover what they cover, across and down.</summary>
    [Fact]
    public void UprightEdgesBetweenPixelsAreExact()
    {
        for (var i = 0; i < 20; i++)
        {
            var by = i / 20.0;
            using var canvas = Painted.Paint(Graphic(300, 120, Plate("a", 20 + by, 20 + by, 200, 60, "#FFFFFF")));
            foreach (var (x, y, share) in new[] { (20, 50, 1 - by), (220, 50, by), (100, 20, 1 - by), (100, 80, by) })
            {
                Assert.InRange(At(canvas, x, y)[3], 255 * share - 2, 255 * share + 2);
            }
        }
    }

    /// <summary>
    /// A shutter of 180 degrees is open for half a frame, so a line of 1 px that moves 10 px a frame covers 5 px, each for a fifth of that time: 51 of 255.
    /// </summary>
    [Fact]
    public void AMovingRuleIsASmearAndNoComb()
    {
        var row = RuleAt10(Rule);
        Assert.Equal(Enumerable.Range(140, 6), Enumerable.Range(0, 400).Where(x => row[x] > 0));
        Assert.All(Enumerable.Range(141, 4), x => Assert.InRange(row[x], 49, 53));
        // It comes into the first pixel and out of the last while the shutter is open.
        Assert.All((int[])[140, 145], x => Assert.InRange(row[x], 24, 27));
    }

    /// <summary>A mask that grows meanwhile makes it no move of the whole, so every moment is painted; the smear is as even.</summary>
    [Fact]
    public void AMovingRuleBehindAGrowingMaskIsASmearToo()
    {
        var row = RuleAt10(With(Rule, "mask", Over(new Keyframe(0, new(0, 0, 1, 0.6), Feel.Linear), new Keyframe(20, new(0, 0, 1, 1), Feel.Linear))));
        Assert.Equal(Enumerable.Range(140, 6), Enumerable.Range(0, 400).Where(x => row[x] > 0));
        Assert.All(Enumerable.Range(141, 4), x => Assert.InRange(row[x], 42, 60));
        Assert.InRange(row.Sum(), 250, 260);
    }

    private static Layer Rule =>
        With(Plate("a", 0, 0, 1, 80, "#FFFFFF"), "position", Over(new Keyframe(0, new(40, 0), Feel.Linear), new Keyframe(20, new(240, 0), Feel.Linear)));

    private static int[] RuleAt10(Layer rule)
    {
        using var canvas = Painted.Paint(Graphic(400, 80, rule) with { MotionBlur = Half }, 10);
        return [.. Enumerable.Range(0, 400).Select(x => At(canvas, x, 20)[3])];
    }

    /// <summary>A plate that is wiped on: painted once and let through, it is the mean of its moments, whichever edge of the mask moves.</summary>
    [Theory]
    [InlineData(0, 0, 0, 1, 0, 0, 1, 1)]
    [InlineData(1, 0, 1, 1, 0, 0, 1, 1)]
    [InlineData(0, 1, 1, 1, 0, 0, 1, 1)]
    [InlineData(0.2, 0, 0.3, 1, 0.6, 0, 0.9, 1)]
    public void AWipeIsTheMeanOfItsMoments(double l0, double t0, double r0, double b0, double l1, double t1, double r1, double b1)
    {
        var plate = With(
            Plate("a", 20.5, 10.25, 200, 60, "#C08040"),
            "mask",
            Over(new Keyframe(0, new(l0, t0, r0, b0), Feel.Linear), new Keyframe(10, new(l1, t1, r1, b1), Feel.Linear))
        );
        plate = plate.With("corners", new Value(12, 12, 0, 12)).With("opacity", new Value(0.9));
        var graphic = Graphic(240, 80, plate) with { MotionBlur = Half };
        var evaluator = new Evaluator(graphic, TypeShaper.Shipped);
        var node = evaluator.At(4).Nodes.Single();
        Assert.InRange(node.Moments.Length, 3, 40);
        using var canvas = Painted.Paint(graphic, 4);
        var mean = new double[canvas.Pixels.Length];
        foreach (var moment in node.Moments)
        {
            using var one = new FrameCanvas(240, 80, null, new PictureShelf(_ => null));
            one.Paint(new SceneMoment(240, 80, [new DrawNode(node.Strip, moment, [])]));
            for (var i = 0; i < mean.Length; i++)
            {
                mean[i] += one.Pixels[i] / (double)node.Moments.Length;
            }
        }
        for (var i = 0; i < mean.Length; i++)
        {
            Assert.True(Math.Abs(canvas.Pixels[i] - mean[i]) <= 3, $"{i / 4 % 240}, {i / 4 / 240}: {canvas.Pixels[i]}, not {mean[i]}");
        }
    }

    /// <summary>Strokes, type and growing masks are smeared evenly too: along the way no pixel is off from its neighbours as the teeth of a comb are.</summary>
    [Fact]
    public void FastTypeHasNoGhosts()
    {
        var type = With(Type("l", size: 120), "position", Over(new Keyframe(0, new(-400, 120), Feel.Linear), new Keyframe(10, new(800, 120), Feel.Linear)));
        using var canvas = Painted.Paint(Graphic(640, 160, type) with { MotionBlur = Half }, 5);
        var row = Enumerable.Range(0, 640).Select(x => At(canvas, x, 80)[3]).ToArray();
        var steps = Enumerable.Range(1, 639).Select(x => Math.Abs(row[x] - row[x - 1])).ToArray();
        Assert.InRange(row.Max(), 20, 120);
        // 120 px a frame: the stem is spread over 60 px, so brightness rises and falls by a few steps a pixel, never at once.
        Assert.InRange(steps.Max(), 1, 8);
    }

    [Fact]
    public void TypeInPiecesLooksLikeTypeAsOneWhenItRests()
    {
        var type = Type("Bees hum\nin honey");
        using var whole = Painted.Paint(Graphic(400, 160, type));
        foreach (var by in Enum.GetValues<PieceKind>())
        {
            using var pieces = Painted.Paint(
                Graphic(
                    400,
                    160,
                    type with
                    {
                        Content = type.Content with { Values = type.Content.Kind.InPieces!.WithComing(type.Content.Values, new(by, 2)) },
                    }
                )
            );
            // Skia samples the edges of one long path and of short ones a little differently, and where two letters share a pixel their coverage is added.
            var worst = 0;
            for (var i = 3; i < whole.Pixels.Length; i += 4)
            {
                worst = Math.Max(worst, Math.Abs(whole.Pixels[i] - pieces.Pixels[i]));
            }
            Assert.InRange(worst, 0, 40);
        }
    }

    private static float[][] Samples(Layer layer, MotionBlur blur, int frame) =>
        new Evaluator(Graphic(400, 80, layer) with { MotionBlur = blur }, TypeShaper.Shipped).At(frame).Nodes.Single().Moments;
}
