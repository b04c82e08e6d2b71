using Hang.Core.Contents;
using Hang.Core.Layers;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>Lines whose width changes, and heads on any line.</summary>
public class TaperTests
{
    private static Layer Straight => Layer<Line>("a").With("start", new Value(20, 50)).With("end", new Value(180, 50)).With("width", Const(20));

    private static Layer Arc =>
        Layer<Ellipse>("a")
            .With("position", new Value(40, 40))
            .With("size", new Value(120, 120))
            .With("fill", new Value(1, 1, 1, 0))
            .With("stroke", Const(10))
            .With("strokeFill", new Value(1, 1, 1, 1));

    /// <summary>The area of a line that grows from nothing over its whole length is half of what it would be; with a least width, the mean of both.</summary>
    [Theory]
    [InlineData(1, 0, 0, 160 * 10)]
    [InlineData(1, 0, 0.5, 160 * 15)]
    [InlineData(0.5, 0.5, 0, 160 * 10)]
    [InlineData(0.25, 0, 0, 160 * 20 - 40 * 10)]
    public void AStraightLineTapers(double grow, double shrink, double least, double area)
    {
        using var canvas = Painted.Paint(Graphic(200, 100, Straight.With("taper", new Value(grow, shrink)).With("taperTo", Const(least))));
        Assert.InRange(Covered(canvas), area - 6, area + 6);
    }

    [Fact]
    public void ACircleTapersAlongItsLengthAndIsWholeWithAnEvenWidth()
    {
        using var even = Painted.Paint(Graphic(200, 200, Arc.With("taper", new Value(0.0001, 0)).With("taperTo", Const(1))));
        for (var i = 0; i < 200 * 200; i++)
        {
            // How far the middle of the pixel lies within the ring from 55 to 65 about 100, 100: half a pixel is all of it.
            var off = 5 - Math.Abs(Math.Sqrt(Math.Pow(i % 200 - 99.5, 2) + Math.Pow(i / 200 - 99.5, 2)) - 60);
            Assert.InRange(At(even, i % 200, i / 200)[3] / 255.0 - Math.Clamp(off + 0.5, 0, 1), -0.25, 0.25);
        }
        using var tapered = Painted.Paint(Graphic(200, 200, Arc.With("taper", new Value(1, 0))));
        Assert.InRange(Covered(tapered), Math.PI * 120 * 5 - 15, Math.PI * 120 * 5 + 15);
        // From nothing at the top, clockwise, to full width just before it: 7.5 at three quarters.
        Assert.Equal((0, 255), (At(tapered, 40 + 120 - 4, 100)[3], At(tapered, 40 - 3, 100)[3]));
        // What is drawn tapers, wherever it lies.
        using var half = Painted.Paint(Graphic(200, 200, Arc.With("taper", new Value(1, 0)).With("drawnTo", Const(0.5)).With("drawnOffset", Const(0.75))));
        Assert.InRange(Covered(half), Math.PI * 60 * 5 - 15, Math.PI * 60 * 5 + 15);
        Assert.Equal((0, 255), (At(half, 100, 160)[3], At(half, 100, 41)[3]));
    }

    /// <summary>SVG 2, section 13.5.3: a mitered corner of a right angle reaches √2 half widths out; a bevelled one is cut.</summary>
    [Theory]
    [InlineData("miter", 255)]
    [InlineData("bevel", 0)]
    [InlineData("round", 0)]
    public void CornersOfATaperedLineAreClosed(string join, int tip)
    {
        var line = Straight
            .With("start", new Value(20, 150))
            .With("end", new Value(150, 50))
            .With("elbow", Const(1))
            .With("strokeJoin", join)
            .With("taper", new Value(0.001, 0))
            .With("taperTo", Const(0.5));
        using var canvas = Painted.Paint(Graphic(200, 200, line));
        Assert.Equal((tip, 255, 255), (At(canvas, 11, 41)[3], At(canvas, 20, 50)[3], At(canvas, 15, 46)[3]));
    }

    /// <summary>The arrow that draws itself round three quarters of a ring: its tip is at the drawn end and points along the circle there.</summary>
    [Theory]
    [InlineData(0.25, 160, 100, 160, 70)]
    [InlineData(0.5, 100, 160, 130, 160)]
    [InlineData(0.75, 40, 100, 40, 130)]
    public void AnArrowSitsAtTheDrawnEndOfARing(double to, int tipX, int tipY, int tailX, int tailY)
    {
        var arrow = Arc.With("endHead", "arrow").With("drawnTo", Const(to));
        using var canvas = Painted.Paint(Graphic(200, 200, arrow));
        using var bare = Painted.Paint(Graphic(200, 200, Arc.With("drawnTo", Const(to))));
        // Just before the tip there is ink, just beyond none; 30 behind it the head is wider than the line.
        var (dx, dy) = ((tipX - tailX) / 30, (tipY - tailY) / 30);
        Assert.Equal((255, 0), (At(canvas, tipX - 4 * dx, tipY - 4 * dy)[3], At(canvas, tipX + 3 * dx, tipY + 3 * dy)[3]));
        Assert.Equal((255, 0), (At(canvas, tailX + 13 * dy, tailY - 13 * dx)[3], At(bare, tailX + 16 * dy, tailY - 16 * dx)[3]));
        Assert.True(Covered(canvas) > Covered(bare) + 300);
        // All round it has no end to sit at.
        using var round = Painted.Paint(Graphic(200, 200, Arc.With("endHead", "arrow")));
        using var whole = Painted.Paint(Graphic(200, 200, Arc));
        Assert.Equal(Covered(whole), Covered(round), 1e-9);
    }
}
