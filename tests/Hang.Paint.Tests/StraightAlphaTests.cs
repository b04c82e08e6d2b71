using Hang.Paint.Pixels;
using Hang.Scene.Geometry;

namespace Hang.Paint.Tests;

public class StraightAlphaTests
{
    /// <summary>Every pair of component and alpha, against c × 255 / α rounded to the nearest step.</summary>
    [Fact]
    public void EveryPremultipliedPixelIsDividedToTheNearestStep()
    {
        var source = new byte[256 * 256 * 4];
        for (var a = 0; a < 256; a++)
        {
            for (var c = 0; c < 256; c++)
            {
                var p = (a * 256 + c) * 4;
                (source[p], source[p + 1], source[p + 2], source[p + 3]) = ((byte)Math.Min(c, a), 0, (byte)a, (byte)a);
            }
        }
        var target = new byte[source.Length];
        StraightAlpha.Convert(source, target, 256, 256, new Box(0, 0, 256, 256), Box.Empty);
        for (var a = 1; a < 256; a++)
        {
            for (var c = 0; c <= a; c++)
            {
                var p = (a * 256 + c) * 4;
                Assert.Equal((int)Math.Floor(c * 255.0 / a + 0.5), target[p]);
                Assert.Equal(255, target[p + 2]);
                Assert.Equal(a, target[p + 3]);
            }
        }
    }

    [Fact]
    public void ColourIsBledUnderZeroAlphaAndEarlierFramesAreCleared()
    {
        const int Side = 100;
        var source = new byte[Side * Side * 4];
        for (var y = 40; y < 60; y++)
        {
            for (var x = 40; x < 60; x++)
            {
                source[(y * Side + x) * 4] = 128;
                source[(y * Side + x) * 4 + 3] = 128;
            }
        }
        var target = new byte[source.Length];
        var written = StraightAlpha.Convert(source, target, Side, Side, new Box(40, 40, 60, 60), Box.Empty);
        int[] At(int x, int y) => [.. target.Skip((y * Side + x) * 4).Take(4).Select(b => (int)b)];
        Assert.Equal([255, 0, 0, 128], At(50, 50));
        Assert.Equal([255, 0, 0, 0], At(30, 50));
        Assert.Equal([255, 0, 0, 0], At(50, 30));
        Assert.Equal([255, 0, 0, 0], At(65, 65));
        Assert.Equal([0, 0, 0, 0], At(5, 50));
        StraightAlpha.Convert(new byte[source.Length], target, Side, Side, Box.Empty, written);
        Assert.All(target, b => Assert.Equal(0, b));
    }
}
