using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Scene;
using Hang.Scene.Time;
using static Hang.Core.Tests.Samples;

namespace Hang.Core.Tests;

/// <summary>What each kind of file can hold, and what is said where a plan asks for more.</summary>
public sealed class FileKindTests
{
    public static TheoryData<FileKind> Kinds => [.. Enum.GetValues<FileKind>()];

    private static readonly Backing Solid = new(BackingKind.Solid, "#3A4A2A");

    private static string? Refused(HandoffPlan plan, Graphic? graphic = null)
    {
        try
        {
            plan.Demand(graphic ?? Graphic());
            return null;
        }
        catch (ProblemException e)
        {
            Assert.False(string.IsNullOrEmpty(e.Problem.Remedy.ToString()));
            return e.Problem.Field;
        }
    }

    private static HandoffPlan Plan(FileKind kind, Backing? backing = null, int from = 0, int to = 99, double scale = 1) =>
        new(
            kind,
            backing ?? (FileKinds.Of(kind).Alpha == AlphaRoom.None ? Solid : Backing.None),
            kind == FileKind.Still ? 60 : from,
            kind == FileKind.Still ? 60 : to,
            scale
        );

    [Fact]
    public void EveryKindHasItsFacts()
    {
        Assert.Equal(Enum.GetValues<FileKind>().Order(), FileKinds.All.Select(f => f.Kind).Order());
        Assert.All(FileKinds.All, f => Assert.NotEmpty(f.Note));
        Assert.Equal(FileKinds.All.Length, FileKinds.All.Select(f => f.Name).Distinct().Count());
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void AKindWithoutAlphaNeedsABackingAndOneOfAlphaAloneNone(FileKind kind)
    {
        var facts = FileKinds.Of(kind);
        Assert.Equal(facts.Alpha == AlphaRoom.None ? "backing" : null, Refused(Plan(kind, Backing.None)));
        Assert.Equal(facts.NeedsAlpha ? "backing" : null, Refused(Plan(kind, Solid)));
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void PremultipliedIsOnlyWhereTheKindMayBe(FileKind kind)
    {
        var facts = FileKinds.Of(kind);
        Assert.Equal(facts.MayBePremultiplied && facts.Alpha != AlphaRoom.None ? null : "premultiplied", Refused(Plan(kind) with { Premultiplied = true }));
        // Over a backing there is no alpha to multiply with.
        if (!facts.NeedsAlpha)
        {
            Assert.Equal("premultiplied", Refused(Plan(kind, Solid) with { Premultiplied = true }));
        }
    }

    /// <summary>4:2:0 has colour for two by two pixels, 4:2:2 for two by one (ITU-R BT.709-6 and common practice).</summary>
    [Theory]
    [MemberData(nameof(Kinds))]
    public void OddSidesAreRefusedWhereColourIsHalved(FileKind kind)
    {
        var facts = FileKinds.Of(kind);
        Assert.Null(Refused(Plan(kind)));
        Assert.Equal(facts.NeedsEvenSides || facts.NeedsEvenWidth ? "kind" : null, Refused(Plan(kind), Graphic() with { Width = 641 }));
        Assert.Equal(facts.NeedsEvenSides ? "kind" : null, Refused(Plan(kind), Graphic() with { Height = 361 }));
    }

    [Theory]
    [MemberData(nameof(Kinds))]
    public void AnEndingSaysItsKind(FileKind kind)
    {
        var facts = FileKinds.Of(kind);
        foreach (var ending in facts.OtherEndings.Prepend(facts.Ending))
        {
            Assert.Equal(kind, FileKinds.ByEnding("." + ending, kind));
            Assert.Equal(kind, FileKinds.ByEnding("." + ending.ToUpperInvariant(), kind));
            // Without being asked for, it is a kind with that ending all the same.
            Assert.Contains(
                ending,
                FileKinds.Of(FileKinds.ByEnding("." + ending, null)).OtherEndings.Append(FileKinds.Of(FileKinds.ByEnding("." + ending, null)).Ending)
            );
        }
    }

    [Fact]
    public void AnEndingAloneIsWhatMostPeopleMean()
    {
        Assert.Equal(FileKind.Prores, FileKinds.ByEnding(".mov", null));
        Assert.Equal(FileKind.Still, FileKinds.ByEnding(".png", null));
        Assert.Equal(FileKind.Apng, FileKinds.ByEnding(".png", FileKind.Apng));
        Assert.Equal(FileKind.Png, FileKinds.ByEnding(".zip", null));
    }

    [Theory]
    [InlineData("", null, "no ending")]
    [InlineData(".avi", null, "no ending of a file")]
    [InlineData(".mov", FileKind.Mp4, "does not end with .mov")]
    [InlineData(".mp4", FileKind.Still, "does not end with .mp4")]
    public void AnEndingThatSaysNoKindOrAnotherIsRefused(string ending, FileKind? asked, string says) =>
        Assert.Contains(says, Assert.Throws<ProblemException>(() => FileKinds.ByEnding(ending, asked)).Message, StringComparison.Ordinal);

    [Fact]
    public void ALongSideIsRefusedWhereTheFormatEnds()
    {
        // WebP (RFC 9649): 14 bits for each side.
        Assert.Equal("scale", Refused(Plan(FileKind.Webp, scale: 2), Graphic() with { Width = 8192 }));
        Assert.Null(Refused(Plan(FileKind.Webp, scale: 1), Graphic() with { Width = 8192 }));
    }

    [Theory]
    [InlineData(-1, 10, 1.0, "range")]
    [InlineData(0, 100, 1.0, "range")]
    [InlineData(20, 10, 1.0, "range")]
    [InlineData(0, 99, 0.01, "scale")]
    [InlineData(0, 99, 2.5, "scale")]
    [InlineData(0, 99, double.NaN, "scale")]
    public void WhatLiesOutsideOfTheGraphicIsRefused(int from, int to, double scale, string field) =>
        Assert.Equal(field, Refused(Plan(FileKind.Prores, null, from, to, scale)));

    [Theory]
    [InlineData("01:00:00:00", 25, 90_000)]
    [InlineData("00:00:00:24", 25, 24)]
    [InlineData("00:00:01:00", 50, 50)]
    public void TheFirstTimecodeIsAFrameOfTheRate(string timecode, int rate, int frame) =>
        Assert.Equal(frame, (Plan(FileKind.Prores) with { Timecode = timecode }).FirstTimecode(new FrameRate(rate)));

    [Theory]
    [InlineData("00:00:00:25")]
    [InlineData("soon")]
    [InlineData("00:61:00:00")]
    public void ATimecodeThatIsNoneIsRefused(string timecode) => Assert.Equal("timecode", Refused(Plan(FileKind.Prores) with { Timecode = timecode }));

    [Theory]
    [InlineData(-1)]
    [InlineData(HandoffPlan.MostNumber + 1)]
    public void ANumberThatNoStillCanHaveIsRefused(int number) => Assert.Equal("firstNumber", Refused(Plan(FileKind.Png) with { FirstNumber = number }));

    [Fact]
    public void AStillIsOneFrame() => Assert.Equal("range", Refused(new HandoffPlan(FileKind.Still, Backing.None, 3, 4)));

    /// <summary>A kind that holds 50 frames a second has every second frame of 60 and of 100, and every third of 120: the rate is a whole part.</summary>
    [Theory]
    [InlineData(25, 1, 25, 1, 100)]
    [InlineData(50, 1, 50, 1, 100)]
    [InlineData(60, 1, 30, 1, 50)]
    [InlineData(60000, 1001, 30000, 1001, 50)]
    public void AThinnedFileHasAWholePartOfTheRate(int numerator, int denominator, int n, int d, int frames)
    {
        var graphic = Graphic() with { Rate = new(numerator, denominator) };
        var plan = Plan(FileKind.Gif).Demand(graphic);
        Assert.Equal(new FrameRate(n, d), plan.Rate(graphic.Rate));
        Assert.Equal(frames, plan.Frames);
        Assert.Equal(Enumerable.Range(0, frames).Select(i => i * 100 / frames), Enumerable.Range(0, frames).Select(plan.FrameAt));
    }
}
