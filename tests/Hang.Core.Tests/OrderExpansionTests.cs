using System.Collections.Immutable;
using Hang.Core.Fields;
using Hang.Core.Handoff;
using Hang.Core.Palettes;
using Hang.Scene;
using static Hang.Core.Tests.Samples;

namespace Hang.Core.Tests;

/// <summary>An order is every kind of file, in every size, colourway and take: all of it or nothing.</summary>
public sealed class OrderExpansionTests
{
    private static readonly Core.Documents.Graphic Piece = Graphic(Type("t", "Name")) with
    {
        Palette = new(["ink"], [Way("Day", "#000000"), Way("Night", "#FFFFFF")], "Day"),
        Fields = [new("Name", [new("t", new("text"))]) { MostCharacters = 12 }],
    };

    private static Colourway Way(string name, string ink) => new(name, ImmutableSortedDictionary<string, string>.Empty.Add("ink", ink));

    private static Take Take(string name, string value) => new(ImmutableSortedDictionary<string, string>.Empty.Add("Name", value)) { Name = name };

    private static HandoffOrder Order(params FileKind[] kinds) => new([.. kinds], Backing.None, []);

    private static OrderedFile[] Files(HandoffOrder order) => [.. order.Expand(Piece, Shaper)];

    private static string Refused(HandoffOrder order) => Assert.Throws<ProblemException>(() => Files(order)).Problem.ToString();

    [Fact]
    public void OneKindIsOneFileOfTheWholeGraphic()
    {
        var file = Assert.Single(Files(Order(FileKind.Prores)));
        Assert.Equal((0, 99, 1.0, FileKind.Prores), (file.Plan.From, file.Plan.To, file.Plan.Scale, file.Plan.Kind));
        Assert.Equal(("", (Take?)null), (file.Variant, file.Take));
    }

    [Fact]
    public void EveryTakeColourwaySizeAndKindIsOneFileTakesOutermost()
    {
        var files = Files(
            Order(FileKind.Prores, FileKind.Png) with
            {
                Scales = [1, 0.5],
                Colourways = ["Night", "Day"],
                Takes = [Take("one", "Ida"), Take("two", "Bea")],
            }
        );
        Assert.Equal(2 * 2 * 2 * 2, files.Length);
        Assert.Equal(
            ["one Night 1 Prores", "one Night 1 Png", "one Night 0.5 Prores", "one Night 0.5 Png", "one Day 1 Prores"],
            files.Take(5).Select(f => FormattableString.Invariant($"{f.Take!.Name} {f.Variant} {f.Plan.Scale} {f.Plan.Kind}"))
        );
        Assert.Equal(["Ida", "Bea"], files.Select(f => f.Graphic.Layer("t").Content.Values[Core.Contents.TypeContent.Text].Constant.Text).Distinct());
        Assert.All(files, f => Assert.Equal(f.Variant, f.Graphic.Palette!.Current));
    }

    [Fact]
    public void AStillIsTheGraphicAtRestUnlessAFrameIsNamed()
    {
        Assert.Equal((Piece.Poster, Piece.Poster), Files(Order(FileKind.Still))[0].Plan is var p ? (p.From, p.To) : default);
        Assert.Equal((7, 7), Files(Order(FileKind.Still) with { From = 7, To = 7 })[0].Plan is var q ? (q.From, q.To) : default);
        Assert.Equal((7, 7), Files(Order(FileKind.Still) with { From = 7 })[0].Plan is var r ? (r.From, r.To) : default);
    }

    /// <summary>A take's own Hold decides how long its file is.</summary>
    [Fact]
    public void ALongerTakeIsALongerFile()
    {
        var files = Files(Order(FileKind.Prores) with { Takes = [Take("one", "Ida"), Take("two", "Bea") with { Hold = 160 }] });
        Assert.Equal([100, 200], files.Select(f => f.Plan.Frames));
    }

    [Fact]
    public void WhatCannotBeMadeIsRefusedByName()
    {
        Assert.Contains("No kind of file is chosen", Refused(Order()), StringComparison.Ordinal);
        Assert.Contains("no colourway \"Dusk\"", Refused(Order(FileKind.Prores) with { Colourways = ["Day", "Dusk"] }), StringComparison.Ordinal);
        Assert.Contains(
            "two: ",
            Refused(Order(FileKind.Prores) with { Takes = [Take("one", "Ida"), Take("two", "Beatrix of the hives")] })
                .Replace("\"", "", StringComparison.Ordinal),
            StringComparison.Ordinal
        );
        Assert.Contains("has no alpha", Refused(Order(FileKind.Prores, FileKind.Mp4)), StringComparison.Ordinal);
        Assert.Contains(
            "even",
            Refused(Order(FileKind.Mp4) with { Backing = new(BackingKind.Solid, "#000000"), Scales = [0.1015625] }),
            StringComparison.Ordinal
        );
        Assert.Contains("0 to 99", Refused(Order(FileKind.Prores) with { To = 100 }), StringComparison.Ordinal);
    }

    /// <summary>One file's order makes that file.</summary>
    [Fact]
    public void AnOrderOfAPlanIsThatPlan()
    {
        var plan = new HandoffPlan(FileKind.Tiff, Backing.None, 3, 42, 0.5)
        {
            FirstNumber = 1001,
            Timecode = "01:00:00:00",
            Silent = true,
            Premultiplied = true,
            Once = true,
        };
        Assert.Equal(plan, Assert.Single(Files(HandoffOrder.Of(plan))).Plan);
    }
}
