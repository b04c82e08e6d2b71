using CsCheck;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

public class PathTests
{
    private static readonly Gen<Point> Points = Gen.Select(Gen.Double[-500, 500], Gen.Double[-500, 500], (x, y) => new Point(x, y));

    private static readonly Gen<CubicCurve> Curves = Gen.Select(Points, Points, Points, Points, (a, b, c, d) => new CubicCurve(a, b, c, d));

    /// <summary>The perimeter of an ellipse by the arithmetic-geometric mean (DLMF 19.8.6): 2π (a² - Σ 2^(n-1) c_n²) / AGM(a, b).</summary>
    [Theory]
    [InlineData(100, 100)]
    [InlineData(300, 120)]
    [InlineData(500, 5)]
    public void AnEllipseIsAsLongAsItsEllipticIntegral(double a, double b)
    {
        var (x, y, sum, power) = (a, b, (a * a - b * b) / 2, 1.0);
        while (Math.Abs(x - y) > 1e-15 * a)
        {
            var c = (x - y) / 2;
            (x, y) = ((x + y) / 2, Math.Sqrt(x * y));
            sum += power * c * c;
            power *= 2;
        }
        var expected = 2 * Math.PI * (a * a - sum) / x;
        Assert.Equal(expected, ArcLength.Of(new EllipseArc(new(7, -3), a, b, 0.4, 2 * Math.PI)), expected * 1e-6);
    }

    /// <summary>Against plain numeric integration of the speed: Simpson's rule with many small steps.</summary>
    [Fact]
    public void CubicCurvesAreAsLongAsSimpsonsRuleSays() =>
        Curves.Sample(
            curve =>
            {
                const int steps = 20_000;
                double sum = 0;
                for (var i = 0; i <= steps; i++)
                {
                    var v = curve.Velocity((double)i / steps);
                    sum +=
                        Math.Sqrt(v.X * v.X + v.Y * v.Y)
                        * (
                            i is 0 or steps ? 1
                            : i % 2 == 1 ? 4
                            : 2
                        );
                }
                Assert.Equal(sum / (3 * steps), ArcLength.Of(curve), sum / (3 * steps) * 1e-6 + 1e-6);
            },
            iter: 60
        );

    /// <summary>A curve that all but turns back on itself, which a coarse rule measures wrongly; against two million chords.</summary>
    [Fact]
    public void ANearCuspIsMeasuredToo() =>
        Assert.Equal(299.00587448849, ArcLength.Of(new CubicCurve(new(0, -64.5), new(2, 302.89473684210526), new(0, 0), new(0, 0.2625))), 1e-9);

    /// <summary>Equal steps in time are equal steps along the path, however uneven the handles are.</summary>
    [Fact]
    public void SpeedAlongAPathIsEvenWithinOnePerCent() =>
        Curves.Sample(
            curve =>
            {
                var path = new EvenPath(curve);
                const int frames = 50;
                for (var i = 0; i < frames; i++)
                {
                    // The piece between two frames is measured along the curve, by finely divided chords.
                    double way = 0;
                    var before = path.At((double)i / frames);
                    for (var n = 1; n <= 200; n++)
                    {
                        var next = path.At((i + n / 200.0) / frames);
                        way += Math.Sqrt((next.X - before.X) * (next.X - before.X) + (next.Y - before.Y) * (next.Y - before.Y));
                        before = next;
                    }
                    Assert.InRange(way * frames / path.Length, 0.99, 1.01);
                }
            },
            iter: 40
        );

    [Fact]
    public void APathGoesThroughItsPointsAndOnStraightBeyondThem()
    {
        var channel = Over([Bent(0, 0, 0, 0, 100), Bent(10, 200, 0, 0, -100)]);
        Assert.Equal(new(0, 0), channel.At(0));
        Assert.Equal(new(200, 0), channel.At(10));
        Assert.True(channel.At(5).Y > 60);
        // The settle overshoots: past the end it goes on in the direction of arrival, which is straight up.
        var settling = Over([Bent(0, 0, 0, 0, 100) with { Feel = new CubicBezierFeel(0.25, 0.9, 0.35, 1.25) }, Bent(10, 200, 0, 0, -100)]);
        Assert.Contains(Enumerable.Range(1, 9), f => settling.At(f) is { Y: < -0.5 } p && Math.Abs(p.X - 200) < 1e-6);
    }

    [Fact]
    public void AKeyframeAddedOnAPathLeavesItsShape()
    {
        var channel = Over([Bent(0, 0, 0, 40, 160), Bent(20, 300, 50, -60, 90)]);
        var split = channel.WithKeyAt(8, Feel.Linear);
        Assert.Equal(3, split.Keys.Length);
        for (var f = 0; f <= 20; f++)
        {
            Assert.Equal(channel.At(f).X, split.At(f).X, 0.05);
            Assert.Equal(channel.At(f).Y, split.At(f).Y, 0.05);
        }
    }

    /// <summary>A layer that faces along its path points along the chord of two moments close by; upright, it is mirrored on the way back instead.</summary>
    [Theory]
    [InlineData(Facing.Along)]
    [InlineData(Facing.Upright)]
    public void ALayerFacesAlongItsPath(Facing facing)
    {
        var path = Over([Bent(0, 100, 100, 120, 0), Bent(20, 300, 200, 0, 80), Bent(40, 100, 250, -120, 0)]);
        var plate = Samples.Plate("a", ("position", path), ("size", Const(40, 20))) with { Facing = facing };
        var evaluator = new Evaluator(Samples.Graphic(plate), Samples.Shaper);
        for (var f = 1; f < 40; f++)
        {
            var (a, b) = (path.At(f - 0.01), path.At(f + 0.01));
            var world = evaluator.Place(plate, f).World;
            var angle = Math.Atan2(b.Y - a.Y, b.X - a.X);
            Assert.Equal(Math.Cos(angle), world.A, 0.02);
            Assert.Equal(Math.Sin(angle), world.B, 0.02);
            Assert.Equal(facing == Facing.Upright && b.X < a.X, world.Determinant < 0);
        }
    }

    [Fact]
    public void ALayerThatStandsKeepsTheDirectionItCameIn()
    {
        var path = Over([new(10, new(0, 0), Feel.Linear), new(20, new(0, 100), Feel.Linear), new(30, new(0, 100), Feel.Linear)]);
        Assert.Equal(new(0, 1), path.Heading(0));
        Assert.Equal(new(0, 1), path.Heading(25));
        Assert.Equal(new(0, 1), path.Heading(90));
        Assert.Equal(default, Const(3, 3).Heading(4));
    }

    private static Keyframe Bent(int at, double x, double y, double dx, double dy) =>
        new(at, new(x, y), Feel.Linear) { Bend = new(new(-dx, -dy), new(dx, dy)) };
}
