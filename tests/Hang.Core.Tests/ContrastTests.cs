using Hang.Scene.Colour;

namespace Hang.Core.Tests;

/// <summary>Contrast after WCAG 2.2, "contrast ratio" and "relative luminance".</summary>
public sealed class ContrastTests
{
    /// <summary>
    /// The ends of the scale stand in the definition; the greys are those that pages about it name as just enough and just not enough on white
    /// (from memory).
    /// </summary>
    [Theory]
    [InlineData("#FFFFFF", "#000000", 21)]
    [InlineData("#000000", "#FFFFFF", 21)]
    [InlineData("#3A4A2A", "#3A4A2A", 1)]
    [InlineData("#767676", "#FFFFFF", 4.54)]
    [InlineData("#777777", "#FFFFFF", 4.48)]
    [InlineData("#949494", "#FFFFFF", 3.03)]
    [InlineData("#FF0000", "#FFFFFF", 4.00)]
    [InlineData("#0000FF", "#FFFFFF", 8.59)]
    [InlineData("#00FF00", "#000000", 15.3)]
    public void KnownPairs(string front, string behind, double ratio) => Assert.Equal(ratio, Contrast.Ratio(Rgba.Parse(front), Rgba.Parse(behind)), 2);

    /// <summary>Luminance is that of the weights of ITU-R BT.709 at the three primaries, and adds up.</summary>
    [Fact]
    public void LuminanceOfThePrimariesAddsUpToWhite()
    {
        Assert.Equal(0.2126, Contrast.Luminance(Rgba.Parse("#FF0000")), 12);
        Assert.Equal(0.7152, Contrast.Luminance(Rgba.Parse("#00FF00")), 12);
        Assert.Equal(0.0722, Contrast.Luminance(Rgba.Parse("#0000FF")), 12);
        Assert.Equal(1, Contrast.Luminance(Rgba.White), 12);
        Assert.Equal(0, Contrast.Luminance(Rgba.Black), 12);
    }

    [Fact]
    public void TheOrderOfTwoOpaqueColoursDoesNotMatterAndBrighterIsNeverDarker()
    {
        for (var i = 0; i < 256; i++)
        {
            var grey = new Rgba(i / 255.0, i / 255.0, i / 255.0);
            Assert.Equal(Contrast.Ratio(grey, Rgba.White), Contrast.Ratio(Rgba.White, grey), 12);
            Assert.InRange(Contrast.Ratio(grey, Rgba.Black), 1, 21);
            if (i > 0)
            {
                var darker = new Rgba((i - 1) / 255.0, (i - 1) / 255.0, (i - 1) / 255.0);
                Assert.True(Contrast.Luminance(grey) > Contrast.Luminance(darker));
            }
        }
    }

    /// <summary>What lets something through is seen with it: wholly transparent words have no contrast, half of white on black is middle grey.</summary>
    [Fact]
    public void WhatLetsSomethingThroughIsSeenMixed()
    {
        Assert.Equal(1, Contrast.Ratio(Rgba.White with { A = 0 }, Rgba.Black), 12);
        Assert.Equal(Contrast.Ratio(new(0.5, 0.5, 0.5), Rgba.Black), Contrast.Ratio(Rgba.White with { A = 0.5 }, Rgba.Black), 12);
    }
}
