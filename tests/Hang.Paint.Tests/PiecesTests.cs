using Hang.Paint.Shaping;
using Hang.Scene.Typesetting;

namespace Hang.Paint.Tests;

/// <summary>Letters, words and lines after Unicode: UAX #29 (extended grapheme clusters, words) and UAX #14 (mandatory breaks).</summary>
public class PiecesTests
{
    private static readonly TypeShaper Shaper = TypeShaper.Shipped;

    private static int Pieces(string text, PieceKind by, string family = "Inter") =>
        SetType.Of(text, family, 400, Alignment.Left, Shaper).Split(text, by, Shaper).Length;

    /// <summary>Word boundaries from UAX #29, section 4: apostrophes and points inside a word do not divide it, hyphens and spaces do.</summary>
    [Theory]
    [InlineData("The quick (\"brown\") fox can't jump 32.3 feet, right?", new[] { "The", "quick", "brown", "fox", "can't", "jump", "32.3", "feet", "right" })]
    [InlineData("well-fed bees", new[] { "well", "fed", "bees" })]
    [InlineData("", new string[0])]
    [InlineData("…—!", new string[0])]
    public void WordsAreThoseOfTheStandard(string line, string[] expected) =>
        Assert.Equal(expected, Shaper.Words(line).Select(w => line.Substring(w.Start, w.Length)));

    [Fact]
    public void ALetterIsAGraphemeCluster()
    {
        Assert.Equal(3, Pieces("bee", PieceKind.Letter));
        // e with a combining acute, and g with a combining tilde that no single character holds.
        Assert.Equal(2, Pieces("e\u0301g\u0303", PieceKind.Letter));
        Assert.Equal(4, Pieces("a b\nc d", PieceKind.Letter));
    }

    [Fact]
    public void AWordTakesItsPunctuationAlong()
    {
        Assert.Equal(2, Pieces("Honey, please!", PieceKind.Word));
        Assert.Equal(3, Pieces("one two\nthree", PieceKind.Word));
    }

    /// <summary>LB4 and LB5 of UAX #14: BK, CR, LF, CR LF and NL end a line.</summary>
    [Theory]
    [InlineData("a\nb", 2)]
    [InlineData("a\r\nb\rc", 3)]
    [InlineData("a\u0085b\u2028c\u2029d\u000Be\u000Cf", 6)]
    public void LinesEndAtMandatoryBreaks(string text, int lines) => Assert.Equal(lines, Pieces(text, PieceKind.Line));

    /// <summary>Arabic letters keep their joined forms, since a line is shaped before it is divided; the first letter as one reads stands rightmost.</summary>
    [Fact]
    public void RightToLeftLettersStayJoinedAndComeInReadingOrder()
    {
        const string text = "نحلة";
        var whole = SetType.Of(text, "Inter", 400, Alignment.Left, Shaper);
        var letters = whole.Split(text, PieceKind.Letter, Shaper);
        Assert.Equal(4, letters.Length);
        Assert.Equal(whole.Glyphs.Select(g => g.Outline.Hash).Order(), letters.SelectMany(l => l.Glyphs).Select(g => g.Outline.Hash).Order());
        var lefts = letters.Select(l => l.Glyphs.Min(g => g.X + g.Outline.Bounds.Left)).ToArray();
        Assert.Equal(lefts.OrderDescending(), lefts);
    }
}
