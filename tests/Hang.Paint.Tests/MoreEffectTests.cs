using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Scene.Colour;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>Effects that are made of steps of their own, against what they mean.</summary>
public class MoreEffectTests
{
    private static Layer Square(string colour = "#FF0000") => Plate("a", 60, 60, 40, 40, colour);

    /// <summary>A blur across leaves the edges above and below as they are.</summary>
    [Fact]
    public void ABlurAcrossLeavesHeightsAsTheyAre()
    {
        using var canvas = Painted.Paint(Graphic(160, 160, Square().With("effects/e1/radius", Const(6)).With("effects/e1/share", new Value(1, 0))));
        Assert.Equal(0, At(canvas, 80, 58)[3]);
        Assert.InRange(At(canvas, 80, 61)[3], 250, 255);
        Assert.InRange(At(canvas, 60, 80)[3], 118, 145);
        Assert.InRange(At(canvas, 55, 80)[3], 40, 70);
    }

    /// <summary>The even mean along a line: of a square of 40 px moved along 80 px, each place has the share of the line that lies on it.</summary>
    [Fact]
    public void ADirectionalBlurIsTheEvenMean()
    {
        using var canvas = Painted.Paint(
            Graphic(200, 160, Square().WithEffect<DirectionalBlur>("e1").With("effects/e1/length", Const(80)).With("effects/e1/direction", Const(0)))
        );
        for (var x = 10; x < 190; x += 6)
        {
            var covered = Math.Max(0, Math.Min(x + 0.5 + 40, 100) - Math.Max(x + 0.5 - 40, 60)) / 80;
            Assert.InRange(At(canvas, x, 80)[3], covered * 255 - 5, covered * 255 + 5);
        }
        Assert.Equal(0, At(canvas, 80, 57)[3]);
        using var upright = Painted.Paint(
            Graphic(
                200,
                200,
                Square().WithEffect<DirectionalBlur>("e1").With("effects/e1/length", Const(80)).With("effects/e1/direction", Const(0)).With("turn", Const(90))
            )
        );
        Assert.InRange(At(upright, 80, 60)[3], 120, 135);
    }

    /// <summary>What a square passes over on its way: a hexagon, of the colour alone, without getting denser anywhere.</summary>
    [Fact]
    public void ALongShadowIsWhatThePicturePassesOver()
    {
        var layer = Square()
            .WithEffect<LongShadow>("e1")
            .With("effects/e1/length", Const(50 * Math.Sqrt(2)))
            .With("effects/e1/direction", Const(45))
            .With("effects/e1/fill", new Value(0, 0, 1, 0.5));
        using var canvas = Painted.Paint(Graphic(200, 200, layer));
        Assert.Equal([255, 0, 0, 255], At(canvas, 80, 80));
        foreach (var (x, y) in new[] { (110, 90), (110, 110), (140, 140), (145, 120) })
        {
            Assert.Equal([0, 0, 128, 128], At(canvas, x, y));
        }
        foreach (var (x, y) in new[] { (70, 125), (125, 70), (155, 152), (57, 80) })
        {
            Assert.Equal(0, At(canvas, x, y)[3]);
        }
        using var alone = Painted.Paint(Graphic(200, 200, layer.With("effects/e1/only", Const(1))));
        // 40 x 40 moved by 50, 50 covers 40² + 2 * 40 * 50.
        Assert.Equal((1600 + 4000) * 128 / 255.0, Covered(alone), 60.0);
    }

    [Theory]
    [InlineData(0.6)]
    [InlineData(5)]
    [InlineData(12)]
    [InlineData(-6)]
    public void AShadowGrowsByAsManyPixels(double grow)
    {
        var layer = Square()
            .WithEffect<DropShadow>("e1")
            .With("effects/e1/distance", Const(0))
            .With("effects/e1/softness", Const(0))
            .With("effects/e1/grow", Const(grow))
            .With("effects/e1/fill", new Value(0, 0, 1, 1))
            .With("effects/e1/only", Const(1));
        using var canvas = Painted.Paint(Graphic(160, 160, layer));
        var across = Enumerable.Range(0, 160).Sum(x => At(canvas, x, 80)[3] / 255.0);
        Assert.Equal(40 + 2 * grow, across, 1.3);
    }

    /// <summary>Black becomes the first colour, white the last, grey what lies between at its luminance; alpha stays.</summary>
    [Fact]
    public void AGradientMapGivesColoursByLuminance()
    {
        var ramp = PaintKind.Of(new(GradientType.Linear, 0, 0, 1, 0, 1, [new(0, new(0, 0, 1)), new(0.5, new(0, 1, 0)), new(1, new(1, 0, 0))]));
        int[] Of(string colour, double opacity = 1)
        {
            using var canvas = Painted.Paint(
                Graphic(160, 160, Square(colour).With("opacity", Const(opacity)).WithEffect<GradientMap>("e1").With("effects/e1/fill", ramp))
            );
            return At(canvas, 80, 80);
        }
        void Near(int[] wanted, int[] found) => Assert.All(wanted.Zip(found), p => Assert.InRange(p.Second, p.First - 2, p.First + 2));
        Near([0, 0, 255, 255], Of("#000000"));
        Near([255, 0, 0, 255], Of("#FFFFFF"));
        Near([0, 255, 0, 255], Of("#808080"));
        Near([0, 128, 128, 255], Of("#404040"));
        // The luminance of red is 0.2126 (Filter Effects, luminanceToAlpha).
        Near([0, 108, 147, 255], Of("#FF0000"));
        Near([0, 128, 0, 128], Of("#808080", 0.5));
    }
}
