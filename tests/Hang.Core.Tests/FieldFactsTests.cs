using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Fields;
using Hang.Scene.Sources;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

/// <summary>All that a form has to know of a field, by its kind of value.</summary>
public sealed class FieldFactsTests
{
    private static readonly string Mark = "sha256-" + new string('c', 64),
        Other = "sha256-" + new string('d', 64);

    private static FieldFacts Of(Field field, params Layers.Layer[] layers) =>
        Assert.Single(
            FieldFacts.Of(
                GraphicRules.Demand(
                    Graphic(layers) with
                    {
                        Sources = SourceSet
                            .Empty.With(
                                PictureSources.Kind,
                                Mark,
                                new Asset()
                                {
                                    Name = "mark.png",
                                    Type = "image/png",
                                    Width = 10,
                                    Height = 10,
                                }
                            )
                            .With(
                                PictureSources.Kind,
                                Other,
                                new Asset()
                                {
                                    Name = "other.png",
                                    Type = "image/png",
                                    Width = 10,
                                    Height = 10,
                                }
                            ),
                        Fields = [field],
                    }
                )
            )
        );

    private static Field Field(string address, string layer = "a") => new("F", [new(layer, new(address))]);

    [Fact]
    public void WordsSayTheirLimits()
    {
        var facts = Of(
            Field("text", "t") with
            {
                Help = "First and last name.",
                Group = "Person",
                MostCharacters = 40,
                MostLines = 2,
                MayBeEmpty = true,
                WhenLong = WhenLong.Wrap,
            },
            Type("t", "Ida")
        );
        Assert.Equal(("F", "First and last name.", "Person", "text", "Ida"), (facts.Name, facts.Help, facts.Group, facts.Kind, facts.Default));
        Assert.Equal((40, 2, true, WhenLong.Wrap, false), (facts.MostCharacters, facts.MostLines, facts.MayBeEmpty, facts.WhenLong, facts.IsList));
        Assert.Equal(["t"], facts.Layers.ToArray());
        Assert.Null(facts.Least);
    }

    /// <summary>Short words, such as a unit, are of one line without anybody saying so.</summary>
    [Fact]
    public void ShortWordsAreOfOneLineAndListsOfAny()
    {
        Assert.Equal(1, Of(Field("after"), Layer<Chart>("a")).MostLines);
        var data = Of(Field("data"), Layer<Chart>("a"));
        Assert.Null(data.MostLines);
        Assert.True(data.IsList);
        Assert.True(Of(Field("lines"), Layer<Roll>("a")).IsList);
    }

    /// <summary>Numbers are shown as the bench shows them: shares as per cent, with the narrower of the value's bounds and the field's.</summary>
    [Fact]
    public void NumbersAreAsTheyAreShown()
    {
        var opacity = Of(Field("opacity") with { Least = 20 }, Plate("a", ("opacity", Const(0.5))));
        Assert.Equal(("number", "%", "50", 20.0, 100.0), (opacity.Kind, opacity.Unit, opacity.Default, opacity.Least, opacity.Greatest));
        var place = Of(Field("position"), Plate("a", ("position", Const(12, -3.5))));
        Assert.Equal(("point", "px", "12 -3.5"), (place.Kind, place.Unit, place.Default));
        Assert.Equal(["x", "y"], place.Components.ToArray());
        Assert.Equal(("number", "12"), Of(Field("position/x"), Plate("a", ("position", Const(12, 3)))) is var x ? (x.Kind, x.Default) : default);
    }

    [Fact]
    public void ChoicesFlagsAndColoursSayWhatTheyCanBe()
    {
        var choice = Of(Field("cornerCut"), Plate("a"));
        Assert.Equal("choice", choice.Kind);
        Assert.Contains(choice.Default, choice.Options);
        Assert.Equal(("flag", "yes"), Of(Field("shown"), Plate("a")) is var shown ? (shown.Kind, shown.Default) : default);
        Assert.Equal("no", Of(Field("shown"), Plate("a") with { Hidden = true }).Default);
        Assert.Equal("#FF0000", Of(Field("fill"), Plate("a").With("fill", new Value(1, 0, 0, 1))).Default);
    }

    /// <summary>A picture is called by its file's name; the field may let only some be chosen.</summary>
    [Fact]
    public void PicturesAreThoseThatMayBeChosen()
    {
        var picture = Layer<PictureContent>("a").With("asset", Scene.Motion.Channel.Of(PictureSources.Kind.Value, Value.Of(Mark)));
        var any = Of(Field("asset"), picture);
        Assert.Equal(("picture", "mark.png", false), (any.Kind, any.Default, any.OnlyThese));
        Assert.Equal(["mark.png", "other.png"], any.Files.Select(f => f.Name));
        var some = Of(Field("asset") with { Choices = [Mark] }, picture);
        Assert.True(some.OnlyThese);
        Assert.Equal(["mark.png"], some.Files.Select(f => f.Name));
    }

    [Fact]
    public void AFieldOfSeveralLayersNamesEachOnce()
    {
        var facts = Of(new Field("F", [new("t", new("text")), new("u", new("text"))]), Type("t", "Ida"), Type("u", "Bea"));
        Assert.Equal(["t", "u"], facts.Layers.ToArray());
        Assert.Equal("Ida", facts.Default);
    }
}
