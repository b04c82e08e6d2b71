using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Palettes;
using Hang.Scene;
using Hang.Scene.Colour;
using Hang.Tests.Shared;
using static Hang.Core.Tests.Samples;

namespace Hang.Core.Tests;

/// <summary>First names of roles, and roles that are renamed and colourways that are added.</summary>
public sealed class ColourNameTests
{
    /// <summary>As CSS Color 4 calls them (section 6.1), where it has a plain word for them.</summary>
    [Theory]
    [InlineData("#FF0000", "red")]
    [InlineData("#FFA500", "orange")]
    [InlineData("#FFFF00", "yellow")]
    [InlineData("#00FF00", "green")]
    [InlineData("#008080", "dark-teal")]
    [InlineData("#0000FF", "blue")]
    [InlineData("#EE82EE", "pink")]
    [InlineData("#A52A2A", "red")]
    [InlineData("#8B4513", "brown")]
    [InlineData("#FFFFFF", "white")]
    [InlineData("#000000", "black")]
    [InlineData("#808080", "grey")]
    [InlineData("#FFB6DB", "pale-pink")]
    [InlineData("#000080", "dark-blue")]
    [InlineData("#3A2414", "dark-brown")]
    public void ColoursHavePlainNames(string colour, string name) => Assert.Equal(name, ColourNames.Of(Rgba.Parse(colour)));

    /// <summary>Every colour has a name, and every name can be a role's.</summary>
    [Fact]
    public void EveryColourHasANameThatARoleCanHave()
    {
        for (var i = 0; i < 16 * 16 * 16; i++)
        {
            var name = ColourNames.Of(new((i & 15) / 15.0, ((i >> 4) & 15) / 15.0, (i >> 8) / 15.0));
            Assert.True(RoleShade.IsName(name), name);
        }
    }

    private static Palette Colours => new(["ink", "paper"], [Way("Day", "#000000", "#FFFFFF"), Way("Night", "#FFFFFF", "#101010")], "Night");

    private static Colourway Way(string name, string ink, string paper) =>
        new(name, ImmutableSortedDictionary<string, string>.Empty.Add("ink", ink).Add("paper", paper));

    private static Graphic Piece =>
        new SetPalette(Colours).ApplyTo(
            Graphic(Making.Layer<Contents.Plate>("a").With("fill", new Scene.Values.Value(0, 0, 0, 1) { Held = new RoleShade("ink") })),
            Shaper
        );

    private static string Refused(Edit edit, Graphic? graphic = null) =>
        Assert.Throws<ProblemException>(() => edit.ApplyTo(graphic ?? Piece, Shaper)).Problem.ToString();

    [Fact]
    public void ARenamedRoleKeepsItsColoursAndWhatStandsForItFollows()
    {
        var after = new RenameRole("ink", "text").ApplyTo(Piece, Shaper);
        Assert.Equal(["text", "paper"], after.Palette!.Roles.ToArray());
        Assert.Equal(["#000000", "#FFFFFF"], after.Palette.Colourways.Select(w => w.Colours["text"]));
        Assert.Contains("@text #FFFFFF", GraphicJson.Write(after), StringComparison.Ordinal);
        Assert.DoesNotContain("@ink", GraphicJson.Write(after), StringComparison.Ordinal);
        Assert.Equal(GraphicJson.Write(Piece), GraphicJson.Write(new RenameRole("text", "ink").ApplyTo(after, Shaper)));
    }

    [Fact]
    public void ARoleCannotTakeAnothersNameOrOneThatIsNone()
    {
        Assert.Contains("there twice", Refused(new RenameRole("ink", "paper")), StringComparison.Ordinal);
        Assert.Contains("cannot be used", Refused(new RenameRole("ink", "two words")), StringComparison.Ordinal);
        Assert.Contains("no role \"glow\"", Refused(new RenameRole("glow", "text")), StringComparison.Ordinal);
        Assert.Contains("no role \"ink\"", Refused(new RenameRole("ink", "text"), Graphic()), StringComparison.Ordinal);
    }

    [Fact]
    public void ANewColourwayBeginsAsTheOneThatIsShownAndIsShown()
    {
        var after = new AddColourway().ApplyTo(Piece, Shaper).Palette!;
        Assert.Equal(("Third", "#FFFFFF"), (after.Current, after.Shown.Colours["ink"]));
        Assert.Equal("Dusk", new AddColourway("Dusk").ApplyTo(Piece, Shaper).Palette!.Current);
        Assert.Contains("there twice", Refused(new AddColourway("Day")), StringComparison.Ordinal);
        Assert.Contains("no roles yet", Refused(new AddColourway(), Graphic()), StringComparison.Ordinal);
    }

    [Fact]
    public void AColourwayThatIsNotThereIsRefusedWithThoseThatAre()
    {
        Assert.Contains("Use one of Day, Night.", Refused(new SwitchColourway("Dusk")), StringComparison.Ordinal);
        Assert.Contains("no roles yet", Refused(new SwitchColourway("Day"), Graphic()), StringComparison.Ordinal);
        Assert.Equal("#000000", new SwitchColourway("Day").ApplyTo(Piece, Shaper).Palette!.ColourOf("ink")!.Value.ToString());
    }

    /// <summary>A graphic that takes its package's colours over goes on showing its own colourway, where that still is one.</summary>
    [Fact]
    public void WhatIsShownStaysWhereItStillIsOne()
    {
        Assert.Equal("Night", new TakePalette(Colours with { Current = "Day" }).ApplyTo(Piece, Shaper).Palette!.Current);
        var without = Colours with { Colourways = [Colours.Colourways[0]], Current = "Day" };
        Assert.Equal("Day", new TakePalette(without).ApplyTo(Piece, Shaper).Palette!.Current);
        Assert.Null(new TakePalette().ApplyTo(Piece, Shaper).Palette);
    }

    [Fact]
    public void RolesOfAnotherPaletteComeToEveryColourwayAsItShowsThem()
    {
        var other = new Palette(
            ["glow", "ink"],
            [new("Only", ImmutableSortedDictionary<string, string>.Empty.Add("glow", "#FFAA00").Add("ink", "#123456"))],
            "Only"
        );
        var both = Colours.With(other);
        both.Demand();
        Assert.Equal(["ink", "paper", "glow"], both.Roles.ToArray());
        Assert.All(both.Colourways, w => Assert.Equal("#FFAA00", w.Colours["glow"]));
        Assert.Equal("#000000", both.Colourways[0].Colours["ink"]);
    }

    /// <summary>Which is shown is each graphic's own: it does not decide whether two palettes are the same.</summary>
    [Fact]
    public void PalettesDefineTheSameWhicheverIsShown()
    {
        Assert.True(Colours.DefinesTheSame(Colours with { Current = "Day" }));
        Assert.NotEqual(Colours, Colours with { Current = "Day" });
        Assert.False(Colours.DefinesTheSame(Colours with { Colourways = [Colours.Colourways[0], Way("Night", "#FFFFFE", "#101010")] }));
        Assert.False(Colours.DefinesTheSame(null));
    }
}
