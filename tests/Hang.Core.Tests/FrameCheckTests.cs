using Hang.Core.Checks.Frames;
using Hang.Scene.Colour;

namespace Hang.Core.Tests;

/// <summary>Checks that look at painted frames, on frames of plain colours.</summary>
public sealed class FrameCheckTests
{
    private const int Width = 96,
        Height = 54;

    [Fact]
    public void TheCoverWindowIsTheLongestStretchWithoutAHole()
    {
        var watch = new CoverWatch();
        Show(watch, 0, 3, _ => 0);
        Show(watch, 3, 2, _ => 0xFF000000);
        Show(watch, 5, 1, i => i == 5 * Width + 7 ? 0xFE000000 : 0xFF0000FF);
        Show(watch, 6, 10, _ => 0xFF00FF00);
        Show(watch, 16, 4, _ => 0x80000000);
        Assert.Equal(new(6, 15, 11), watch.Window);
    }

    [Fact]
    public void WithoutAWindowTheSmallestHoleIsNamed()
    {
        var watch = new CoverWatch();
        Show(watch, 0, 1, _ => 0);
        Show(watch, 1, 1, i => i is 5 * Width + 7 or 5 * Width + 8 ? 0xFE000000 : 0xFF0000FF);
        Show(watch, 2, 1, i => i < 40 ? 0 : 0xFF0000FF);
        Assert.Null(watch.Window);
        Assert.Equal(new(1, 7, 5, 2), watch.Nearest);
    }

    [Fact]
    public void EmptyEndsAreCounted()
    {
        var watch = new EmptyWatch();
        Show(watch, 0, 4, _ => 0);
        Show(watch, 4, 1, i => i == 100 ? 0x40000000u : 0);
        Show(watch, 5, 9, _ => 0x02000000);
        Assert.Equal((4, 4), (watch.First, watch.Last));
    }

    /// <summary>A light that rises and falls within 24 frames: 24 close, 30 do not and 24 is the length to take.</summary>
    [Theory]
    [InlineData(24, true, null)]
    [InlineData(30, false, 24)]
    public void ASeamIsMeasuredAgainstTheUsualStep(int frames, bool closes, int? length)
    {
        var watch = new SeamWatch();
        for (var n = 0; n < frames; n++)
        {
            var grey = (uint)(20 * Math.Min(n % 24, 24 - n % 24));
            Show(watch, n, 1, _ => 0xFF000000 | grey | (grey << 8) | (grey << 16));
        }
        Assert.Equal((closes, length), (watch.Seam.Closes, watch.Seam.Length));
    }

    /// <summary>WCAG 2.2: more than three flashes within a second, each a pair of opposing changes of a tenth or more.</summary>
    [Theory]
    [InlineData(3, 0xFF000000, 0xFFFFFFFF, false)]
    [InlineData(5, 0xFF000000, 0xFFFFFFFF, true)]
    [InlineData(5, 0xFF707070, 0xFF787878, false)]
    [InlineData(5, 0xFFF4F4F4, 0xFFFFFFFF, false)]
    public void FlashesAreCountedWithinASecond(int perSecond, uint dark, uint light, bool harms)
    {
        var watch = new FlashWatch(new(30));
        for (var n = 0; n < 60; n++)
        {
            var isLight = n * perSecond * 2 / 30 % 2 == 1;
            Show(watch, n, 1, _ => isLight ? light : dark);
        }
        Assert.Equal(harms, watch.Worst.Harms);
    }

    /// <summary>A small place may flash, and what only moves by does not flash.</summary>
    [Fact]
    public void SmallPlacesAndMovingThingsDoNotFlash()
    {
        var (small, moving, red) = (new FlashWatch(new(30)), new FlashWatch(new(30)), new FlashWatch(new(30)));
        for (var n = 0; n < 60; n++)
        {
            Show(small, n, 1, i => i % Width < 8 && i / Width < 6 && n % 4 < 2 ? 0xFFFFFFFF : 0xFF000000);
            Show(moving, n, 1, i => Math.Abs(i % Width - n * 2) < 10 ? 0xFFFFFFFF : 0xFF000000);
            Show(red, n, 1, _ => n % 6 < 3 ? 0xFF0000FF : 0xFF000050);
        }
        Assert.False(small.Worst.Harms);
        Assert.False(moving.Worst.Harms);
        Assert.True(red.Worst.Red > Flashes.Most);
    }

    [Fact]
    public void TheSafestKeyColourIsFarFromEveryColourAndAWrongOneIsFound()
    {
        var watch = new KeyColourWatch();
        Show(watch, 0, 1, i => i % 2 == 0 ? 0xFF40B100 : 0);
        Show(watch, 1, 1, i => i % 2 == 0 ? 0xFFFFFFFF : 0x80404040);
        Assert.True(watch.Distance(Rgba.Parse("#00B140")).WouldKeyOut);
        Assert.False(watch.Safest.WouldKeyOut);
        Assert.True(watch.Safest.Distance > watch.Distance(Rgba.Parse("#0047BB")).Distance - 1e-9);
        // Half of the pixels are whole, the other half have half of their alpha, of which half mixes.
        Assert.Equal(0.5 * 0.498 / 1.502, watch.Spill, 2);
    }

    /// <summary>Many pixels at once are entered as each by itself: whatever colour is in the picture is found again, edges included.</summary>
    [Fact]
    public void EveryColourOfAPictureIsEntered()
    {
        var random = new Random(1);
        var (all, single) = (new KeyColourWatch(), new KeyColourWatch());
        var pixels = new uint[40 * 30];
        for (var i = 0; i < pixels.Length; i++)
        {
            var before = i > 0 && random.Next(3) == 0 ? pixels[i - 1] : (uint)random.NextInt64(1L << 24) | 0xFF000000;
            pixels[i] = before;
            single.See(new([before], 1, 1, i, 1, false));
        }
        all.See(new(pixels, 40, 30, 0, 1, false));
        foreach (var pixel in pixels)
        {
            var colour = new Rgba((pixel & 0xFF) / 255.0, ((pixel >> 8) & 0xFF) / 255.0, ((pixel >> 16) & 0xFF) / 255.0);
            Assert.InRange(all.Distance(colour).Distance, 0, 6);
            Assert.Equal(single.Distance(colour), all.Distance(colour));
        }
    }

    [Theory]
    [InlineData(97, 61)]
    [InlineData(48, 27)]
    [InlineData(33, 9000)]
    public void ACellIsTheMeanOfItsPixels(int width, int height)
    {
        var random = new Random(2);
        var pixels = Enumerable.Range(0, width * height).Select(i => i / width % 5 == 0 ? 0 : (uint)random.NextInt64(1L << 32)).ToArray();
        var thumb = Thumb.Of(pixels, width, height);
        var sums = new double[Thumb.Cells * 5];
        for (var i = 0; i < pixels.Length; i++)
        {
            var cell = i / width * Thumb.Down / height * Thumb.Across + i % width * Thumb.Across / width;
            for (var c = 0; c < 4; c++)
            {
                sums[5 * cell + c] += (pixels[i] >> (8 * c)) & 0xFF;
            }
            sums[5 * cell + 4]++;
        }
        for (var cell = 0; cell < Thumb.Cells; cell++)
        {
            var n = Math.Max(1, sums[5 * cell + 4]);
            var (r, g, b) = thumb.Over(cell, 0);
            Assert.Equal(sums[5 * cell] / n, r, 0.01);
            Assert.Equal(sums[5 * cell + 1] / n, g, 0.01);
            Assert.Equal(sums[5 * cell + 2] / n, b, 0.01);
        }
    }

    private static void Show(IFrameWatcher watcher, int frame, int times, Func<int, uint> pixel)
    {
        var pixels = new uint[Width * Height];
        for (var i = 0; i < pixels.Length; i++)
        {
            pixels[i] = pixel(i);
        }
        watcher.See(new(pixels, Width, Height, frame, times, watcher.NeedsThumb));
    }
}
