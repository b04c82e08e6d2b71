using Hang.Core.Contents;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Colour;
using Hang.Scene.Values;
using SkiaSharp;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>Pictures without their ground, and in one colour.</summary>
public class RecolourTests
{
    private const string Hash = "sha256-0000000000000000000000000000000000000000000000000000000000000000";

    /// <summary>A red disc of 100 px on white, its edge smooth.</summary>
    private static byte[] Disc()
    {
        using var surface = SKSurface.Create(new SKImageInfo(120, 120));
        surface.Canvas.Clear(SKColors.White);
        using var paint = new SKPaint { IsAntialias = true, Color = SKColors.Red };
        surface.Canvas.DrawCircle(60, 60, 50, paint);
        using var image = surface.Snapshot();
        using var png = image.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }

    private static FrameCanvas Paint(Layer layer)
    {
        var canvas = new FrameCanvas(120, 120, null, new PictureShelf(h => h == Hash ? Disc() : null));
        canvas.Paint(new Evaluator(Graphic(120, 120, layer), TypeShaper.Shipped).At(0));
        return canvas;
    }

    private static Layer Picture => Layer<PictureContent>("a").With("asset", Value.Of(Hash)).With("size", new Value(120, 120));

    [Fact]
    public void AFlatGroundGoesAndLeavesNoRim()
    {
        using var canvas = Paint(Picture.With("knockOut", Const(1)).With("tolerance", new Value(0.05)));
        Assert.Equal(0, At(canvas, 5, 5)[3]);
        Assert.Equal([255, 0, 0, 255], At(canvas, 60, 60));
        Assert.Equal(Math.PI * 2500, Covered(canvas), 160.0);
        for (var x = 0; x < 120; x++)
        {
            // Premultiplied: an edge that still held white would have green and blue in it.
            var p = At(canvas, x, 60);
            Assert.True(p[1] <= 12 && p[2] <= 12, $"{x}: {string.Join(" ", p)}");
        }
        using var whole = Paint(Picture);
        Assert.Equal([255, 255, 255, 255], At(whole, 5, 5));
    }

    /// <summary>What is left becomes one colour, a role's say: a logo follows the colourway.</summary>
    [Fact]
    public void WhatIsLeftIsPaintedInOneColour()
    {
        using var canvas = Paint(Picture.With("knockOut", Const(1)).With("oneColour", new Value(0, 0, 1, 1)));
        Assert.Equal([0, 0, 255, 255], At(canvas, 60, 60));
        Assert.Equal(0, At(canvas, 5, 5)[3]);
    }

    [Theory]
    [InlineData(Hash + "~FF8000~120", true)]
    [InlineData(Hash, false)]
    [InlineData(Hash + "~FF8000", false)]
    [InlineData(Hash + "~FF8000~1001", false)]
    [InlineData("../../x~FF8000~1", false)]
    public void IdsOfPicturesWithoutGroundAreExact(string text, bool good)
    {
        Assert.Equal(good, PictureId.Parse(text) is not null);
        Assert.Equal(good ? text : null, PictureId.Parse(text)?.ToString());
        Assert.Equal(new Rgba(1, 128 / 255.0, 0), good ? PictureId.Parse(text)!.Ground : new Rgba(1, 128 / 255.0, 0));
    }
}
