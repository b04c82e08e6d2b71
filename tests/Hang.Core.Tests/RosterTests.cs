using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Rosters;
using Hang.Scene;
using Hang.Scene.Sources;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

public class RosterTests
{
    private static readonly Asset Face = new()
    {
        Name = "bea.png",
        Type = "image/png",
        Width = 4,
        Height = 4,
    };
    private static readonly string Hash = "sha256-" + new string('a', 64);

    private static Graphic Named() =>
        Graphic(Plate("p"), Type("t", "Ada"), Type("u", "Keeper")) with
        {
            Fields =
            [
                new("Name", [new("t", new("text"))]) { MostCharacters = 12 },
                new("Second line", [new("u", new("text"))]) { MayBeEmpty = true },
                new("Tint", [new("p", new("fill"))]),
            ],
        };

    private static Roster Of(string[] headings, params string[][] rows) => Binding.Of(new([.. headings], [.. rows.Select(r => r.ToImmutableArray())]), Named());

    private static RosterTakes Takes(Roster roster) => new(Named(), roster);

    [Fact]
    public void ColumnsFindTheirFieldsWhateverTheirCaseAndSpaces()
    {
        Assert.Equal(
            ["Name", "Second line", "", ".colourway", ".hold", ".name"],
            Of(["NAME", "second_line", "Notes", "Colourway", "hold", "File name"]).Columns.Select(c => c.Fills)
        );
        Assert.Equal(["Name", ""], Of(["Name", "name"]).Columns.Select(c => c.Fills));
        Assert.Equal("Name", Of(["Column 1"], ["Bea"]).Columns[0].Fills);
        Assert.True(Binding.Names(["x", "second line"], Named()));
        Assert.False(Binding.Names(["Bea Thornwood"], Named()));
    }

    [Fact]
    public void ARowFillsWhatItSaysAndLeavesOtherThingsAsTheyAre()
    {
        var takes = Takes(Of(["Name", "Second line", "Tint", "Hold"], ["Bea", "", "", "2s"]));
        var filled = takes.Of(0).Of(Named(), Shaper);
        Assert.Equal(("Bea", ""), (filled.Layer("t").Channel("text").Constant.Text, filled.Layer("u").Channel("text").Constant.Text));
        Assert.Equal(Named().Layer("p").Channel("fill").Constant, filled.Layer("p").Channel("fill").Constant);
        Assert.Equal(50, filled.Phases.Hold);
    }

    [Fact]
    public void NamesComeFromAPatternAndAreNeverTwiceTheSame()
    {
        var roster = Of(["Name", "Second line"], ["Bea", "x"], ["Bea", "y"], ["", ""], ["Ida", "x"]);
        var plain = Takes(roster);
        Assert.Equal(["Bea", "Bea 2", "row 3", "Ida"], Enumerable.Range(0, 4).Select(plain.NameOf));
        var patterned = Takes(roster with { Names = "{Second line} {row}" });
        Assert.Equal(["x 1", "y 2", "3", "x 4"], Enumerable.Range(0, 4).Select(patterned.NameOf));
    }

    [Fact]
    public void EmptyTwiceAndRefusedRowsAreFound()
    {
        var takes = Takes(Of(["Name"], ["Bea"], [""], ["Bea"], ["far too long a name"]));
        string[] Checks(int row) => [.. RowFindings.Of(takes, Named(), row, Shaper).Findings.Select(f => f.Check)];
        Assert.Empty(Checks(0));
        Assert.Equal(["refused", "empty"], Checks(1));
        Assert.Equal(["twice"], Checks(2));
        Assert.Equal(["refused"], Checks(3));
        Assert.Contains("7 too many", RowFindings.Of(takes, Named(), 3, Shaper).Findings[0].Problem.Message.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void NamesBelongToTheirRows()
    {
        var roster = Of(["Name", "Second line"], ["Bea", "x"], ["Bea", "y"], ["", "z"]);
        var given = Takes(roster).Names;
        string[] Names(Roster now) => new RosterTakes(Named(), now, given) is var takes ? [.. Enumerable.Range(0, takes.Count).Select(takes.NameOf)] : [];
        Assert.Equal(["z", "Bea 2", "Bea"], Names(roster with { Rows = [.. roster.Rows.Reverse()] }));
        Assert.Equal(["Bea 2", "z"], Names(roster with { Rows = roster.Rows.RemoveAt(0) }));
        // Another Bea is a third one, wherever it stands, and a row that says another name is called by it.
        Assert.Equal(["Bea 3", "Bea", "Bea 2", "z"], Names(roster with { Rows = roster.Rows.Insert(0, new("new", ["Bea", "w"])) }));
        Assert.Equal(["Bea", "Ida", "z"], Names(roster with { Rows = roster.Rows.SetItem(1, roster.Rows[1] with { Cells = ["Ida", "y"] }) }));
    }

    [Fact]
    public void ANumberInANameStaysWithItsRow()
    {
        var roster = Of(["Name"], ["Bea"], ["Ida"], ["Wren"]) with { Names = "{Name} {row}" };
        var given = Takes(roster).Names;
        var fewer = new RosterTakes(Named(), roster with { Rows = roster.Rows.RemoveAt(0).Add(new("new", ["Wren"])) }, given);
        Assert.Equal(["Ida 2", "Wren 3", "Wren 4"], Enumerable.Range(0, 3).Select(fewer.NameOf));
    }

    [Fact]
    public void PicturesAreFoundByTheirFileNamesInWhateverFolder()
    {
        var graphic = Named() with
        {
            Fields = [new("Face", [new("x", new("asset"))])],
            Layers =
            [
                Hang
                    .Tests.Shared.Making.Layer<Contents.PictureContent>("x", "X")
                    .With("asset", Scene.Motion.Channel.Of(PictureSources.Kind.Value, Scene.Values.Value.Of(Hash))),
            ],
            Sources = Named().Sources.With(PictureSources.Kind, Hash, Face),
        };
        var other = "sha256-" + new string('b', 64);
        var roster = Binding.Of(
            new(
                ["Face"],
                [
                    ["people\\Ida.PNG"],
                    ["gone.png"],
                ]
            ),
            graphic
        ) with
        {
            Pictures = ImmutableSortedDictionary<string, RosterPicture>.Empty.Add("ida.png", new(other, Face with { Name = "ida.png" })),
        };
        var takes = new RosterTakes(graphic, roster);
        Assert.Equal(other, takes.Of(0).Of(graphic, Shaper).Layer("x").Channel("asset").Constant.Text);
        Assert.Contains("no picture \"gone.png\"", Assert.Throws<ProblemException>(() => takes.Of(1).Of(graphic, Shaper)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void ARowIsFilledFromOutsideAndAddedWhereItIsNot()
    {
        var roster = OutsideRow.Put(Of(["Name"], ["Bea"]), Named(), "r1", new Dictionary<string, string> { ["second line"] = "12 votes" });
        roster = OutsideRow.Put(roster, Named(), "new", new Dictionary<string, string> { ["name"] = "Ida" });
        Assert.Equal(["Bea,12 votes", "Ida"], roster.Rows.Select(r => string.Join(',', r.Cells)));
        Assert.Equal(["Name", "Second line"], roster.Columns.Select(c => c.Fills));
        Assert.Throws<ProblemException>(() => OutsideRow.Put(roster, Named(), "r1", new Dictionary<string, string> { ["nope"] = "x" }));
    }

    [Fact]
    public void TwoColumnsCannotFillOneField()
    {
        var roster = Of(["Name", "Other"]);
        Assert.Contains(
            "Two columns",
            Assert.Throws<ProblemException>(() => Takes(roster with { Columns = [.. roster.Columns.Select(c => c with { Fills = "Name" })] })).Message,
            StringComparison.Ordinal
        );
    }
}
