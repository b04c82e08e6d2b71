using Hang.Core.Contents;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

public class EllipseTests
{
    /// <summary>SVG 2, section 10.4: the points with (x - cx)² / rx² + (y - cy)² / ry² = 1; everything inside is filled. Its area is π rx ry.</summary>
    [Fact]
    public void AllInsideTheCurveIsFilledAndNothingElse()
    {
        var ellipse = Layer<Ellipse>("a").With("position", new Value(20, 10)).With("size", new Value(160, 80)).With("fill", new Value(1, 1, 1, 1));
        using var canvas = Painted.Paint(Graphic(200, 100, ellipse));
        double covered = 0;
        for (var y = 0; y < 100; y++)
        {
            for (var x = 0; x < 200; x++)
            {
                var alpha = At(canvas, x, y)[3];
                covered += alpha / 255.0;
                var distance = Math.Sqrt(Math.Pow((x + 0.5 - 100) / 80, 2) + Math.Pow((y + 0.5 - 50) / 40, 2));
                Assert.True(distance is > 0.97 and < 1.03 || alpha == (distance < 1 ? 255 : 0), $"{x}, {y}: {alpha}");
            }
        }
        Assert.InRange(covered / (Math.PI * 80 * 40), 0.995, 1.005);
    }
}
