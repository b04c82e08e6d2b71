using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

public class DropShadowTests
{
    private static Layer Casting(double distance, double direction, double softness, bool only = false) =>
        Plate("a", 40, 40, 40, 40, "#FF0000")
            .WithEffect<DropShadow>("e1")
            .With("effects/e1/distance", Const(distance))
            .With("effects/e1/direction", Const(direction))
            .With("effects/e1/softness", Const(softness))
            .With("effects/e1/fill", new Value(0, 0, 1, 0.5))
            .With("effects/e1/only", Const(only ? 1 : 0));

    /// <summary>
    /// W3C Filter Effects, drop-shadow(): the alpha, moved and blurred, in the colour, under the picture. 10 px down at half blue: premultiplied 0, 0, 128,
    /// 128.
    /// </summary>
    [Fact]
    public void TheShadowLiesBehindInItsColour()
    {
        using var canvas = Painted.Paint(Graphic(120, 120, Casting(10, 90, 0)));
        Assert.Equal([255, 0, 0, 255], At(canvas, 60, 79));
        Assert.Equal([0, 0, 128, 128], At(canvas, 60, 85));
        Assert.Equal(0, At(canvas, 60, 91)[3]);
        Assert.Equal(0, At(canvas, 38, 60)[3]);
        using var alone = Painted.Paint(Graphic(120, 120, Casting(10, 90, 0, only: true)));
        Assert.Equal((0, 128), (At(alone, 60, 45)[3], At(alone, 60, 79)[3]));
    }

    [Fact]
    public void TheShadowTurnsWithItsLayer()
    {
        using var canvas = Painted.Paint(Graphic(120, 120, Casting(10, 90, 0).With("turn", Const(90))));
        Assert.Equal([0, 0, 128, 128], At(canvas, 35, 60));
        Assert.Equal(0, At(canvas, 60, 85)[3]);
    }

    /// <summary>Its blur is the Gaussian at every tenth of a pixel, as the blur of a layer is.</summary>
    [Fact]
    public void SixtyOneSoftnessesAreTheGaussianEach()
    {
        for (var i = 0; i <= 60; i++)
        {
            var plate = Plate("a", 50, -80, 20, 172, "#FFFFFF")
                .WithEffect<DropShadow>("e1")
                .With("effects/e1/distance", Const(0))
                .With("effects/e1/softness", Const(i / 10.0))
                .With("effects/e1/fill", new Value(0, 0, 0, 1))
                .With("effects/e1/only", Const(1));
            using var canvas = Painted.Paint(Graphic(120, 12, plate));
            var truth = BlurTests.Gaussian(i / 10.0, 50, 70);
            for (var x = 0; x < 120; x++)
            {
                Assert.True(Math.Abs(At(canvas, x, 6)[3] - truth[x]) <= 5, $"softness {i / 10.0}, x {x}: {At(canvas, x, 6)[3]}, not {truth[x]}");
            }
        }
    }
}
