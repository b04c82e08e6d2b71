using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Core.Layers;
using Hang.Media.Reports;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using SkiaSharp;

namespace Hang.Media.Tests;

/// <summary>What is said of a graphic before it is handed off, on graphics that have just one thing the matter.</summary>
public sealed class ReportTests
{
    private static readonly PictureShelf NoPictures = new(_ => null);

    private static Graphic Graphic(params Layer[] layers) =>
        Painted.Graphic(320, 180, layers) with
        {
            Kind = GraphicKind.LowerThird,
            Phases = new PhaseLengths(10, 50, 10),
        };

    private static Layer Words(string text, double x = 60, double y = 100, double size = 20, string fill = "#FFFFFF", string id = "t") =>
        Painted.Type(text, size: size) with { Id = id, Name = text } is var layer
            ? layer.With("position", new Value(x, y)).With("fill", Fill(fill))
            : throw new InvalidOperationException();

    private static Value Fill(string colour) => Scene.Colour.Rgba.Parse(colour) is var c ? new(c.R, c.G, c.B, c.A) : default;

    /// <summary>Comes and goes: seen from one frame to another.</summary>
    private static Layer Shown(Layer layer, int from, int to, int total = 70) =>
        layer.With(
            "opacity",
            Channel.Of(
                NumbersKind.Number,
                [
                    .. from > 0 ? new[] { new Keyframe(0, new(0), Feel.Hold) } : [],
                    new(from, new(1), Feel.Hold),
                    .. to < total - 1 ? new[] { new Keyframe(to + 1, new(0), Feel.Hold) } : [],
                ]
            )
        );

    private static Task<GraphicReport> Of(Graphic graphic, Backing? backing = null) =>
        GraphicReport.OfAsync(new Evaluator(graphic, TypeShaper.Shipped), NoPictures, backing);

    private static Finding? Found(GraphicReport report, string check, Weight least = Weight.Warning) =>
        report.Findings.FirstOrDefault(f => f.Check == check && f.Weight >= least);

    [Fact]
    public async Task NothingSeenIsSaidAndNothingElseOfItsFrames()
    {
        var report = await Of(Graphic(Painted.Plate("a", 400, 400, 50, 50, "#FF0000")));
        var empty = Found(report, "empty")!;
        Assert.Equal((Weight.Error, 0, 69), (empty.Weight, empty.From, empty.To));
        Assert.Equal((-1, -1), (report.FirstSeen, report.LastSeen));
        Assert.DoesNotContain(report.Findings, f => f.Check is "seam" or "keyColour");
    }

    /// <summary>One frame at either end may be empty: a motion begins from nothing.</summary>
    [Theory]
    [InlineData(0, 69, null, null)]
    [InlineData(1, 68, null, null)]
    [InlineData(2, 69, 2.0, null)]
    [InlineData(0, 60, null, 9.0)]
    [InlineData(12, 40, 12.0, 29.0)]
    public async Task EmptyEndsAreCountedInFrames(int from, int to, double? head, double? tail)
    {
        var report = await Of(Graphic(Shown(Painted.Plate("a", 100, 80, 120, 30, "#3A4A2A"), from, to)));
        var empty = report.Findings.Where(f => f.Check == "empty").ToArray();
        Assert.Equal((from, to), (report.FirstSeen, report.LastSeen));
        Assert.Equal(head, empty.FirstOrDefault(f => f.From == 0)?.Measured);
        Assert.Equal(tail, empty.FirstOrDefault(f => f.To == 69)?.Measured);
    }

    [Fact]
    public async Task AStingersCoverWindowAndCutAreSaid()
    {
        var cover = Shown(Painted.Plate("a", 0, 0, 320, 180, "#4A2C12"), 20, 41);
        var report = await Of(Graphic(cover, Painted.Plate("b", 100, 80, 20, 20, "#FFFFFF")) with { Kind = GraphicKind.Stinger });
        Assert.Equal(new(20, 41, 31), report.Cover);
        var said = Found(report, "cover", Weight.Note)!;
        Assert.Equal((Weight.Note, 20, 41, 22.0), (said.Weight, said.From, said.To, said.Measured));
        Assert.Contains("31 (00:00:01:06)", said.Problem.Remedy.ToString());
    }

    [Fact]
    public async Task AHoleInTheCoverIsAnErrorWithItsPlaceAndIsShown()
    {
        var cover = Shown(Painted.Plate("a", 0, 0, 317, 180, "#4A2C12"), 20, 41);
        var graphic = Graphic(cover, Painted.Plate("b", 100, 80, 20, 20, "#FFFFFF")) with { Kind = GraphicKind.Stinger };
        var report = await Of(graphic);
        Assert.Null(report.Cover);
        Assert.Equal(new(20, 317, 0, 3 * 180), report.Hole);
        Assert.Equal((Weight.Error, 540.0, "px"), Found(report, "cover") is { } f ? (f.Weight, f.Measured, f.Unit) : default);
        Assert.Null(await PaintedFrames.CoverAsync(new(graphic, TypeShaper.Shipped), NoPictures));
        // What is not covered stands in one loud colour, the cover in its own.
        using var picture = SKBitmap.Decode(HolePicture.Png(new(graphic, TypeShaper.Shipped), NoPictures, report.Hole!));
        Assert.Equal((320, 180), (picture.Width, picture.Height));
        Assert.Equal(new SKColor(0xE5, 0x00, 0x7D), picture.GetPixel(318, 120));
        Assert.Equal(SKColor.Parse("#4A2C12"), picture.GetPixel(160, 20));
        Assert.Equal(SKColors.White, picture.GetPixel(110, 90));
    }

    [Fact]
    public async Task OnlyAStingerHasACover()
    {
        var report = await Of(Graphic(Painted.Plate("a", 0, 0, 320, 180, "#4A2C12")));
        Assert.Null(Found(report, "cover", Weight.Note));
        Assert.Null(await PaintedFrames.CoverAsync(new(Graphic(Painted.Plate("a", 0, 0, 320, 180, "#4A2C12")), TypeShaper.Shipped), NoPictures));
    }

    /// <summary>EBU R 95: graphics within 90 % of width and height, so 16 px of 320 stay free.</summary>
    [Theory]
    [InlineData(20, null)]
    [InlineData(16, null)]
    [InlineData(6, 10.0)]
    public async Task WordsOutsideTheSafeAreaAreMeasured(double left, double? by)
    {
        var report = await Of(Graphic(Words("Hive", left)));
        var found = Found(report, "safeArea");
        Assert.Equal(by is null, found is null);
        if (found is not null)
        {
            Assert.Equal((10, 59), (found.From, found.To));
            Assert.InRange(found.Measured!.Value, by!.Value - 2.5, by.Value + 0.5);
        }
    }

    [Fact]
    public async Task WordsBeyondTheirPlateAndOverEachOtherAreFound()
    {
        var report = await Of(Graphic(Painted.Plate("p", 50, 70, 80, 50, "#1A1208"), Words("Keeper of the hives"), Words("Comb", 70, 104, id: "u")));
        var over = Found(report, "overflow")!;
        Assert.Equal(("Keeper of the hives", "px"), (over.Problem.Layer, over.Unit));
        Assert.Contains("beyond p.", over.Problem.Message.ToString());
        Assert.Equal("Comb", Found(report, "overlap")!.Problem.Layer);
        var roomy = await Of(Graphic(Painted.Plate("p", 40, 60, 260, 60, "#1A1208"), Words("Keeper"), Words("Comb", 160, 100, id: "u")));
        Assert.Null(Found(roomy, "overflow"));
        Assert.Null(Found(roomy, "overlap"));
    }

    [Fact]
    public async Task WhatNeverShowsAndWhatIsLeftOverAreFound()
    {
        var report = await Of(
            Graphic(
                Painted.Plate("a", 100, 80, 120, 30, "#3A4A2A"),
                Painted.Plate("b", -90, 80, 60, 30, "#3A4A2A"),
                Shown(Painted.Plate("c", 20, 20, 30, 30, "#3A4A2A"), 5, 60)
            )
        );
        Assert.Equal(["b"], report.Findings.Where(f => f.Check == "neverShown").Select(f => f.Problem.Layer));
        Assert.Equal(["a"], report.Findings.Where(f => f.Check == "leftOver").Select(f => f.Problem.Layer));
        // Without a Leave nothing has to go.
        Assert.Null(Found(await Of(Graphic(Painted.Plate("a", 100, 80, 120, 30, "#3A4A2A")) with { Phases = new(10, 60, 0) }), "leftOver"));
    }

    /// <summary>WCAG 2.2: 4.5:1, and 3:1 for large type. #777777 on white is 4.48:1.</summary>
    [Theory]
    [InlineData("#777777", 20, true)]
    [InlineData("#767676", 20, false)]
    [InlineData("#777777", 24, false)]
    [InlineData("#999999", 24, true)]
    public async Task ContrastWithThePlateBehindIsMeasured(string fill, double size, bool isFound)
    {
        var report = await Of(Graphic(Painted.Plate("p", 40, 60, 200, 70, "#FFFFFF"), Words("Hive", size: size, fill: fill)));
        Assert.Equal(isFound, Found(report, "contrast") is not null);
    }

    [Fact]
    public async Task WordsWithNothingBehindThemDependOnTheFootage()
    {
        var said = Found(await Of(Graphic(Words("Hive"))), "contrast", Weight.Note)!;
        Assert.Equal(Weight.Note, said.Weight);
        Assert.Contains("21.0:1 over black, 1.0:1 over white", said.Problem.Message.ToString());
    }

    /// <summary>A plate that is painted above the words, or hidden, is not behind them; one in another group is.</summary>
    [Fact]
    public async Task BehindIsWhatIsPaintedBefore()
    {
        var plate = Painted.Plate("p", 40, 60, 200, 70, "#FFFFFF");
        var words = Words("Hive", fill: "#999999");
        Assert.Null(Found(await Of(Graphic(words, plate)), "contrast"));
        Assert.Null(Found(await Of(Graphic(plate with { Hidden = true }, words)), "contrast"));
        var group = Making.Layer<Core.Contents.GroupContent>("g");
        Assert.NotNull(Found(await Of(Graphic(group, plate with { Group = "g" }, words)), "contrast"));
    }

    [Fact]
    public async Task WordsThatStandTooShortlyAskForALongerHold()
    {
        const string text = "one two three four five six seven eight nine";
        var words = Shown(Words(text, 20, 100, 12), 10, 59);
        // Nine words at 180 a minute: 3 s, 75 frames; calmly at 160: 3.375 s, 85 frames.
        var report = await Of(Graphic(words));
        Assert.Equal(
            (9, 75, 85, 50, 85),
            (report.Reading.Words, report.Reading.Needs, report.Reading.NeedsCalmly, report.Reading.Stands, report.Reading.HoldThatWouldDo)
        );
        Assert.Equal(50, Found(report, "reading")!.Measured);
        Assert.Null(Found(await Of(Graphic(words) with { Kind = GraphicKind.Credits }), "reading"));
        Assert.Null(Found(await Of(Graphic(Words(text, 20, 100, 12)) with { Phases = new(10, 80, 10) }), "reading"));
    }

    [Fact]
    public async Task MissingCharactersAreNamed()
    {
        var found = Found(await Of(Graphic(Words("Hive \u2603"))), "characters")!;
        Assert.Equal(Weight.Error, found.Weight);
        Assert.Contains("U+2603", found.Problem.Message.ToString());
    }

    /// <summary>A loop that turns by a tenth of its way at the seam jumps; one that comes back does not.</summary>
    [Theory]
    [InlineData(70, false)]
    [InlineData(140, true)]
    public async Task ABugThatDoesNotCloseIsFound(int until, bool jumps)
    {
        var plate = Painted
            .Plate("a", 20, 80, 40, 30, "#3A4A2A")
            .With(
                "position",
                Channel.Of(
                    NumbersKind.Point,
                    [new(0, new(20, 80), Feel.Linear), new(until / 2, new(200, 80), Feel.Linear), new(until, new(20, 80), Feel.Linear)]
                )
            );
        var report = await Of(Graphic(plate) with { Kind = GraphicKind.Bug, Phases = new(0, 70, 0) });
        Assert.Equal(jumps, Found(report, "seam") is not null);
    }

    [Fact]
    public async Task FlashesAreAnErrorWithTheirSecond()
    {
        var keys = Enumerable.Range(0, 14).Select(i => new Keyframe(i * 5, new(i % 2), Feel.Hold)).ToArray();
        var found = Found(await Of(Graphic(Painted.Plate("a", 0, 0, 320, 180, "#FFFFFF").With("opacity", Channel.Of(NumbersKind.Number, keys)))), "flashes");
        Assert.True(found is null);
        var quick = Enumerable.Range(0, 35).Select(i => new Keyframe(i * 2, new(i % 2), Feel.Hold)).ToArray();
        found = Found(await Of(Graphic(Painted.Plate("a", 0, 0, 320, 180, "#FFFFFF").With("opacity", Channel.Of(NumbersKind.Number, quick)))), "flashes")!;
        Assert.Equal((Weight.Error, 6.0), (found.Weight, found.Measured));
    }

    [Fact]
    public async Task AKeyColourNearTheGraphicIsFoundAndASaferOneNamed()
    {
        var graphic = Graphic(Painted.Plate("a", 100, 80, 120, 30, "#00A83C"));
        var found = Found(await Of(graphic, new(BackingKind.Key, "#00B140")), "keyColour")!;
        Assert.Equal(Weight.Error, found.Weight);
        Assert.Contains("#00B140", found.Problem.Message.ToString());
        var safest = (await Of(graphic)).SafestKey;
        Assert.False(safest.WouldKeyOut);
        Assert.Contains(safest.Colour, found.Problem.Remedy.ToString());
        Assert.Null(Found(await Of(graphic, new(BackingKind.Key, safest.Colour)), "keyColour"));
        Assert.Null(Found(await Of(graphic, new(BackingKind.Solid, "#00B140")), "keyColour"));
    }

    [Fact]
    public async Task TheGravestComesFirst()
    {
        var report = await Of(Graphic(Words("Hive \u2603", 4)));
        Assert.Contains(report.Findings, f => f.Weight == Weight.Error);
        Assert.Contains(report.Findings, f => f.Weight == Weight.Warning);
        Assert.Contains(report.Findings, f => f.Weight == Weight.Note);
        Assert.Equal(report.Findings.Select(f => f.Weight).OrderDescending(), report.Findings.Select(f => f.Weight));
    }

    /// <summary>What a row of a roster is told is what the whole report says of Hold, without the notes.</summary>
    [Fact]
    public async Task AtRestSaysWhatTheWholeReportSaysOfTheHold()
    {
        var graphic = Graphic(Painted.Plate("p", 50, 70, 260, 50, "#FFFFFF"), Words("Keeper of the hives, beyond the \u2603 edge", fill: "#BBBBBB"));
        var atRest = GraphicReport.AtRest(new(graphic, TypeShaper.Shipped), NoPictures);
        var whole = (await Of(graphic)).Findings.Where(f => f.Weight > Weight.Note).Select(f => f.Check).ToHashSet();
        Assert.Equal(["characters", "contrast", "overflow", "reading", "safeArea"], atRest.Select(f => f.Check).Distinct().Order());
        Assert.Subset(whole, atRest.Select(f => f.Check).ToHashSet());
        Assert.DoesNotContain(atRest, f => f.Weight == Weight.Note);
    }
}
