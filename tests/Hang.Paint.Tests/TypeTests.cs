using System.Diagnostics;
using System.Globalization;
using Hang.Core.Checks;
using Hang.Core.Evaluation;
using Hang.Paint.Fonts;
using Hang.Paint.Shaping;
using Hang.Scene;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

public class TypeTests
{
    private static readonly TypeShaper Shaper = TypeShaper.Shipped;

    [Fact]
    public void TenFamiliesAndMoreShipEachWithItsLicence()
    {
        Assert.True(FontShelf.Shipped.Families.Length >= 10);
        foreach (var folder in Directory.EnumerateDirectories(Path.Combine(AppContext.BaseDirectory, "fonts")))
        {
            Assert.True(File.Exists(Path.Combine(folder, "LICENSE.txt")), folder);
        }
        Assert.Throws<ProblemException>(() => Shaper.Shape("x", "Nosuch", 400));
    }

    /// <summary>What no font has is a refusal with the layer's name, unless nobody sees the layer.</summary>
    [Theory]
    [InlineData("Bea \u16A0", false, true)]
    [InlineData("Bea \u16A0", true, false)]
    [InlineData("Bea", false, false)]
    public void AMissingGlyphIsRefusedByTheLayersName(string words, bool hidden, bool refused)
    {
        var layer = Hang.Tests.Shared.Making.TypeOf("t", words) with { Name = "Name", Hidden = hidden };
        var found = Record.Exception(() => MissingGlyphs.Demand(new(Graphic(640, 360, layer), Shaper)));
        Assert.Equal(refused, found is ProblemException { Problem: { Layer: "Name", Field: MissingGlyphs.Field } });
        Assert.Equal(refused, found?.Message.Contains("U+16A0", StringComparison.Ordinal) == true);
    }

    /// <summary>HarfBuzz's own hb-shape, of Debian's package, gives the advances: kerning, ligatures and joining included.</summary>
    [Theory]
    [InlineData("AVAToWa.", "Inter", 400, "inter/Inter-Regular.otf", "ltr", "latn")]
    [InlineData("office fjord", "EB Garamond", 400, "eb-garamond/EBGaramond12-Regular.otf", "ltr", "latn")]
    [InlineData("عسل", "Noto Sans Arabic", 400, "noto-sans/NotoSansArabic-Regular.ttf", "rtl", "arab")]
    [InlineData("मधुमक्खी", "Noto Sans Devanagari", 400, "noto-sans/NotoSansDevanagari-Regular.ttf", "ltr", "deva")]
    public void AdvancesAreThoseOfHbShape(string text, string family, int weight, string file, string direction, string script)
    {
        var font = Path.Combine(AppContext.BaseDirectory, "fonts", file);
        var start = new ProcessStartInfo(
            "hb-shape",
            ["--no-glyph-names", "--no-clusters", "--no-positions", "--direction", direction, "--script", script, font, text]
        )
        {
            RedirectStandardOutput = true,
        };
        start.ArgumentList.RemoveAt(2);
        using var shape = Process.Start(start)!;
        var glyphs = shape.StandardOutput.ReadToEnd().Trim().Trim('[', ']').Split('|');
        // Each glyph is index, @x,y when offset, then +advance in font units.
        var units = glyphs.Sum(g => int.Parse(g[(g.LastIndexOf('+') + 1)..].Split(',')[0], CultureInfo.InvariantCulture));
        using var typeface = SkiaSharp.SKTypeface.FromFile(font);
        Assert.Equal(units * 1000.0 / typeface.UnitsPerEm, Shaper.Shape(text, family, weight).Advance, 6);
    }

    [Fact]
    public void RightToLeftWordsRunFromTheRight()
    {
        // In visual order the line is: Latin word, then the Hebrew word with its last letter leftmost (UAX #9).
        var mixed = Shaper.Shape("ab שלום", "Inter", 400);
        var alone = Shaper.Shape("שלום", "Inter", 400);
        Assert.Empty(mixed.Missing);
        Assert.Equal(alone.Glyphs.Select(g => g.Outline.Hash), mixed.Glyphs.TakeLast(4).Select(g => g.Outline.Hash));
        var first = Shaper.Shape("ש", "Inter", 400).Glyphs[0].Outline.Hash;
        Assert.Equal(first, mixed.Glyphs[^1].Outline.Hash);
    }

    [Theory]
    [InlineData("Μέλι")]
    [InlineData("Мёд")]
    [InlineData("عسل النحل")]
    [InlineData("דבש")]
    [InlineData("शहद")]
    public void OtherScriptsFallBackToAFontThatHasThem(string text)
    {
        var line = Shaper.Shape(text, "Bebas Neue", 700);
        Assert.Empty(line.Missing);
        Assert.Contains(line.Glyphs, g => g.Outline.Commands.Length > 0);
    }

    [Fact]
    public void TrackingDoesNotTearMarksOrJoinedLetters()
    {
        Assert.Equal(1, Shaper.Shape("e\u0301a", "Inter", 400).Gaps);
        Assert.Equal(0, Shaper.Shape("عسل", "Inter", 400).Gaps);
        Assert.Equal(4, Shaper.Shape("honey", "Inter", 400).Gaps);
    }

    /// <summary>
    /// CSS Fonts 4, section 5.3: a letter and its marks are matched as one. What is typed apart is set as what is typed as one, from the same font, in every
    /// family that ships; UAX #15 says which are the same.
    /// </summary>
    [Theory]
    [InlineData("Zo\u0308e\u0301 A\u030Angstro\u0308m")]
    [InlineData("c\u030Cesky\u0301 n\u0303")]
    [InlineData("Vie\u0302\u0323t")]
    public void AccentsTypedApartAreSetAsThoseTypedAsOne(string apart)
    {
        var one = ICU4N.Text.Normalizer2.NFCInstance.Normalize(apart);
        Assert.NotEqual(one, apart);
        foreach (var family in FontShelf.Shipped.Families.Select(f => f.Name))
        {
            var (a, b) = (Shaper.Shape(apart, family, 400), Shaper.Shape(one, family, 400));
            Assert.True(a.Missing.SequenceEqual(b.Missing), family);
            Assert.True(
                a.Glyphs.Select(g => g.Outline.Hash).SequenceEqual(b.Glyphs.Select(g => g.Outline.Hash)) || Math.Abs(a.Advance - b.Advance) < 1,
                $"{family}: {a.Advance} and {b.Advance}"
            );
            // Each glyph stands for a place within the text as it was typed.
            Assert.All(a.Glyphs, g => Assert.InRange(g.Stands, 0, apart.Length - 1));
        }
    }

    /// <summary>CSS Text 3, section 8.2: spaced letters take no optional ligatures.</summary>
    [Fact]
    public void SpacedLettersTakeNoOptionalLigatures()
    {
        var families = FontShelf.Shipped.Families.Select(f => f.Name).ToArray();
        Assert.Contains(families, f => Shaper.Shape("office fi", f, 400).Glyphs.Length < 9);
        Assert.All(families, f =>
            Assert.Equal((9, 8), (Shaper.Shape("office fi", f, 400, spaced: true).Glyphs.Length, Shaper.Shape("office fi", f, 400, spaced: true).Gaps))
        );
        // Joining scripts are made of what is no option.
        Assert.Equal(
            Shaper.Shape("عسل", "Inter", 400).Glyphs.Select(g => g.Outline.Hash),
            Shaper.Shape("عسل", "Inter", 400, spaced: true).Glyphs.Select(g => g.Outline.Hash)
        );
    }

    /// <summary>UAX #29, rule GB9c: consonants that a virama joins are one letter.</summary>
    [Theory]
    [InlineData("क्षि", 1)]
    [InlineData("मक्खी", 2)]
    [InlineData("हिंदी", 2)]
    [InlineData("e\u0301a", 2)]
    public void ConjunctsStayTogether(string text, int letters) =>
        Assert.Equal(letters, Hang.Scene.Typesetting.TextPieces.Of(text, Hang.Scene.Typesetting.PieceKind.Letter, Shaper).Distinct().Count());

    [Fact]
    public void ACharacterThatNoFontHasIsNamedOnItsLayer()
    {
        var finding = Assert.Single(GraphicChecks.Of(new Evaluator(Graphic(400, 100, Type("bee 𓆤", size: 20)), Shaper)), f => f.Check == "characters");
        Assert.Equal("Words", finding.Problem.Layer);
        Assert.Contains("U+131A4", finding.Problem.Message.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void WeightsAreTheFamilysOwn() =>
        Assert.NotEqual(Shaper.Shape("m", "Inter", 300).Glyphs[0].Outline.Hash, Shaper.Shape("m", "Inter", 900).Glyphs[0].Outline.Hash);
}
