using Hang.Core.Contents;
using Hang.Core.Layers;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>Lines along the edges of shapes, by the definitions of SVG 2, section 13 (painting), and lengths by numeric integration.</summary>
public class StrokeTests
{
    private static readonly Value White = new(1, 1, 1, 1),
        Nothing = new(1, 1, 1, 0);

    private static Layer Shape<T>(double x, double y, double w, double h)
        where T : ContentKind =>
        Layer<T>("a").With("position", new Value(x, y)).With("size", new Value(w, h)).With("fill", Nothing).With("stroke", Const(10)).With("strokeFill", White);

    /// <summary>A line of 10 on a box of 100 × 60: on the edge, inside and outside of it, with mitered corners.</summary>
    [Theory]
    [InlineData("centre", 110.0 * 70 - 90 * 50)]
    [InlineData("inside", 100.0 * 60 - 80 * 40)]
    [InlineData("outside", 120.0 * 80 - 100 * 60)]
    public void TheLineLiesWhereItIsSaidTo(string place, double area)
    {
        using var canvas = Painted.Paint(Graphic(160, 120, Shape<Plate>(30, 30, 100, 60).With("strokePlace", place)));
        Assert.InRange(Covered(canvas), area - 1, area + 1);
        Assert.Equal(place != "inside", At(canvas, 27, 60)[3] == 255);
        Assert.Equal(place != "outside", At(canvas, 33, 60)[3] == 255);
    }

    /// <summary>
    /// SVG 2, section 13.5.5: a miter is cut to a bevel when it would reach further than the limit; at right angles its ratio is 1 / sin 45° = 1.414.
    /// </summary>
    [Theory]
    [InlineData("miter", 4, 110.0 * 70 - 90 * 50)]
    [InlineData("miter", 1.3, 110.0 * 70 - 90 * 50 - 4 * 12.5)]
    [InlineData("bevel", 4, 110.0 * 70 - 90 * 50 - 4 * 12.5)]
    [InlineData("round", 4, 110.0 * 70 - 90 * 50 - 4 * (25 - Math.PI * 25 / 4))]
    public void CornersAreJoinedAsSvgSays(string join, double limit, double area)
    {
        using var canvas = Painted.Paint(Graphic(160, 120, Shape<Plate>(30, 30, 100, 60).With("strokeJoin", join).With("strokeMiter", Const(limit))));
        Assert.InRange(Covered(canvas), area * 0.999 - 1.5, area * 1.001 + 1.5);
    }

    /// <summary>
    /// The perimeter of the ellipse by Simpson's rule over sqrt((a sin t)² + (b cos t)²); the drawn share is that share of it, wherever it begins.
    /// </summary>
    [Theory]
    [InlineData(0, 0.25, 0)]
    [InlineData(0.1, 0.75, 0.6)]
    [InlineData(0, 0.5, -0.2)]
    [InlineData(0, 1, 0.3)]
    [InlineData(0.4, 0.4, 0)]
    public void TheDrawnShareIsThatShareOfTheLength(double from, double to, double offset)
    {
        const int Steps = 2000;
        double F(double t) => Math.Sqrt(Math.Pow(80 * Math.Sin(t), 2) + Math.Pow(50 * Math.Cos(t), 2));
        var around =
            Enumerable
                .Range(0, Steps + 1)
                .Sum(i =>
                    (
                        i is 0 or Steps ? 1
                        : i % 2 == 0 ? 2
                        : 4
                    ) * F(2 * Math.PI * i / Steps)
                )
            * 2
            * Math.PI
            / Steps
            / 3;
        using var canvas = Painted.Paint(
            Graphic(
                200,
                140,
                Shape<Ellipse>(20, 20, 160, 100)
                    .With("stroke", Const(6))
                    .With("drawnFrom", Const(from))
                    .With("drawnTo", Const(to))
                    .With("drawnOffset", Const(offset))
            )
        );
        var wanted = 6 * around * (to - from);
        Assert.InRange(Covered(canvas), wanted * 0.994 - 0.5, wanted * 1.006 + 0.5);
    }

    /// <summary>The line begins at the top and goes clockwise: a quarter covers the top right and nothing else.</summary>
    [Fact]
    public void ARingDrawsItselfFromTheTopClockwise()
    {
        using var canvas = Painted.Paint(Graphic(140, 140, Shape<Ellipse>(20, 20, 100, 100).With("drawnTo", Const(0.25))));
        var s = Math.Sqrt(0.5) * 50;
        Assert.Equal(255, At(canvas, (int)(70 + s), (int)(70 - s))[3]);
        Assert.Equal(0, At(canvas, (int)(70 + s), (int)(70 + s))[3]);
        Assert.Equal(0, At(canvas, (int)(70 - s), (int)(70 - s))[3]);
    }

    /// <summary>SVG 2, section 13.5.6: dashes of 10 and gaps of 10 cover half; a phase of 10 covers what was free.</summary>
    [Fact]
    public void DashesAndTheirPhase()
    {
        Layer Dashed(double phase) => Shape<Plate>(20, 20, 100, 60).With("stroke", Const(4)).With("dashes", new Value(10, 10)).With("dashPhase", Const(phase));
        using var even = Painted.Paint(Graphic(140, 100, Dashed(0)));
        using var moved = Painted.Paint(Graphic(140, 100, Dashed(10)));
        Assert.Equal((255, 0), (At(even, 25, 20)[3], At(even, 35, 20)[3]));
        Assert.Equal((0, 255), (At(moved, 25, 20)[3], At(moved, 35, 20)[3]));
    }

    /// <summary>A quarter of a ring: π (R² - r²) / 4, by SVG's elliptical arc.</summary>
    [Theory]
    [InlineData(0.5, 90)]
    [InlineData(0, 120)]
    [InlineData(0.8, -200)]
    [InlineData(0.6, 360)]
    public void ARingCoversItsShareOfTheAngle(double hole, double sweep)
    {
        using var canvas = Painted.Paint(
            Graphic(140, 140, Shape<Ring>(20, 20, 100, 100).With("stroke", Const(0)).With("fill", White).With("hole", Const(hole)).With("sweep", Const(sweep)))
        );
        var wanted = Math.PI * 2500 * (1 - hole * hole) * Math.Abs(sweep) / 360;
        Assert.InRange(Covered(canvas), wanted * 0.995, wanted * 1.005);
    }

    /// <summary>A whole ring has no seam where it begins.</summary>
    [Fact]
    public void AWholeRingHasNoSeam()
    {
        using var canvas = Painted.Paint(
            Graphic(140, 140, Shape<Ring>(20, 20, 100, 100).With("stroke", Const(0)).With("fill", White).With("begin", Const(37)))
        );
        for (var degrees = 0; degrees < 360; degrees++)
        {
            var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
            Assert.InRange(At(canvas, (int)Math.Floor(70 + 42.5 * sin), (int)Math.Floor(70 - 42.5 * cos))[3], 253, 255);
        }
    }

    /// <summary>A regular polygon of n points in a circle: n / 2 r² sin(2π / n); a star takes its dents away.</summary>
    [Theory]
    [InlineData(3, 0)]
    [InlineData(6, 0)]
    [InlineData(5, 0.5)]
    [InlineData(60, 0.2)]
    public void StarsAndPolygonsCoverTheirArea(int points, double depth)
    {
        using var canvas = Painted.Paint(
            Graphic(
                140,
                140,
                Shape<Star>(20, 20, 100, 100).With("stroke", Const(0)).With("fill", White).With("points", Const(points)).With("depth", Const(depth))
            )
        );
        var inner = 50 * Math.Cos(Math.PI / points) * (1 - depth);
        var wanted = points * 50 * inner * Math.Sin(Math.PI / points);
        Assert.InRange(Covered(canvas), wanted * 0.99, wanted * 1.01);
        Assert.InRange(At(canvas, 70, 26)[3], points == 60 ? 0 : 100, 255);
    }

    /// <summary>A leaning panel is a parallelogram: the same area, its top to the right and its foot to the left.</summary>
    [Fact]
    public void APlateLeans()
    {
        var plate = Shape<Plate>(40, 20, 80, 80).With("stroke", Const(0)).With("fill", White).With("lean", new Value(40, 40));
        using var canvas = Painted.Paint(Graphic(160, 120, plate));
        Assert.InRange(Covered(canvas), 6390, 6410);
        Assert.Equal((0, 255), (At(canvas, 50, 25)[3], At(canvas, 130, 25)[3]));
        Assert.Equal((255, 0), (At(canvas, 30, 95)[3], At(canvas, 110, 95)[3]));
    }

    [Fact]
    public void CornersAreCutOffStraight()
    {
        using var canvas = Painted.Paint(
            Graphic(
                160,
                120,
                Shape<Plate>(20, 20, 100, 80).With("stroke", Const(0)).With("fill", White).With("corners", new Value(20, 0, 10, 0)).With("cornerCut", "cut")
            )
        );
        Assert.InRange(Covered(canvas), 8000 - 200 - 50 - 2, 8000 - 200 - 50 + 2);
    }

    /// <summary>A fading line over a fading fill is one picture: no darker seam where they overlap.</summary>
    [Fact]
    public void FillAndLineFadeAsOne()
    {
        using var canvas = Painted.Paint(Graphic(140, 120, Shape<Plate>(20, 20, 100, 80).With("fill", new Value(1, 0, 0, 1)).With("opacity", Const(0.5))));
        Assert.Equal([128, 128, 128, 128], At(canvas, 22, 60));
        Assert.Equal([128, 0, 0, 128], At(canvas, 60, 60));
    }
}
