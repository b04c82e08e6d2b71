using System.Collections.Immutable;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Effects;
using Hang.Core.Palettes;
using Hang.Tests.Shared;
using static Hang.Core.Tests.Samples;

namespace Hang.Core.Tests;

/// <summary>What differs between two graphics, in words.</summary>
public sealed class DifferenceTests
{
    private static Graphic Before => Graphic(Plate("a", ("opacity", Keyed((0, 0), (10, 1)))), Type("t", "Hive"), Plate("b"));

    private static string[] To(Graphic after) => Between(Before, after);

    private static string[] Between(Graphic before, Graphic after) => [.. GraphicDifference.Between(before, after).Select(d => d.ToString())];

    [Fact]
    public void TheSameGraphicsDifferInNothing() => Assert.Empty(To(Before));

    /// <summary>Each line names what is another one; where a number changed it says both.</summary>
    [Fact]
    public void WhatIsTheGraphicsOwnIsNamedWithWhatItWas()
    {
        Assert.Equal(["Was called Sample"], To(Before with { Name = "Other" }));
        Assert.Equal(["Kind: lowerThird, now title"], To(Before with { Kind = GraphicKind.Title }));
        Assert.Equal(["Size: 640 × 360, now 360 × 640"], To(Before with { Width = 360, Height = 640 }));
        Assert.Equal(["Rate: 25, now 30000/1001"], To(Before with { Rate = new(30000, 1001) }));
        Assert.Equal(["Phases: 20, 60, 20, now 20, 90, 20"], To(Before with { Phases = new(20, 90, 20) }));
        Assert.Equal(["Fields are other ones"], To(Before with { Fields = [new("Name", [new("t", new("text"))])] }));
    }

    [Fact]
    public void ColoursAndTheColourwayThatIsShownAreTwoThings()
    {
        var colours = new Palette(["ink"], [new("Day", Of("#000000")), new("Night", Of("#FFFFFF"))], "Day");
        var before = Before with { Palette = colours };
        Assert.Equal(["Colours of the package are other ones"], To(before));
        Assert.Equal(["Colours of the package are other ones"], Between(before, Before));
        Assert.Equal(["Colourway: Day, now Night"], Between(before, before with { Palette = colours with { Current = "Night" } }));
        Assert.Equal(
            ["Colours of the package are other ones"],
            Between(before, before with { Palette = colours with { Colourways = [new("Day", Of("#111111")), colours.Colourways[1]] } })
        );

        static ImmutableSortedDictionary<string, string> Of(string ink) => ImmutableSortedDictionary<string, string>.Empty.Add("ink", ink);
    }

    [Fact]
    public void LayersAreNewGoneRenamedOrInAnotherOrder()
    {
        var (a, t, b) = (Before.Layers[0], Before.Layers[1], Before.Layers[2]);
        Assert.Equal(["Plate c: new"], To(Before with { Layers = [a, t, b, Plate("c")] }));
        Assert.Equal(["Plate b: gone"], To(Before with { Layers = [a, t] }));
        Assert.Equal(["Banner: was called Plate b"], To(Before with { Layers = [a, t, b with { Name = "Banner" }] }));
        Assert.Equal(["Layers are in another order"], To(Before with { Layers = [b, a, t] }));
        Assert.Equal(["Plate b: changed"], To(Before with { Layers = [a, t, b with { Hidden = true }] }));
    }

    [Fact]
    public void ValuesOfALayerAreNamedByTheirLabelsWhetherTheyChangeCameOrWent()
    {
        var (a, t, b) = (Before.Layers[0], Before.Layers[1], Before.Layers[2]);
        Assert.Equal(["Plate a: Opacity"], To(Before with { Layers = [a.With("opacity", Keyed((0, 0), (12, 1))), t, b] }));
        Assert.Equal(["Plate a: Opacity"], To(Before with { Layers = [Plate("a"), t, b] }));
        var said = Assert.Single(To(Before with { Layers = [a, t.With("text", "Comb").With("typeSize", 90.0), b] }));
        Assert.StartsWith("Hive: ", said, StringComparison.Ordinal);
        Assert.Equal(2, said["Hive: ".Length..].Split(", ").Length);
        Assert.StartsWith(
            "Plate b: ",
            Assert.Single(To(Before with { Layers = [a, t, b.WithEffect<Blur>("e").With("effects/e/radius", 4.0)] })),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void ManyDifferencesAreCutOff()
    {
        var many = Before with { Layers = [.. Before.Layers, .. Enumerable.Range(0, 20).Select(i => Making.Layer<Ellipse>($"e{i}"))] };
        var said = To(many);
        Assert.Equal(13, said.Length);
        Assert.Equal("and 8 more", said[^1]);
    }
}
