using Hang.Core.Checks.Frames;
using Hang.Core.Handoff;
using Hang.Core.Sounds;
using static Hang.Core.Tests.Samples;

namespace Hang.Core.Tests;

/// <summary>What a delivered file says of itself.</summary>
public sealed class NameCardTests
{
    private static NameCard Card(FileKind kind, Backing? backing = null, int from = 0, int to = 99, bool premultiplied = false, int rate = 25) =>
        NameCard.Of(
            Graphic() with
            {
                Rate = new(rate),
            },
            new HandoffPlan(kind, backing ?? Backing.None, from, to) { Premultiplied = premultiplied }.Demand(Graphic() with { Rate = new(rate) }),
            "Title"
        );

    [Fact]
    public void TheAlphaAndTheBackingAreSaidInWords()
    {
        Assert.Equal(("straight alpha", "none"), (Card(FileKind.Prores).Alpha.ToString(), Card(FileKind.Prores).Backing.ToString()));
        Assert.Equal("premultiplied alpha", Card(FileKind.Prores, premultiplied: true).Alpha.ToString());
        Assert.Equal("alpha of one bit", Card(FileKind.Gif).Alpha.ToString());
        Assert.Equal("fill straight, alpha as key", Card(FileKind.Pair).Alpha.ToString());
        Assert.Equal("fill premultiplied over black, alpha as key", Card(FileKind.Pair, premultiplied: true).Alpha.ToString());
        Assert.Equal(
            ("no alpha, opaque", "key colour #00B140"),
            Card(FileKind.Mp4, new(BackingKind.Key, "#00B140")) is var k ? (k.Alpha.ToString(), k.Backing.ToString()) : default
        );
        Assert.Equal("solid #3A4A2A", Card(FileKind.Mp4, new(BackingKind.Solid, "#3A4A2A")).Backing.ToString());
    }

    [Fact]
    public void TheCommentIsOneLineWithTheRange()
    {
        var comment = Card(FileKind.Prores, from: 10, to: 59).Comment;
        Assert.Equal("Frames 10-59, 25 a second; straight alpha; backing: none", comment);
        Assert.Equal(("00:00:00:10", "00:00:02:00", 50), Card(FileKind.Prores, from: 10, to: 59) is var c ? (c.Timecode, c.Duration, c.Frames) : default);
    }

    /// <summary>The window is counted in the file and cut to it; one that lies outside is none.</summary>
    [Theory]
    [InlineData(0, 99, 40, 60, 50)]
    [InlineData(30, 99, 10, 30, 20)]
    [InlineData(45, 99, 0, 15, 5)]
    [InlineData(55, 99, 0, 5, 0)]
    [InlineData(0, 45, 40, 45, 45)]
    public void TheCoverWindowIsCountedInTheFile(int from, int to, int coverFrom, int coverTo, int cut)
    {
        var card = Card(FileKind.Prores, from: from, to: to).With(new CoverWindow(40, 60, 50));
        Assert.Equal((coverFrom, coverTo, cut), (card.CoverFrom, card.CoverTo, card.CutFrame));
        Assert.Contains($"cut at frame {cut} of the file", card.Comment, StringComparison.Ordinal);
    }

    [Fact]
    public void AWindowOutsideOfTheFileIsNone()
    {
        Assert.Null(Card(FileKind.Prores, from: 61).With(new CoverWindow(40, 60, 50)).CutFrame);
        Assert.Null(Card(FileKind.Prores, to: 39).With(new CoverWindow(40, 60, 50)).CutFrame);
        Assert.Null(Card(FileKind.Prores).With((CoverWindow?)null).CutFrame);
    }

    /// <summary>A kind that holds 50 frames a second has every second one of 60, and the window is counted in those.</summary>
    [Fact]
    public void AThinnedFileCountsItsOwnFrames()
    {
        var card = Card(FileKind.Gif, rate: 60).With(new CoverWindow(40, 60, 50));
        Assert.Equal(50, card.Frames);
        Assert.Equal((20, 30, 25), (card.CoverFrom, card.CoverTo, card.CutFrame));
    }

    [Fact]
    public void HowLoudItIsStandsWithASoundOnly()
    {
        var loud = new Loudness(-18.24, null, null, -3.04);
        Assert.Null(Card(FileKind.Prores).With(loud).Sound);
        var heard = Card(FileKind.Prores) with { Sound = $"stereo at 48 kHz, PCM of 24 bits" };
        Assert.Equal("stereo at 48 kHz, PCM of 24 bits (-18.2 LUFS, peak -3.0 dBTP)", heard.With(loud).Sound!.ToString());
        Assert.Equal(heard.Sound, heard.With(new Loudness(null, null, null, null)).Sound);
        Assert.Equal(heard.Sound, heard.With((Loudness?)null).Sound);
    }
}
