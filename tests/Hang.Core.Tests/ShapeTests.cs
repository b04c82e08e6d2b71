using Hang.Core.Contents;
using Hang.Scene.Geometry;

namespace Hang.Core.Tests;

/// <summary>Shapes given by numbers, and which part of a line is drawn.</summary>
public class ShapeTests
{
    [Theory]
    [InlineData(0, 1, 0, 0, 1)]
    [InlineData(0, 1, 0.4, 0, 1)]
    [InlineData(0.25, 0.5, 0, 0.25, 0.5)]
    [InlineData(0.25, 0.5, 0.9, 0.15, 0.4)]
    [InlineData(0, 0.5, -0.25, 0.75, 1.25)]
    [InlineData(0, 0.5, 3, 0, 0.5)]
    [InlineData(0.5, 0.5, 0.3, 0, 0)]
    [InlineData(0.7, 0.2, 0, 0, 0)]
    [InlineData(-3, 9, 0, 0, 1)]
    public void TheDrawnPartGoesRoundWhereItPassesTheEnd(double from, double to, double offset, float begin, float end)
    {
        var drawn = Stroke.Drawn(from, to, offset);
        Assert.Equal(begin, drawn.From, 1e-6f);
        Assert.Equal(end, drawn.To, 1e-6f);
    }

    /// <summary>Whatever comes in, painters get a beginning within the length and no more than all of it.</summary>
    [Fact]
    public void TheDrawnPartIsNeverMoreThanAll()
    {
        for (var from = -0.5; from <= 1.5; from += 0.125)
        {
            for (var to = -0.5; to <= 1.5; to += 0.125)
            {
                for (var offset = -2.25; offset <= 2.25; offset += 0.375)
                {
                    var drawn = Stroke.Drawn(from, to, offset);
                    Assert.InRange(drawn.From, 0, 1);
                    Assert.InRange(drawn.To - drawn.From, 0, 1.000001f);
                }
            }
        }
    }

    [Theory]
    [InlineData(Shape.Box, 8)]
    [InlineData(Shape.RoundedBox, 5 * 2 + 4 * 5)]
    [InlineData(Shape.Ellipse, 2 + 4 * 5)]
    [InlineData("MQCZ", 2 + 4 + 6)]
    public void VerbsTakeTheirNumbers(string verbs, int numbers) => Assert.Equal(numbers, Shape.Count(verbs));

    [Fact]
    public void MovedPointsKeepTheirWeights()
    {
        var numbers = new float[Shape.Count(Shape.Ellipse)];
        Shape.WriteEllipse(new Box(0, 0, 40, 20), numbers);
        Shape.Map(Shape.Ellipse, numbers, (x, y) => (x + 5, y * 2));
        Assert.Equal(new Box(5, 0, 45, 40), Shape.Bounds(Shape.Ellipse, numbers));
        Assert.Equal(Shape.Quarter, numbers[6]);
    }

    [Fact]
    public void CutCornersAreConicsOfNoWeight()
    {
        var numbers = new float[Shape.Count(Shape.RoundedBox)];
        Shape.WriteRoundedBox(new Box(0, 0, 100, 60), 10, 20, 30, 5, numbers);
        Assert.Equal(4, numbers.Count(n => n == Shape.Quarter));
        Shape.Flatten(Shape.RoundedBox, numbers);
        Assert.DoesNotContain(Shape.Quarter, numbers);
        Assert.Equal(new Box(0, 0, 100, 60), Shape.Bounds(Shape.RoundedBox, numbers));
    }

    /// <summary>CSS Backgrounds 3, section 4.5: radii that overlap are reduced together, so a plate is never wider than its box.</summary>
    [Theory]
    [InlineData(500, 500, 500, 500)]
    [InlineData(0, 90, 90, 0)]
    [InlineData(1000, 1, 1000, 1)]
    public void RadiiThatOverlapStayWithinTheBox(double tl, double tr, double br, double bl)
    {
        var numbers = new float[Shape.Count(Shape.RoundedBox)];
        Shape.WriteRoundedBox(new Box(0, 0, 100, 60), tl, tr, br, bl, numbers);
        var bounds = Shape.Bounds(Shape.RoundedBox, numbers);
        Assert.InRange(bounds.Left, -1e-3, 1e-3);
        Assert.InRange(bounds.Right, 99.999, 100.001);
        Assert.InRange(bounds.Bottom, 59.999, 60.001);
    }
}
