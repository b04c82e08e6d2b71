using Hang.Scene;
using Hang.Server.Rack;

namespace Hang.Server.Tests;

/// <summary>Labels and problems that were kept as English text get their form and holes, where the source has such a form.</summary>
public class OldTextsTests
{
    private readonly OldTexts texts = new();

    [Fact]
    public void ATextIsKnownByItsForm()
    {
        Assert.Equal((Sentence)$"Hide {"Comb plate"}", texts.Read("Hide Comb plate"));
        Assert.Equal((Sentence)$"{new Term("Opacity")} of {"Comb plate"}", texts.Read("Opacity of Comb plate"));
        Assert.Equal((Sentence)$"Change the phases", texts.Read("Change the phases"));
        Assert.Equal("Something unforeseen stopped it: {0} Run it again; if it stays so, look at the server's log.", texts.Read(Unforeseen).Form);
        Assert.Equal(
            (Sentence)$"The disk is full, so the file could not be written.",
            texts.Read(Unforeseen).Holes.Single() as Sentence ?? $"{texts.Read(Unforeseen).Holes.Single() as string}"
        );
    }

    [Fact]
    public void WhatNobodyWroteIsSomebodysOwn() => Assert.Equal((Sentence)$"{"Maren Oakhollow"}", texts.Read("Maren Oakhollow"));

    /// <summary>Whatever the text, what is shown of it is the text.</summary>
    [Theory]
    [InlineData("")]
    [InlineData("Hide ")]
    [InlineData(" of ")]
    [InlineData("Pop off: 3 layers")]
    [InlineData("Back to: Opacity of {0} of {1}")]
    [InlineData("Made of layers of 'it{")]
    public void TheEnglishStays(string text) => Assert.Equal(text, texts.Read(text).ToString());

    private const string Unforeseen =
        "Something unforeseen stopped it: The disk is full, so the file could not be written. Run it again; if it stays so, look at the server's log.";
}
