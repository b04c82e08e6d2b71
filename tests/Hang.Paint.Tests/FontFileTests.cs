using Hang.Paint.Fonts;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Tests.Shared;
using SkiaSharp;

namespace Hang.Paint.Tests;

/// <summary>Fonts that somebody gives: checked, unpacked and used.</summary>
public class FontFileTests
{
    private static byte[] Example(string name) => File.ReadAllBytes(Path.Combine(ProjectFolder.Root, "tests", "examples", "fonts", name));

    private static byte[] Shipped(string name) => File.ReadAllBytes(Path.Combine(ProjectFolder.Root, "fonts", name));

    /// <summary>
    /// The examples were packed by Debian's woff2_compress, the reference implementation: unpacked, every glyph and its width are those of the original.
    /// </summary>
    [Theory]
    [InlineData("Quicksand-Regular.woff2", "quicksand/Quicksand-Regular.ttf")]
    [InlineData("BebasNeue-Regular.woff2", "bebas-neue/BebasNeue-Regular.otf")]
    public void APackedFontIsTheOriginal(string packed, string original)
    {
        using var a = new SKFont(SKTypeface.FromData(SKData.CreateCopy(Woff2.Unpack(Example(packed)))), 1000)
        {
            Hinting = SKFontHinting.None,
            LinearMetrics = true,
        };
        using var b = new SKFont(SKTypeface.FromData(SKData.CreateCopy(Shipped(original))), 1000) { Hinting = SKFontHinting.None, LinearMetrics = true };
        Assert.Equal(b.Typeface!.GlyphCount, a.Typeface!.GlyphCount);
        for (ushort glyph = 0; glyph < b.Typeface.GlyphCount; glyph++)
        {
            using var mine = a.GetGlyphPath(glyph);
            using var theirs = b.GetGlyphPath(glyph);
            Assert.Equal(theirs?.ToSvgPathData() ?? "", mine?.ToSvgPathData() ?? "");
            Assert.Equal(b.GetGlyphWidths([glyph])[0], a.GetGlyphWidths([glyph])[0]);
        }
        var (own, ours) = (FontFile.Read("a.woff2", Example(packed)), FontFile.Read("a.ttf", Shipped(original)));
        Assert.Equal((ours.Family, ours.Weight, ours.Embedding), (own.Family, own.Weight, own.Embedding));
    }

    [Fact]
    public void AGivenFontIsUsedLikeOneThatShips()
    {
        var shelf = new FontShelf(Path.Combine(AppContext.BaseDirectory, "fonts"));
        var shaper = new TypeShaper(shelf);
        Assert.Throws<ProblemException>(() => shaper.Shape("Hive", "Meadowand", 400));
        shelf.Add(FontFile.Read("meadow.ttf", MadeFonts.Named("Meadowand")));
        var (own, theirs) = (shaper.Shape("Hive", "Meadowand", 400), shaper.Shape("Hive", "Quicksand", 400));
        Assert.Equal(theirs.Advance, own.Advance);
        Assert.Equal(theirs.Glyphs.Select(g => g.Outline.Hash), own.Glyphs.Select(g => g.Outline.Hash));
        // Others that ship are still found by what it lacks.
        Assert.Empty(shaper.Shape("مرحبا", "Meadowand", 400).Missing);
        Assert.Throws<ProblemException>(() => shelf.Add(FontFile.Read("q.ttf", MadeFonts.Quicksand)));
    }

    [Fact]
    public void AFamilyIsLookedForElsewhereOnlyWhenItIsNotHere()
    {
        var asked = new List<string>();
        var shelf = new FontShelf(Path.Combine(AppContext.BaseDirectory, "fonts"))
        {
            Elsewhere = family =>
            {
                asked.Add(family);
                return family == "Meadowand" ? [FontFile.Read("meadow.ttf", MadeFonts.Named("Meadowand"))] : [];
            },
        };
        _ = shelf.Face("Inter", 400);
        _ = shelf.Face("Meadowand", 700);
        _ = shelf.Face("Meadowand", 400);
        Assert.Throws<ProblemException>(() => shelf.Face("Nowhere", 400));
        Assert.Equal(["Meadowand", "Nowhere"], asked);
    }

    /// <summary>
    /// OpenType 1.9, OS/2, fsType: 0 installable, 2 restricted, 4 preview and print, 8 editable, 0x200 bitmaps only; of several the least restrictive
    /// counts.
    /// </summary>
    [Theory]
    [InlineData(0, "Installable")]
    [InlineData(4, "Preview")]
    [InlineData(8, "Editable")]
    [InlineData(0x108, "Editable")]
    [InlineData(2, null)]
    [InlineData(0x208, null)]
    public void WhatTheMakerAllowsIsRespected(int bits, string? embedding)
    {
        var font = MadeFonts.Named("Meadowand", (ushort)bits);
        if (embedding is null)
        {
            var e = Assert.Throws<ProblemException>(() => FontFile.Read("meadow.ttf", font));
            Assert.Contains($"fsType {bits}", e.Problem.Message.ToString(), StringComparison.Ordinal);
            return;
        }
        Assert.Equal(embedding, FontFile.Read("meadow.ttf", font).Embedding.ToString());
    }

    [Fact]
    public void WhatIsNoFontIsRefusedWithWords()
    {
        foreach (
            var bad in new[]
            {
                "text that is no font at all"u8.ToArray(),
                [],
                [0, 1, 0, 0, .. new byte[40]],
                "ttcf and so on and on"u8.ToArray(),
                "wOFF and so on and on"u8.ToArray(),
            }
        )
        {
            Assert.Equal("font", Assert.Throws<ProblemException>(() => FontFile.Read("bad.ttf", bad)).Problem.Field);
        }
        var whole = Example("Quicksand-Regular.woff2");
        // Damaged anywhere it is a font all the same or refused, never anything else.
        var random = new Random(7);
        for (var i = 0; i < 200; i++)
        {
            var damaged = whole.ToArray();
            damaged[random.Next(damaged.Length)] ^= (byte)(1 + random.Next(255));
            try
            {
                _ = FontFile.Read("damaged.woff2", i % 4 == 0 ? damaged[..random.Next(60, damaged.Length)] : damaged);
            }
            catch (ProblemException) { }
        }
    }
}
