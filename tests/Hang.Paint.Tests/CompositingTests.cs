using Hang.Core.Contents;
using Hang.Core.Evaluation;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.PaintList;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using SkiaSharp;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

public class CompositingTests
{
    public static TheoryData<double, double> Opacities
    {
        get
        {
            var data = new TheoryData<double, double>();
            foreach (var a in new[] { 0, 0.1, 0.35, 0.8, 1 })
            {
                foreach (var b in new[] { 0, 0.25, 0.5, 0.95, 1 })
                {
                    data.Add(a, b);
                }
            }
            return data;
        }
    }

    /// <summary>W3C Compositing and Blending Level 1, section 5.1, for premultiplied colour and alpha of two layers.</summary>
    [Theory]
    [MemberData(nameof(Opacities))]
    public void TwoLayersGiveTheColourAndAlphaOfTheFormula(double below, double above)
    {
        using var canvas = Painted.Paint(Graphic(16, 16, Plate("a", 0, 0, 16, 16, "#C86432", below), Plate("b", 0, 0, 16, 16, "#1E90FF", above)));
        var found = At(canvas, 8, 8);
        double[] back = [200, 100, 50, 255];
        double[] front = [30, 144, 255, 255];
        for (var i = 0; i < 4; i++)
        {
            var expected = front[i] * above + back[i] * below * (1 - above);
            Assert.InRange(found[i], expected - 1.5, expected + 1.5);
        }
    }

    [Fact]
    public void APictureIsDrawnInItsBoxWithItsOpacity()
    {
        using var bitmap = new SKBitmap(2, 1);
        bitmap.SetPixel(0, 0, SKColors.Red);
        bitmap.SetPixel(1, 0, SKColors.Blue);
        using var png = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        using var pictures = new PictureShelf(_ => png.ToArray());
        var layer = Layer<PictureContent>("p")
            .With("asset", "x")
            .With("position", new Value(10, 10))
            .With("size", new Value(80, 20))
            .With("opacity", new Value(0.5));
        using var canvas = new FrameCanvas(100, 40, null, pictures);
        canvas.Paint(new Evaluator(Graphic(100, 40, layer), TypeShaper.Shipped).At(0));
        Assert.Equal(0, At(canvas, 8, 20)[3]);
        Assert.InRange(At(canvas, 15, 20)[0], 126, 129);
        Assert.InRange(At(canvas, 85, 20)[2], 126, 129);
        Assert.InRange(At(canvas, 85, 20)[3], 126, 129);
    }

    [Fact]
    public void FadingTypeShowsNoSeamWhereLettersOverlap()
    {
        var type = Type("mmmm", "Inter", 900, 60);
        using var canvas = Painted.Paint(Graphic(300, 100, type.With("tracking", new Value(-300)).With("opacity", new Value(0.5))));
        for (var i = 3; i < canvas.Pixels.Length; i += 4)
        {
            Assert.InRange(canvas.Pixels[i], 0, 129);
        }
    }

    [Fact]
    public void AHalfSizeFrameIsTheFrameAtHalfSize()
    {
        var graphic = Graphic(200, 100, Plate("a", 40, 20, 100, 60, "#806040"));
        using var half = Painted.Paint(graphic, scale: 0.5);
        Assert.Equal((100, 50), (half.Width, half.Height));
        Assert.Equal([128, 96, 64, 255], At(half, 40, 25));
        Assert.Equal(0, At(half, 19, 25)[3]);
        Assert.Equal(255, At(half, 20, 25)[3]);
    }

    [Theory]
    [InlineData(Alignment.Left, 1.0)]
    [InlineData(Alignment.Centre, 0.5)]
    [InlineData(Alignment.Right, 0.0)]
    public void TypeIsSetToItsSideOfTheOrigin(Alignment align, double share)
    {
        var type = Type("Honey\nis", size: 40).With("align", new Value((int)align));
        var graphic = Graphic(600, 200, type.With("position", new Value(300, 60)));
        var node = new Evaluator(graphic, TypeShaper.Shipped).At(0).Nodes.Single();
        var mark = node.Values.Slice(node.Strip.Ops[1].Offset(Ops.Mark.Box), 4);
        var box = node.Matrix.Map(new Scene.Geometry.Box(mark[0], mark[1], mark[2], mark[3]));
        Assert.InRange((box.Right - 300) / box.Width, share - 0.06, share + 0.06);
        // Two lines at the default leading of 1.2: the second baseline lies 48 px lower.
        Assert.InRange(box.Height, 40 * 1.2 + 30, 40 * 1.2 + 60);
    }

    [Fact]
    public void KerningAndTrackingAreBothApplied()
    {
        var pair = TypeShaper.Shipped.Shape("AV", "Inter", 400).Advance;
        Assert.True(pair < TypeShaper.Shipped.Shape("A", "Inter", 400).Advance + TypeShaper.Shipped.Shape("V", "Inter", 400).Advance);
        var type = Type("AV", size: 100);
        double Width(double tracking) =>
            BoundsOf(new Evaluator(Graphic(600, 200, type.With("tracking", new Value(tracking))), TypeShaper.Shipped).At(0).Nodes.Single()).Width;
        Assert.Equal(20, Width(200) - Width(0), 3);
    }

    [Fact]
    public void RadiiThatOverlapAreReducedTogether()
    {
        // CSS Backgrounds 3, section 4.5: f = min(L / sum of radii) = 100 / 200, so every radius becomes 50 and the plate a circle.
        var plate = Plate("a", 0, 0, 100, 100, "#FFFFFF");
        using var canvas = Painted.Paint(Graphic(100, 100, plate.With("corners", new Value(100, 100, 100, 100))));
        double covered = 0;
        for (var i = 3; i < canvas.Pixels.Length; i += 4)
        {
            covered += canvas.Pixels[i] / 255.0;
        }
        Assert.Equal(Math.PI * 2500, covered, 16.0);
    }
}
