using System.Runtime.InteropServices;
using Hang.Core.Handoff;
using Hang.Media.Reading;

namespace Hang.Media.Tests;

/// <summary>The proof's own conversion, held against ITU-R BT.709-6.</summary>
public class ConversionTests
{
    /// <summary>
    /// BT.709-6, items 3.2 to 3.5: E'Y = 0.2126 R + 0.7152 G + 0.0722 B, CB = (B - Y) / 1.8556, CR = (R - Y) / 1.5748, quantised for
    /// n = 12 as round((219 E'Y + 16) 2^4) and round((224 E'C + 128) 2^4).
    /// </summary>
    private static (ushort Y, ushort Cb, ushort Cr) Coded(double r, double g, double b)
    {
        var y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
        static ushort Round(double v) => (ushort)Math.Round(v * 16);
        return (Round(219 * y + 16), Round(224 * ((b - y) / 1.8556) + 128), Round(224 * ((r - y) / 1.5748) + 128));
    }

    private static PlanarFrame Frame(params (ushort Y, ushort Cb, ushort Cr, ushort A)[] pixels)
    {
        ushort[] planes = [.. pixels.Select(p => p.Y), .. pixels.Select(p => p.Cb), .. pixels.Select(p => p.Cr), .. pixels.Select(p => p.A)];
        return new(MemoryMarshal.AsBytes(planes.AsSpan()).ToArray(), pixels.Length, 1, null);
    }

    [Theory]
    [InlineData(0, 0, 0)]
    [InlineData(255, 255, 255)]
    [InlineData(255, 0, 0)]
    [InlineData(0, 255, 0)]
    [InlineData(0, 0, 255)]
    [InlineData(74, 44, 18)]
    [InlineData(224, 154, 26)]
    public void CodedColoursAreDecodedToThemselves(byte r, byte g, byte b)
    {
        var (y, cb, cr) = Coded(r / 255.0, g / 255.0, b / 255.0);
        var frame = Frame((y, cb, cr, 4095));
        Assert.Equal([r, g, b, 255], frame.ToRgba());
        var error = frame.Compare([r, g, b, 255], 3);
        Assert.Equal(3, error.Frame);
        Assert.InRange(error.WorstColour, 0, 0.1);
        Assert.Equal(0, error.WorstAlpha, 4);
    }

    [Fact]
    public void ColourUnderZeroAlphaDoesNotCountAndAlphaDoes()
    {
        var (y, cb, cr) = Coded(1, 0, 0);
        var frame = Frame((y, cb, cr, 0), (y, cb, cr, 0), (y, cb, cr, 4095));
        var error = frame.Compare([0, 0, 255, 0, 9, 9, 9, 255, 255, 0, 0, 255], 0);
        Assert.InRange(error.WorstAlpha, 254.9, 255.1);
        Assert.Equal((0, 255), (frame.AlphaRange().Least, Math.Round(frame.AlphaRange().Greatest)));
        Assert.InRange(Frame((y, cb, cr, 0)).Compare([0, 0, 255, 0], 0).WorstColour, 0, 0.001);
    }

    /// <summary>EBU R 103: luma up to 103 % and down to -1 % is within the preferred range; what is not seen does not count.</summary>
    [Fact]
    public void LevelsBeyondTheirRangeAreCounted()
    {
        ushort At(double percent) => (ushort)(256 + 3504 * percent / 100);
        byte[] grey = [.. Enumerable.Repeat(new byte[] { 128, 128, 128, 255 }, 4).SelectMany(p => p)];
        Assert.Equal(
            0.5,
            Frame((At(102), 2048, 2048, 4095), (At(104), 2048, 2048, 4095), (At(-2), 2048, 2048, 4095), (At(50), 2048, 2048, 4095)).Compare(grey, 0).OutOfRange
        );
        byte[] unseen = [128, 128, 128, 2];
        Assert.Equal(0, Frame((At(120), 2048, 2048, 30)).Compare(unseen, 0).OutOfRange);
    }

    [Fact]
    public void StillsAreComparedToTheByte()
    {
        var still = new StillFrame([10, 20, 30, 255, 0, 0, 0, 0], 2);
        Assert.Equal(0, still.Compare([10, 20, 30, 255, 99, 99, 99, 0], 0).WorstColour);
        Assert.Equal(3, still.Compare([10, 23, 30, 255, 0, 0, 0, 0], 0).WorstColour);
        Assert.Equal(1, still.Compare([10, 20, 30, 254, 0, 0, 0, 0], 0).WorstAlpha);
        Assert.True(ProofTolerance.For(FileKind.Png).Refuses(still.Compare([10, 20, 30, 254, 0, 0, 0, 0], 0)));
    }
}
