using System.Collections.Immutable;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Palettes;
using Hang.Scene;
using Hang.Scene.Colour;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>Roles, colourways, and colours that stand for roles.</summary>
public class PaletteTests
{
    private static Palette Two =>
        new(["accent", "ink"], [Way("Red", ("accent", "#CC2211"), ("ink", "#101010")), Way("Blue", ("accent", "#1144CC"), ("ink", "#F0F0F0"))], "Red");

    private static Colourway Way(string name, params (string Role, string Colour)[] colours) =>
        new(name, colours.ToImmutableSortedDictionary(c => c.Role, c => c.Colour, StringComparer.Ordinal));

    private static Value Shade(string role, double lighter = 0, double alpha = 1) => new(0, 0, 0, 1) { Held = new RoleShade(role, lighter, alpha) };

    private static Graphic After(Graphic graphic, params Edit[] edits) => edits.Aggregate(graphic, (g, e) => e.ApplyTo(g, Shaper));

    private static string FillOf(Graphic graphic, int layer = 0, double at = 0) => graphic.Layers[layer].Channel("fill") is var c ? c.Kind.Write(c.At(at)) : "";

    [Theory]
    [InlineData("@accent")]
    [InlineData("@accent lighter 20%")]
    [InlineData("@Honig-dunkel darker 12.5% alpha 50%")]
    [InlineData("@ink alpha 0%")]
    public void AShadeIsReadAsItIsWritten(string text) => Assert.Equal(text, RoleShade.Parse(text)?.ToString());

    [Theory]
    [InlineData("accent")]
    [InlineData("@")]
    [InlineData("@two words")]
    [InlineData("@accent lighter")]
    [InlineData("@accent lighter 20")]
    public void OtherTextIsNoShade(string text) => Assert.Null(RoleShade.Parse(text));

    /// <summary>Everything that stands for a role follows the colourway: plain, shaded, in a gradient, at a keyframe.</summary>
    [Fact]
    public void OneStepTurnsARedSetBlue()
    {
        var gradient = PaintKind.Of(new(GradientType.Linear, 0, 0, 1, 0, 1, [new(0, new(0, 0, 0), new("accent")), new(1, new(0, 0, 0), new("ink", 0, 0.5))]));
        var graphic = Graphic(
            Layer<Plate>("a").With("fill", Shade("accent", 0.5)),
            Layer<Plate>("b").With("fill", gradient),
            Layer<Plate>("c").With("fill", Over(new(0, Shade("accent"), Feel.Linear), new(10, new(1, 1, 1, 1), Feel.Linear))),
            Layer<Plate>("d").With("fill", new Value(1, 0, 0, 1))
        );
        var red = After(graphic, new SetPalette(Two));
        Assert.Equal("\"@accent lighter 50% #E69088\"", FillOf(red));
        var blue = After(red, new SwitchColourway("Blue"));
        Assert.Equal("\"@accent lighter 50% #88A2E6\"", FillOf(blue));
        Assert.Contains("\"@ink alpha 50% #F0F0F080\"", FillOf(blue, 1), StringComparison.Ordinal);
        Assert.Equal("\"@accent #1144CC\"", FillOf(blue, 2));
        // Half-way to white it stands for no role.
        Assert.Equal("\"#88A2E6\"", FillOf(blue, 2, 5));
        Assert.Equal("\"#FF0000\"", FillOf(blue, 3));
        Assert.Same(red.Layers[3], blue.Layers[3]);
        Assert.Equal(blue, GraphicJson.Read(GraphicJson.Write(blue)), (a, b) => GraphicJson.Write(a) == GraphicJson.Write(b));
        Assert.Equal("\"@accent #1144CC\"", Inspection.Of(new(blue, Shaper), 0).Layers[2].Words["fill"]);
    }

    /// <summary>A document shows right where its package is not known.</summary>
    [Fact]
    public void ARoleThatIsNotThereKeepsItsColour()
    {
        var graphic = After(Graphic(Layer<Plate>("a").With("fill", Shade("accent"))), new SetPalette(Two));
        var text = GraphicJson.Write(graphic with { Palette = null });
        Assert.Equal("\"@accent #CC2211\"", FillOf(GraphicJson.Read(text)));
    }

    [Fact]
    public void ColoursOfARoleThatGoesBecomeLiteral()
    {
        var graphic = After(Graphic(Layer<Plate>("a").With("fill", Shade("accent"))), new SetPalette(Two));
        Assert.Equal("\"#CC2211\"", FillOf(After(graphic, new SetPalette(null))));
        Assert.Equal("\"@honey #CC2211\"", FillOf(After(graphic, new RenameRole("accent", "honey"))));
        var clash = Assert.Throws<ProblemException>(() => After(graphic, new RenameRole("accent", "ink")));
        Assert.Contains("ink", clash.Problem.Message.ToString(), StringComparison.Ordinal);
    }

    /// <summary>Its colours become roles, those that differ by alpha one role; what has a role already, or is not seen, none.</summary>
    [Fact]
    public void RolesAreMadeFromAGraphic()
    {
        var graphic = After(
            Graphic(
                Layer<Plate>("a").With("fill", new Value(1, 0, 0, 1)),
                Layer<Plate>("b").With("fill", new Value(1, 0, 0, 128 / 255.0)),
                Layer<Plate>("c").With("fill", new Value(0, 1, 0, 0)),
                Layer<Ellipse>("d"),
                Type("t", "Words").With("fill", new Value(0.1, 0.1, 0.6, 1))
            ),
            new MakeRoles()
        );
        Assert.Equal("red white blue", string.Join(" ", graphic.Palette!.Roles));
        Assert.Equal("\"@red #FF0000\"", FillOf(graphic));
        Assert.Equal("\"@red alpha 50.2% #FF000080\"", FillOf(graphic, 1));
        Assert.Equal("\"#00FF0000\"", FillOf(graphic, 2));
        Assert.Throws<ProblemException>(() => After(graphic, new MakeRoles()));
        var more = After(graphic, new AddColourway());
        Assert.Equal(2, more.Palette!.Colourways.Length);
        Assert.Equal(more.Palette.Colourways[1].Name, more.Palette.Current);
    }

    [Fact]
    public void APaletteThatIsNotWholeIsRefused()
    {
        var graphic = Graphic(Layer<Plate>("a"));
        foreach (
            var bad in new[]
            {
                Two with
                {
                    Current = "Green",
                },
                Two with
                {
                    Roles = ["accent", "ink", "base"],
                },
                Two with
                {
                    Roles = ["accent", "accent"],
                },
                Two with
                {
                    Roles = ["accent"],
                },
                Two with
                {
                    Colourways = [],
                },
                Two with
                {
                    Roles = ["a b"],
                },
            }
        )
        {
            Assert.StartsWith("/palette/", Assert.Throws<ProblemException>(() => After(graphic, new SetPalette(bad))).Problem.Field, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void APackageTakesNewRolesInEveryColourway()
    {
        var other = new Palette(["ink", "base"], [Way("Their", ("ink", "#000000"), ("base", "#ABCDEF"))], "Their");
        var both = Two.With(other);
        both.Demand();
        Assert.Equal("accent ink base", string.Join(" ", both.Roles));
        Assert.All(both.Colourways, w => Assert.Equal("#ABCDEF", w.Colours["base"]));
        Assert.Equal("#101010", both.Colourways[0].Colours["ink"]);
        Assert.Equal("Blue", Palette.Taken(Two, Two with { Current = "Blue" }).Current);
    }
}
