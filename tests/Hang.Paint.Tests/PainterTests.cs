using Hang.Core.Evaluation;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

public class PainterTests
{
    /// <summary>
    /// W3C Compositing and Blending Level 1, section 5.1, source-over: co = cs αs + cb αb (1 - αs), αo = αs + αb (1 - αs),
    /// worked for a half-opaque red and a 0.4 blue over it.
    /// </summary>
    [Fact]
    public void LayersAreBlendedSourceOver()
    {
        using var canvas = Painted.Paint(Graphic(40, 40, Plate("a", 0, 0, 40, 40, "#FF0000", 0.5), Plate("b", 0, 0, 40, 40, "#0000FF", 0.4)));
        double[] expected = [0.5 * (1 - 0.4) * 255, 0, 0.4 * 255, (0.4 + 0.5 * (1 - 0.4)) * 255];
        var found = At(canvas, 20, 20);
        for (var i = 0; i < 4; i++)
        {
            Assert.InRange(found[i], expected[i] - 1, expected[i] + 1);
        }
    }

    [Fact]
    public void AHalfCoveredPixelIsHalfOpaque()
    {
        using var canvas = Painted.Paint(Graphic(40, 40, Plate("a", 10.5, 10, 20, 20, "#FFFFFF")));
        Assert.InRange(At(canvas, 10, 20)[3], 126, 129);
        Assert.Equal(255, At(canvas, 11, 20)[3]);
        Assert.Equal(0, At(canvas, 9, 20)[3]);
    }

    [Fact]
    public void AMaskShowsOnlyItsPartOfTheBox()
    {
        var plate = Plate("a", 0, 0, 40, 40, "#FFFFFF");
        using var canvas = Painted.Paint(Graphic(40, 40, plate.With("mask", new Value(0, 0, 0.5, 1))));
        Assert.Equal(255, At(canvas, 19, 20)[3]);
        Assert.Equal(0, At(canvas, 20, 20)[3]);
    }

    /// <summary>The area of a quarter circle missing at each corner, (1 - π/4) r², counted in covered pixels.</summary>
    [Fact]
    public void CornersAreRoundedEachByItsRadius()
    {
        var plate = Plate("a", 0, 0, 100, 100, "#FFFFFF");
        using var canvas = Painted.Paint(Graphic(100, 100, plate.With("corners", new Value(40, 0, 20, 0))));
        double covered = 0;
        for (var i = 3; i < canvas.Pixels.Length; i += 4)
        {
            covered += canvas.Pixels[i] / 255.0;
        }
        Assert.Equal(10000 - (1 - Math.PI / 4) * (1600 + 400), covered, 8.0);
    }

    [Fact]
    public void AFrameIsPaintedTheSameOnAUsedCanvas()
    {
        var plate = Plate("a", 0, 20, 30, 30, "#C08030");
        plate = plate.With("position", Over([new(0, new(0, 20), Feel.Linear), new(29, new(150, 90), Feel.Linear)]));
        var evaluator = new Evaluator(Graphic(200, 150, plate, Type("Honey")), TypeShaper.Shipped);
        using var pictures = new PictureShelf(_ => null);
        using var used = new FrameCanvas(200, 150, null, pictures);
        foreach (var frame in new[] { 0, 13, 29, 5 })
        {
            using var fresh = new FrameCanvas(200, 150, null, pictures);
            used.Paint(evaluator.At(frame));
            fresh.Paint(evaluator.At(frame));
            Assert.True(used.Pixels.SequenceEqual(fresh.Pixels), $"frame {frame}");
        }
    }

    [Fact]
    public void NothingIsPaintedOutsideANodesBounds()
    {
        var type = Type("Ölgefäß jg", "Kaushan Script", size: 90);
        var graphic = Graphic(600, 200, type.With("position", new Value(60, 120)).With("turn", new Value(7)));
        var scene = new Evaluator(graphic, TypeShaper.Shipped).At(0);
        using var canvas = Painted.Paint(graphic);
        for (var y = 0; y < 200; y++)
        {
            for (var x = 0; x < 600; x++)
            {
                var inside = x >= scene.Bounds.Left && x < scene.Bounds.Right && y >= scene.Bounds.Top && y < scene.Bounds.Bottom;
                Assert.True(inside || At(canvas, x, y)[3] == 0, $"{x}, {y}");
            }
        }
    }

    /// <summary>At 0.33 a graphic of 1920 x 1080 is 633.6 x 356.4: the picture of 634 x 356 is covered to its last pixel.</summary>
    [Fact]
    public void APictureOfAnySizeIsCoveredToItsEdges()
    {
        using var canvas = new FrameCanvas(634, 356, null, new PictureShelf(_ => null));
        canvas.Paint(new Evaluator(Graphic(1920, 1080, Plate("p", 0, 0, 1920, 1080, "#FF0000")), TypeShaper.Shipped).At(0));
        Assert.Equal([255, 0, 0, 255], At(canvas, 633, 355));
        Assert.Equal([255, 0, 0, 255], At(canvas, 0, 0));
    }
}
