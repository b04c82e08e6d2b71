using System.Collections.Immutable;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Fields;
using Hang.Core.Palettes;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

public class FieldTests
{
    private static FieldTarget At(string layer, string address) => new(layer, new(address));

    private static Graphic With(params Field[] fields) => Graphic(Plate("p"), Type("t", "Ada Bloom"), Type("u", "Keeper")) with { Fields = [.. fields] };

    private static Graphic Fill(Graphic graphic, string field, string value) => Filling.Fill(graphic, field, value, Shaper);

    private static Problem Refused(Action act) => Assert.Throws<ProblemException>(act).Problem;

    [Fact]
    public void AFieldFillsEveryValueThatItNamesAndTheDocumentStays()
    {
        var graphic = With(new Field("Name", [At("t", "text"), At("u", "text")]), new Field("Tint", [At("p", "fill")]));
        var filled = Fill(Fill(graphic, "name", "New"), "TINT", "#102030");
        Assert.Equal("New", filled.Layer("t").Channel("text").Constant.Text);
        Assert.Equal("New", filled.Layer("u").Channel("text").Constant.Text);
        Assert.Equal(new Value(16 / 255.0, 32 / 255.0, 48 / 255.0, 1), filled.Layer("p").Channel("fill").Constant);
        Assert.Equal("Ada Bloom", graphic.Layer("t").Channel("text").Constant.Text);
        Assert.Contains("Name, Tint", Refused(() => Fill(graphic, "Nope", "x")).Remedy.ToString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("opacity", "40", "40")]
    [InlineData("opacity", "40 %", "40")]
    [InlineData("opacity", "12,5", "12.5")]
    [InlineData("position/x", "1,200", "1200")]
    [InlineData("position/x", "1.200,5 px", "1200.5")]
    [InlineData("position/x", "−1\u202F200", "-1200")]
    [InlineData("position", "12, 30.5", "12 30.5")]
    [InlineData("position/x", "-7", "-7")]
    [InlineData("fill", "#4A2C12", "#4A2C12")]
    [InlineData("cornerCut", "CUT", "cut")]
    [InlineData("shown", "off", "no")]
    [InlineData("size/width", "250 px", "250")]
    public void AnyValueIsReadAsItIsShownAndWrittenAsItIsRead(string address, string given, string written)
    {
        var graphic = With(new Field("F", [At("p", address)]));
        var filled = Fill(graphic, "F", given);
        Assert.NotEqual(graphic, filled);
        var text = Filling.Default(filled, filled.Fields![0]);
        Assert.Equal(written, text);
        Assert.Equal(GraphicJson.Write(filled), GraphicJson.Write(Fill(filled, "F", text)));
    }

    [Theory]
    [InlineData("opacity", "forty", "no number")]
    [InlineData("opacity", "400", "cannot be")]
    [InlineData("opacity", "1e999", "no number")]
    [InlineData("position", "12", "not 2 numbers")]
    [InlineData("fill", "reddish", "no colour")]
    [InlineData("cornerCut", "bent", "none of the choices")]
    [InlineData("shown", "perhaps", "neither yes nor no")]
    public void WhatIsNoSuchValueIsRefusedByTheNameOfTheField(string address, string given, string says)
    {
        var problem = Refused(() => Fill(With(new Field("F", [At("p", address)])), "F", given));
        Assert.StartsWith("F: ", problem.Message.ToString(), StringComparison.Ordinal);
        Assert.Contains(says, problem.Message.ToString(), StringComparison.Ordinal);
        Assert.Equal("F", problem.Field);
        Assert.DoesNotContain("F: F:", problem.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void AKeyedValueChangesWhereItIsWhatItIsInTheHold()
    {
        // A bar that grows from 0 to 200, holds, and goes to 0: filled with 320 it still grows from 0.
        var plate = Plate("p");
        plate = plate.With(
            "size",
            Channel.Of(
                NumbersKind.Size,
                [new(0, new(0, 40), Feel.Linear), new(20, new(200, 40), Feel.Linear), new(80, new(200, 40), Feel.Linear), new(99, new(0, 40), Feel.Linear)]
            )
        );
        var graphic = Graphic(plate) with { Fields = [new("Amount", [At("p", "size/width")])] };
        Assert.Equal([0.0, 320, 320, 0], Fill(graphic, "Amount", "320").Layer("p").Channel("size").Keys.Select(k => k.Value.X));
    }

    [Fact]
    public void LimitsOfNumbersAreThoseShown()
    {
        var graphic = With(new Field("F", [At("p", "opacity")]) { Least = 20, Greatest = 80 });
        Fill(graphic, "F", "80");
        Fill(graphic, "F", "20");
        Assert.Contains("20 to 80", Refused(() => Fill(graphic, "F", "81")).Remedy.ToString(), StringComparison.Ordinal);
        Assert.NotNull(Refused(() => Fill(graphic, "F", "19.9")));
    }

    /// <summary>Letters of the sample's shaper are 36 px wide at 72 px.</summary>
    [Fact]
    public void WordsFitWrapOrAreRefused()
    {
        Graphic Long(WhenLong when, string words, int? lines = null) =>
            Fill(
                With(
                    new Field("F", [At("t", "text")])
                    {
                        WhenLong = when,
                        Width = 360,
                        MostLines = lines,
                    }
                ),
                "F",
                words
            );
        static double Width(Graphic graphic) => new Evaluation.Evaluator(graphic, Shaper).Place(graphic.Layer("t"), 50).Box.Width;
        Assert.Equal(720, Width(Long(WhenLong.AsSet, "twenty letters wide!")), 1);
        Assert.Equal(360, Width(Long(WhenLong.Fit, "twenty letters wide!")), 1);
        Assert.Equal(180, Width(Long(WhenLong.Fit, "short")), 1);
        Assert.InRange(Width(Long(WhenLong.Wrap, "twenty letters wide!")), 200, 360);
        Assert.Contains("360 px too wide", Refused(() => Long(WhenLong.Refuse, "twenty letters wide!")).Message.ToString(), StringComparison.Ordinal);
        Long(WhenLong.Refuse, "ten letter");
        Assert.Contains("3 lines", Refused(() => Long(WhenLong.Wrap, "twenty letters wide!", 2)).Message.ToString(), StringComparison.Ordinal);
        Long(WhenLong.Wrap, "twenty letters", 2);
    }

    [Fact]
    public void CharactersAreCountedAsPeopleCountThem()
    {
        var graphic = With(new Field("F", [At("t", "text")]) { MostCharacters = 3 });
        // UAX #29: a family of four joined by ZWJ is one, and so is e with a combining acute.
        Fill(graphic, "F", "👨‍👩‍👧‍👦e\u0301a");
        Assert.Contains("1 too many", Refused(() => Fill(graphic, "F", "abcd")).Message.ToString(), StringComparison.Ordinal);
        Assert.Contains("empty", Refused(() => Fill(graphic, "F", " ")).Message.ToString(), StringComparison.Ordinal);
        Fill(With(new Field("F", [At("t", "text")]) { MayBeEmpty = true }), "F", "");
    }

    [Fact]
    public void AColourCanBeARole()
    {
        var palette = new Palette(
            ["accent"],
            [
                new("Day", ImmutableSortedDictionary<string, string>.Empty.Add("accent", "#FF0000")),
                new("Night", ImmutableSortedDictionary<string, string>.Empty.Add("accent", "#0000FF")),
            ],
            "Day"
        );
        var graphic = With(new Field("F", [At("p", "fill")])) with { Palette = palette };
        var take = new Take(ImmutableSortedDictionary<string, string>.Empty.Add("f", "Accent"), "Night", 90);
        var filled = take.Of(graphic, Shaper);
        Assert.Equal(new Value(0, 0, 1, 1), filled.Layer("p").Channel("fill").Constant with { Held = null });
        Assert.Equal("@accent #0000FF", Filling.Default(filled, filled.Fields![0]));
        Assert.Equal((20, 90, 20), (filled.Phases.Arrive, filled.Phases.Hold, filled.Phases.Leave));
        Assert.Equal("hold", Refused(() => new Take(null, null, -1).Of(graphic, Shaper)).Field);
    }

    [Fact]
    public void FieldsOfTwoKindsTwiceTheSameNameOrOfNothingAreRefused()
    {
        void Demand(params Field[] fields) => GraphicRules.Demand(With(fields));
        Assert.Contains(
            "a text and a paint",
            Refused(() => Demand(new Field("F", [At("t", "text"), At("p", "fill")]))).Message.ToString(),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "Two fields",
            Refused(() => Demand(new("F", [At("t", "text")]), new("f ", [At("u", "text")]))).Message.ToString(),
            StringComparison.Ordinal
        );
        Assert.Contains("nothing can be filled", Refused(() => Demand(new Field("F", [At("t", "nonsense")]))).Message.ToString(), StringComparison.Ordinal);
        Assert.Contains(
            "lets nothing through",
            Refused(() => Demand(new Field("F", [At("p", "opacity")]) { Least = 2, Greatest = 1 })).Message.ToString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void AFieldGoesWithTheLastLayerThatItFills()
    {
        var graphic = With(new Field("Name", [At("t", "text"), At("u", "text")]));
        graphic = new RemoveLayers(["u"]).ApplyTo(graphic, Shaper);
        Assert.Equal([At("t", "text")], Assert.Single(graphic.Fields!).Fills.ToArray());
        Assert.Null(new RemoveLayers(["t"]).ApplyTo(graphic, Shaper).Fields);
    }

    [Fact]
    public void FieldsAreMadeChangedOrderedAndTakenAway()
    {
        var graphic = new SetField(new("Name", [At("t", "text")]) { Help = " Who is seen " }).ApplyTo(With(), Shaper);
        graphic = new SetField(new("Role", [At("u", "text")])).ApplyTo(graphic, Shaper);
        graphic = new SetField(new("Person", [At("t", "text")]), "name").ApplyTo(graphic, Shaper);
        graphic = new OrderField("Role", 0).ApplyTo(graphic, Shaper);
        Assert.Equal(["Role", "Person"], graphic.Fields!.Select(f => f.Name));
        Assert.Null(new RemoveField("role").ApplyTo(new RemoveField("PERSON").ApplyTo(graphic, Shaper), Shaper).Fields);
        Assert.Equal(GraphicJson.Write(graphic), GraphicJson.Write(GraphicJson.Read(GraphicJson.Write(graphic))));
        Assert.Equal(
            new SetField(new("A", [At("t", "text")]) { MostLines = 2 }),
            Codecs.Read<Edit>(new SetField(new("A", [At("t", "text")]) { MostLines = 2 }).Write())
        );
    }

    [Fact]
    public void TheWidestLettersAreTriedAsFarAsTheLimitLets()
    {
        // A plate of 400 px with words on it, 36 px a letter: from the 12th on they reach beyond it.
        var plate = Plate("p", ("size", Channel.Of(NumbersKind.Size, new Value(400, 100))), ("position", Channel.Of(NumbersKind.Point, new Value(40, 100))));
        var words = Type("t", "Ada").With("position", Channel.Of(NumbersKind.Point, new Value(44, 160)));
        Graphic Of(Field field) => Graphic(plate, words) with { Fields = [field] };
        var open = Assert.Single(FieldTrial.Of(Of(new Field("Name", [At("t", "text")])), Shaper));
        Assert.NotNull(open.Finding);
        Assert.Equal(11, open.Fits);
        Assert.Contains("11 characters", open.Finding!.Problem.Remedy.ToString(), StringComparison.Ordinal);
        Assert.Null(Assert.Single(FieldTrial.Of(Of(new Field("Name", [At("t", "text")]) { MostCharacters = 11 }), Shaper)).Finding);
        Assert.Null(Assert.Single(FieldTrial.Of(Of(new Field("Name", [At("t", "text")]) { WhenLong = WhenLong.Fit, Width = 390 }), Shaper)).Finding);
        Assert.Null(Assert.Single(FieldTrial.Of(Of(new Field("Name", [At("t", "text")]) { WhenLong = WhenLong.Refuse, Width = 390 }), Shaper)).Finding);
    }

    [Fact]
    public void FieldsOfVersionTwoAreUpgraded()
    {
        var old = """
            {"hang": 2, "name": "Old", "kind": "title", "width": 640, "height": 360, "rate": "25", "phases": {"arrive": 1, "hold": 2, "leave": 1}, "layers": [
              {"id": "a", "name": "A", "field": "Name", "content": {"kind": "type", "text": "x"}},
              {"id": "b", "name": "B", "field": "name", "content": {"kind": "type", "text": "y"}},
              {"id": "c", "name": "C", "field": "Name", "content": {"kind": "plate"}},
              {"id": "d", "name": "D", "field": "Gone", "content": {"kind": "hook"}}]}
            """;
        var fields = GraphicJson.Read(old).Fields!;
        Assert.Equal(["Name", "Name 2"], fields.Select(f => f.Name));
        Assert.Equal([At("a", "text"), At("b", "text")], fields[0].Fills.ToArray());
        Assert.Equal([At("c", "fill")], fields[1].Fills.ToArray());
    }
}
