using Hang.Core.Contents;
using Hang.Core.Layers;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

public class LineTests
{
    private static Layer From(double x, double y, double toX, double toY) =>
        Layer<Line>("a").With("start", new Value(x, y)).With("end", new Value(toX, toY)).With("width", Const(10)).With("fill", new Value(1, 1, 1, 1));

    /// <summary>SVG 2, stroke-linecap: butt ends where the line does, square and round reach half a width further.</summary>
    [Theory]
    [InlineData("butt", 100 * 10)]
    [InlineData("square", 110 * 10)]
    [InlineData("round", 100 * 10 + Math.PI * 25)]
    public void ALineEndsAsSvgSays(string cap, double area)
    {
        using var canvas = Painted.Paint(Graphic(160, 60, From(30, 30, 130, 30).With("cap", cap)));
        Assert.InRange(Covered(canvas), area - 2, area + 2);
    }

    [Fact]
    public void AnElbowRunsLevelBeforeTheEnd()
    {
        using var canvas = Painted.Paint(Graphic(200, 140, From(20, 120, 180, 20).With("elbow", Const(0.5))));
        Assert.Equal((255, 255, 0), (At(canvas, 140, 20)[3], At(canvas, 60, 70)[3], At(canvas, 140, 45)[3]));
        // From 20, 120 to the elbow at 100, 20 and level to the end, with its mitered corner.
        var length = Math.Sqrt(80 * 80 + 100 * 100) + 80;
        Assert.InRange(Covered(canvas), length * 10 * 0.98, length * 10 * 1.04);
    }

    /// <summary>The head's tip is where the drawn line ends, it points along it, and it is as long as is said: 4 widths.</summary>
    [Theory]
    [InlineData(1, 170)]
    [InlineData(0.5, 100)]
    public void AnArrowSitsAtTheDrawnEnd(double to, int tip)
    {
        using var canvas = Painted.Paint(Graphic(200, 80, From(30, 40, 170, 40).With("endHead", "arrow").With("drawnTo", Const(to))));
        Assert.Equal((255, 0), (At(canvas, tip - 3, 40)[3], At(canvas, tip + 1, 40)[3]));
        // 38 before the tip its half width is 19; the line's own is 5.
        Assert.Equal((255, 0), (At(canvas, tip - 38, 40 + 16)[3], At(canvas, tip - 42, 40 + 16)[3]));
        Assert.Equal(255, At(canvas, 35, 40)[3]);
        Assert.InRange(Covered(canvas), (tip - 30 - 40) * 10 + 40 * 40 / 2.0 - 12, (tip - 30 - 40) * 10 + 40 * 40 / 2.0 + 12);
    }

    [Fact]
    public void AHeadTurnsWithTheLine()
    {
        using var canvas = Painted.Paint(Graphic(120, 200, From(60, 20, 60, 180).With("endHead", "arrow").With("startHead", "dot")));
        Assert.Equal((255, 0), (At(canvas, 60, 177)[3], At(canvas, 60, 183)[3]));
        Assert.Equal((255, 255), (At(canvas, 76, 143)[3], At(canvas, 60, 3)[3]));
    }

    [Fact]
    public void NothingDrawnIsNothing()
    {
        using var canvas = Painted.Paint(Graphic(160, 60, From(30, 30, 130, 30).With("endHead", "arrow").With("startHead", "dot").With("drawnTo", Const(0))));
        Assert.Equal(0, Covered(canvas));
    }
}
