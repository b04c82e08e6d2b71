using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Core.Motion;
using Hang.Core.PaintList;
using Hang.Core.Typesetting;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using static Hang.Paint.Tests.Painted;
using static Hang.Tests.Shared.Making;

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
        Layer layer = kind == "plate" ? With(Plate("a", 0, 0, 60, 40, "#E0A030", 0.8), "position", Moving(10, 190)) : With(Type("Honey"), "position", Moving(10, 190)) with { Id = "a" };
        var graphic = Graphic(320, 120, layer) with { MotionBlur = Half };
        var evaluator = new Evaluator(graphic, TypeShaper.Shipped);
        const int frame = 4;
        var samples = evaluator.At(frame).Nodes.Single().Moments;
        Assert.InRange(samples.Length, 9, 10);
        using var blurred = Painted.Paint(graphic, frame);
        using var sharp = new FrameCanvas(320, 120, 1, null, new PictureShelf(_ => null));
        var sum = new double[blurred.Pixels.Length];
        foreach (var moment in samples)
        {
            sharp.Paint(new Scene(320, 120, [new DrawNode(evaluator.Strips[0], moment, [])]));
            for (var i = 0; i < sum.Length; i++)
            {
                sum[i] += sharp.Pixels[i] / (double)samples.Length;
            }
        }
        Assert.Contains(sum, v => v > 100);
        for (var i = 0; i < sum.Length; i++)
        {
            Assert.InRange(blurred.Pixels[i], sum[i] - 1.6, sum[i] + 1.6);
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
        var cut = With(Plate("a", 0, 0, 60, 40, "#FFFFFF"), "position", Over([new(0, new(0, 20), Feel.Hold), new(5, new(200, 20), Feel.Linear), new(9, new(200, 20), Feel.Linear)]));
        Assert.Empty(Samples(cut, Half, 4));
        Assert.Empty(Samples(cut, Half, 5));
    }

    /// <summary>W3C Filter Effects Module Level 1, feGaussianBlur: an edge becomes the Gaussian's integral, the error function; half at the edge itself.</summary>
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

    [Fact]
    public void TypeInPiecesLooksLikeTypeAsOneWhenItRests()
    {
        var type = Type("Bees hum\nin honey");
        using var whole = Painted.Paint(Graphic(400, 160, type));
        foreach (var by in Enum.GetValues<PieceKind>())
        {
            using var pieces = Painted.Paint(Graphic(400, 160, type with { Content = type.Content with { Values = TypeContent.WithStagger(type.Content.Values, new(by, 2)) } }));
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
