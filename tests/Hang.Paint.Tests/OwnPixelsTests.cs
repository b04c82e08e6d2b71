using Hang.Paint.Filters;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Pixels;
using Hang.Scene.Geometry;
using Hang.Scene.PaintList;
using Hang.Tests.Shared;
using SkiaSharp;

namespace Hang.Paint.Tests;

/// <summary>Our own arithmetic on pixels against Skia's at full size, which a canvas whose pixels are not at hand still gets.</summary>
public sealed class OwnPixelsTests : IDisposable
{
    private const int Width = 320,
        Height = 200;

    private readonly PictureShelf pictures = new(_ => File.ReadAllBytes(Path.Combine(ProjectFolder.Root, "demo", "fernhollow-mark.png")));
    private readonly Blocks blocks = new();

    public void Dispose()
    {
        pictures.Dispose();
        blocks.Dispose();
    }

    /// <summary>W3C Filter Effects, feGaussianBlur. A keyed blur must go on evenly wherever the picture it is made of becomes smaller.</summary>
    [Fact]
    public void TwoHundredSigmasGoOnWithoutAStep()
    {
        var before = Array.Empty<byte>();
        for (var i = 0; i < 200; i++)
        {
            var sigma = 2f + i * 0.33f;
            var scene = Scene(l => l.Group("normal", 1, ListMaker.Step(Ops.Soften, sigma, sigma)).Fill(Shape.Box, [1, 1, 1, 1], Box(100, 60, 220, 140)).End());
            var (ours, theirs) = (Ours(scene), Theirs(scene));
            Assert.True(Worst(ours, theirs) <= 2, $"sigma {sigma}: {Worst(ours, theirs)} off Skia's at full size");
            if (before.Length > 0)
            {
                // A third of a pixel more moves an edge by its steepness at most: 255 / (σ √(2π)) a pixel, and two roundings.
                Assert.True(Worst(ours, before) <= 2 + 0.4 * 255 * 0.33 / (sigma - 0.33), $"sigma {sigma}: a step of {Worst(ours, before)}");
            }
            before = ours;
        }
    }

    /// <summary>What is painted of a frame before does not change what it looks like: pixels of small pictures lie where the frame's do.</summary>
    [Theory]
    [InlineData(3.3f)]
    [InlineData(9f)]
    [InlineData(40f)]
    public void APartLooksAsItDoesInTheWhole(float sigma)
    {
        var scene = Scene(l =>
            l.Group(
                    "normal",
                    0.8f,
                    ListMaker.Step(Ops.Cast, 10.3f, 6.6f, sigma, sigma, 0, 0, 0.4f, 0.6f, 0, 0),
                    ListMaker.Step(Ops.Inner, 4, 5, sigma, sigma, 1, 0, 0, 0.7f)
                )
                .Fill(Shape.Box, [0.2f, 0.5f, 0.8f, 0.9f], Box(60.4f, 50.2f, 200, 140))
                .End()
        );
        var whole = Ours(scene);
        foreach (var part in (SKRectI[])[new(3, 5, 140, 180), new(77, 61, 131, 90), new(150, 0, 320, 111)])
        {
            var found = Ours(scene, part);
            for (var y = part.Top; y < part.Bottom; y++)
            {
                var at = 4 * (y * Width + part.Left);
                Assert.Equal(whole.AsSpan(at, 4 * part.Width), found.AsSpan(at, 4 * part.Width));
            }
        }
    }

    [Fact]
    public void GradientsAreSkias()
    {
        var random = new Random(7);
        float Any() => (float)random.NextDouble();
        for (var i = 0; i < 60; i++)
        {
            var stops = Enumerable.Range(0, 2 + i % 4).Select(_ => Any()).Order().ToArray();
            // Jumps within and at either end.
            if (i % 3 == 0)
            {
                stops[^1] = stops[^2];
            }
            if (i % 5 == 0)
            {
                stops[1] = stops[0];
            }
            var numbers = stops.SelectMany(s => (float[])[s, Any(), Any(), Any(), i % 2 == 0 ? 1 : Any()]).ToArray();
            float[] local = [0.5f + Any(), Any() - 0.5f, Any() - 0.5f, 0.5f + Any(), 40 * Any(), 40 * Any()];
            float[] axis = i % 2 == 0 ? [Width * Any(), Height * Any(), Width * Any(), Height * Any(), 0, 0] : [150, 90, 0, 150, 90, 20 + 80 * Any()];
            var scene = Scene(l => l.Gradient(i % 2 == 0 ? "linear" : "radial", axis, local, numbers, Box(10.3f, 10.7f, 300, 190)));
            var (ours, theirs) = (Ours(scene), Theirs(scene));
            // Where colours jump, the last digit of a place decides.
            Assert.True(Off(ours, theirs, 1) <= 4 * Height, $"{i}: {Off(ours, theirs, 1)} are off, by {Worst(ours, theirs)}");
        }
    }

    [Fact]
    public void PicturesAreSkias()
    {
        var random = new Random(11);
        for (var i = 0; i < 60; i++)
        {
            var scale = 0.08f + 1.5f * (float)random.NextDouble();
            var turn = i % 3 == 0 ? 0 : random.NextDouble() * 6;
            float[] matrix =
            [
                scale * (float)Math.Cos(turn),
                scale * (float)Math.Sin(turn),
                -scale * (float)Math.Sin(turn),
                scale * (float)Math.Cos(turn),
                150,
                60,
            ];
            var scene = Scene(l => l.Place(matrix, 0.9f).Picture([0, 0, 0, 0], [0, 0, 150, 150]).End());
            Assert.InRange(Worst(Ours(scene), Theirs(scene)), 0, 4);
        }
    }

    [Fact]
    public void APictureAtWholePixelsIsCopied()
    {
        var size = pictures.Get("mark").Width;
        var scene = Scene(l => l.Place([1, 0, 0, 1, -30, 12], 1).Picture([0, 0, 0, 0], [0, 0, size, size]).End());
        Assert.Equal(Theirs(scene), Ours(scene));
    }

    [Fact]
    public void WhatHidesAllBehindIsFound()
    {
        float[] leaning = [-300, -5, 340, -5, 660, 210, -20, 210];
        static ListMaker Turned(ListMaker l, float[] shape) => l.Place([1, 0, 0, 1, 0, 0], 1).Mark(0, 0, 1, 1).Fill(Shape.Box, [0, 0.5f, 0, 1], shape).End();
        Assert.Equal(1, Last(l => Turned(l, Box(-2, -2, 330, 210))));
        Assert.Equal(1, Last(l => Turned(l, leaning)));
        Assert.Equal(1, Last(l => l.Group("normal", 1).Fill(Shape.Box, [0, 0.5f, 0, 1], leaning).Fill(Shape.Box, [0, 0, 0, 0.1f], leaning).End()));
        float[] stops = [0, 1, 0, 0, 1, 1, 0, 0, 1, 1];
        Assert.Equal(1, Last(l => l.Gradient("linear", [0, 0, 300, 0, 0, 0], [1, 0, 0, 1, 0, 0], stops, leaning)));
        Assert.Equal(-1, Last(l => l.Gradient("linear", [0, 0, 300, 0, 0, 0], [1, 0, 0, 1, 0, 0], [.. stops[..4], 0.9f, .. stops[5..]], leaning)));
        // Short by a pixel, letting something through, clipped, mixed in otherwise, not all of it there.
        Assert.Equal(1, Last(l => Turned(l, Box(0, 0, 320, 200))));
        Assert.Equal(-1, Last(l => Turned(l, Box(-2, -2, 319.9f, 210))));
        Assert.Equal(-1, Last(l => Turned(l, [-300, -5, 319, -5, 319.5f, 210, -20, 210])));
        Assert.Equal(-1, Last(l => l.Fill(Shape.Box, [0, 0.5f, 0, 0.99f], leaning)));
        Assert.Equal(-1, Last(l => l.Clip(Shape.Box, "no", 1, Box(0, 0, 50, 50)).Fill(Shape.Box, [0, 0.5f, 0, 1], leaning)));
        Assert.Equal(-1, Last(l => l.Group("multiply", 1).Fill(Shape.Box, [0, 0.5f, 0, 1], leaning).End()));
        Assert.Equal(-1, Last(l => l.Group("normal", 0.5f).Fill(Shape.Box, [0, 0.5f, 0, 1], leaning).End()));
        Assert.Equal(-1, Last(l => l.Group("normal", 1, ListMaker.Step(Ops.Soften, 3, 3)).Fill(Shape.Box, [0, 0.5f, 0, 1], leaning).End()));
        // Corners in no order make a shape with a crossing.
        Assert.Equal(-1, Last(l => l.Fill(Shape.Box, [0, 0.5f, 0, 1], [-9, -9, 900, 900, 900, -9, -9, 900])));
    }

    /// <summary>Numbers beyond all reason cost no more memory than the frame, and end.</summary>
    [Theory]
    [InlineData(1, 1e6f, 0)]
    [InlineData(1, 3e8f, 1e12f)]
    [InlineData(1e7f, 40, 30)]
    [InlineData(1e-7f, 1e9f, -1e9f)]
    public void WhatIsTooLargeToBeSeenIsPainted(float scale, float sigma, float far)
    {
        var scene = Scene(l =>
            l.Place([scale, 0, 0, scale, 0, 0], 1)
                .Group(
                    "normal",
                    0.8f,
                    ListMaker.Step(Ops.Soften, sigma, sigma),
                    ListMaker.Step(Ops.Cast, far, far, sigma, 3, 0, 0, 0.4f, 0.6f, 0, 0),
                    ListMaker.Step(Ops.Inner, far, 5, 2, sigma, 1, 0, 0, 0.7f)
                )
                .Fill(Shape.Box, [0.2f, 0.5f, 0.8f, 0.9f], Box(0, 0, 200, 140))
                .End()
                .End()
        );
        var before = GC.GetTotalMemory(false);
        Assert.Equal(4 * Width * Height, Ours(scene).Length);
        Assert.InRange(GC.GetTotalMemory(false) - before, long.MinValue, 64 << 20);
    }

    private static int Last(Action<ListMaker> write)
    {
        var behind = ListMaker.Make("behind", l => l.Fill(Shape.Box, [1, 0, 0, 1], Box(0, 0, 50, 50)));
        var front = ListMaker.Make("front", write);
        DrawNode[] nodes = [new(behind.Strip, behind.Row, []), new(front.Strip, front.Row, [])];
        return Covering.Last(nodes, SKMatrix.Identity, new(0, 0, Width, Height));
    }

    /// <summary>A blur's weights have the variance that is asked for, and one side of them ends at three standard deviations.</summary>
    [Fact]
    public void ABellIsAsWideAsItSays()
    {
        for (var sigma = 2.0; sigma < 40; sigma += 0.37)
        {
            var bell = Bell.Weights(sigma);
            Assert.Equal(1, bell[0] + 2 * bell.Skip(1).Sum(), 5);
            Assert.Equal(sigma * sigma, bell.Select((w, i) => 2.0 * i * i * w).Sum(), sigma * sigma * 1e-4);
            Assert.InRange(bell.Length, 3 * sigma - 1, 3 * sigma + 1);
        }
    }

    private static float[] Box(float left, float top, float right, float bottom) => [left, top, right, top, right, bottom, left, bottom];

    private static SceneMoment Scene(Action<ListMaker> write)
    {
        var made = ListMaker.Make("a", write);
        var scene = new SceneMoment(Width, Height, [new DrawNode(made.Strip, made.Row, [])]);
        // The bounds of groups are found with those of the whole.
        Assert.False(scene.Bounds.IsEmpty);
        return scene;
    }

    private byte[] Ours(SceneMoment scene, SKRectI? part = null)
    {
        using var painter = new ScenePainter(pictures);
        using var sheet = new Sheet(blocks, 0, 0, Width, Height);
        sheet.Canvas.ClipRect(part ?? sheet.Whole);
        painter.Paint(sheet, scene, SKColors.Transparent, SKMatrix.Identity);
        using var image = sheet.Image();
        return Read(image);
    }

    private byte[] Theirs(SceneMoment scene)
    {
        using var painter = new ScenePainter(pictures);
        using var surface = SKSurface.Create(new SKImageInfo(Width, Height, SKColorType.Rgba8888, SKAlphaType.Premul));
        painter.Paint(surface.Canvas, scene);
        using var image = surface.Snapshot();
        return Read(image);
    }

    private static byte[] Read(SKImage image)
    {
        using var pixmap = image.PeekPixels();
        return pixmap.GetPixelSpan().ToArray();
    }

    private static int Worst(byte[] a, byte[] b) => a.Zip(b).Max(p => Math.Abs(p.First - p.Second));

    private static int Off(byte[] a, byte[] b, int by) => a.Zip(b).Count(p => Math.Abs(p.First - p.Second) > by);
}
