using Hang.Core.Contents;
using Hang.Scene.Geometry;
using Hang.Scene.Values;

namespace Hang.Core.Tests;

/// <summary>Shapes read by length, and turned into points.</summary>
public class CourseTests
{
    private static ShapePath Circle(double radius)
    {
        var numbers = new float[Shape.Count(Shape.Ellipse)];
        Shape.WriteEllipse(new(-radius, -radius, radius, radius), numbers);
        return new(Shape.Ellipse, numbers);
    }

    /// <summary>SVG 2, section 9.6.1: the length along a path; that of a circle is known.</summary>
    [Fact]
    public void ACircleIsReadByItsLength()
    {
        var course = Circle(100).Course();
        Assert.Equal(2 * Math.PI * 100, course.Length, 1e-5);
        Assert.True(course.IsRound);
        for (var i = 0; i <= 40; i++)
        {
            // From the top, clockwise.
            var angle = 2 * Math.PI * i / 40;
            var (place, along) = course.At(i / 40.0);
            Assert.Equal((100 * Math.Sin(angle), -100 * Math.Cos(angle)), (place.X, place.Y), Near);
            Assert.Equal((Math.Cos(angle), Math.Sin(angle)), (along.X, along.Y), Near);
        }
    }

    /// <summary>SVG 2, section 9.6.1: lengths by numeric integration of the speed, to a millionth; shares of them come back.</summary>
    [Fact]
    public void LengthsAreThoseOfNumericIntegration()
    {
        var random = new Random(3);
        double N() => random.Next(-300, 300);
        for (var i = 0; i < 60; i++)
        {
            ICurve curve =
                i % 2 == 0
                    ? new CubicCurve(new(N(), N()), new(N(), N()), new(N(), N()), new(N(), N()))
                    : new ConicCurve(new(N(), N()), new(N(), N()), new(N(), N()), 0.2 + random.NextDouble());
            var contour = new Contour([curve], false);
            Assert.Equal(1, contour.Length / ArcLength.Of(curve), 1e-6);
            foreach (var share in new[] { 0.13, 0.5, 0.91 })
            {
                var place = contour.At(share * contour.Length).Place;
                var t = Enumerable
                    .Range(0, 20001)
                    .Select(n => n / 20000.0)
                    .MinBy(n => Math.Pow(curve.At(n).X - place.X, 2) + Math.Pow(curve.At(n).Y - place.Y, 2));
                Assert.Equal(share, ArcLength.Of(curve, 0, t) / contour.Length, 2e-3);
            }
        }
    }

    [Fact]
    public void AnOpenPathGoesOnStraightAndAClosedOneRound()
    {
        var open = new ShapePath("MLL", [0, 0, 100, 0, 100, 50]).Course();
        Assert.Equal(150, open.Length, 1e-9);
        Assert.Equal((new Point(-30, 0), new Point(1, 0)), open.Contours[0].At(-30));
        Assert.Equal((new Point(100, 70), new Point(0, 1)), open.Contours[0].At(170));
        var closed = new ShapePath("MLLLZ", [0, 0, 100, 0, 100, 100, 0, 100]).Course();
        Assert.Equal(400, closed.Length, 1e-9);
        Assert.Equal(new Point(0, 30), closed.Contours[0].At(-30).Place);
        Assert.Equal(new Point(30, 0), closed.Contours[0].At(430).Place);
    }

    [Fact]
    public void AConicAsCubicsCannotBeToldFromIt()
    {
        foreach (var radius in new[] { 10.0, 200, 4000 })
        {
            var quarter = new ConicCurve(new(0, -radius), new(radius, -radius), new(radius, 0), Math.Sqrt(0.5));
            foreach (var cubic in quarter.AsCubics())
            {
                for (var t = 0.0; t <= 1; t += 0.05)
                {
                    var p = cubic.At(t);
                    Assert.Equal(radius, Math.Sqrt(p.X * p.X + p.Y * p.Y), 0.025);
                }
            }
        }
    }

    [Fact]
    public void PointsOfAShapeAreTheShape()
    {
        var (points, closed) = PointPaths.Of(Circle(100));
        Assert.True(closed);
        Assert.Equal(0, points.Numbers.Count % 7);
        var box = PointPaths.BoxOf(points, true);
        Assert.Equal((-100, 100), (box.Left, box.Bottom), Near);
        // An open contour and a closed one: what is closed comes back to where it began.
        var mixed = PointPaths.Of(new ShapePath("MLMLLZ", [0, 0, 10, 0, 20, 0, 30, 0, 30, 10]));
        Assert.False(mixed.IsClosed);
        Assert.Equal("2 4", PointLayout.Of(mixed.Points.Numbers));
    }

    [Fact]
    public void VerbsMayStandAmongTheNumbers()
    {
        var shape = new ShapePath("MLQKCZ", [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 0.5f, 13, 14, 15, 16, 17, 18]);
        var room = new float[Shape.CountAsAny(shape) + 7];
        Shape.WriteAny(shape, room);
        var back = Shape.Expand(room);
        Assert.Equal(shape.Verbs, back.Verbs);
        Assert.Equal(shape.Numbers, back.Numbers);
        Assert.Equal(Shape.Bounds(shape.Verbs, shape.Numbers), Shape.Bounds(Shape.Any, room));
    }

    private static bool Near((double X, double Y) a, (double X, double Y) b) => Math.Abs(a.X - b.X) < 1e-4 && Math.Abs(a.Y - b.Y) < 1e-4;
}
