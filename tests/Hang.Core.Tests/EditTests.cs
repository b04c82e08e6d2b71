using System.Text.Json;
using CsCheck;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Scene;
using Hang.Scene.Phases;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

public class EditTests
{
    private static JsonElement Json(string text) => JsonDocument.Parse(text).RootElement;

    [Fact]
    public void AValueGoesToTheKeyframeHereOrToAllTime()
    {
        var graphic = Graphic(Plate("a", ("opacity", Keyed((0, 0), (10, 1)))));
        var keyed = new SetValue("a", At("opacity"), Json("0.25"), 5).ApplyTo(graphic, Samples.Shaper).Layer("a").Channel("opacity");
        Assert.Equal([0, 5, 10], keyed.Keys.Select(k => k.At));
        var constant = new SetValue("a", At("turn"), Json("30"), 5).ApplyTo(graphic, Samples.Shaper).Layer("a").Channel("turn");
        Assert.False(constant.IsKeyed);
    }

    [Theory]
    [InlineData("opacity", "2", "Use a number from 0 to 1")]
    [InlineData("position", "[1]", "2 numbers")]
    [InlineData("fill", "\"red\"", "colour is text")]
    [InlineData("typeSize", "9", "no typeSize")]
    public void AValueThatDoesNotFitIsRefusedWithTheLayersName(string address, string value, string says)
    {
        var problem = Assert
            .Throws<ProblemException>(() => new SetValue("a", At(address), Json(value), 0).ApplyTo(Graphic(Plate("a")), Samples.Shaper))
            .Problem;
        Assert.Equal("Plate a", problem.Layer);
        Assert.Contains(says, problem.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void ALongerHoldMovesAllOfLeaveWithIt()
    {
        var graphic = Graphic(Plate("a", ("opacity", Keyed((5, 0), (30, 1), (80, 1), (99, 0)))));
        var longer = new SetPhases(new PhaseLengths(20, 90, 20)).ApplyTo(graphic, Samples.Shaper);
        Assert.Equal([5, 30, 110, 129], longer.Layer("a").Channel("opacity").Keys.Select(k => k.At));
        Assert.Throws<ProblemException>(() => new SetPhases(new PhaseLengths(20, 10, 20)).ApplyTo(graphic, Samples.Shaper));
    }

    /// <summary>Whatever is moved and however far: the same keyframes, in time, and nothing outside the selection moves.</summary>
    [Fact]
    public void MovedKeyframesStayInTimeAndOthersStayPut() =>
        Gen.Select(Gen.Int[0, 99].HashSet[3, 8], Gen.Int[-200, 200])
            .Sample(
                (frames, by) =>
                {
                    var graphic = Graphic(Plate("a", ("turn", Keyed([.. frames.Select(f => (f, f + 0.5))]))), Plate("b", ("turn", Keyed((50, 1)))));
                    var moved = frames.Order().Take(2).ToArray();
                    var after = new MoveKeys([.. moved.Select(f => new KeyPlace("a", At("turn"), f))], by).ApplyTo(graphic, Samples.Shaper);
                    var keys = after.Layer("a").Channel("turn").Keys;
                    var shift = keys.Single(k => k.Value.X == moved[0] + 0.5).At - moved[0];
                    var landed = moved.Select(m => m + shift).ToHashSet();
                    return keys.All(k => k.At is >= 0 and < 100)
                        && frames.Except(moved).Where(f => !landed.Contains(f)).All(f => keys.Any(k => k.At == f && k.Value.X == f + 0.5))
                        && after.Layer("b") == graphic.Layer("b");
                }
            );

    [Fact]
    public void CopiesGetNumbersAndIdsOfTheirOwn()
    {
        var graphic = new DuplicateLayers(["a"]).ApplyTo(Graphic(Plate("a")), Samples.Shaper);
        graphic = new DuplicateLayers(["a"]).ApplyTo(graphic, Samples.Shaper);
        Assert.Equal(["Plate a", "Plate a 3", "Plate a 2"], graphic.Layers.Select(l => l.Name));
        Assert.Equal(3, graphic.Layers.Select(l => l.Id).Distinct().Count());
    }

    [Fact]
    public void WhatHungFromADeletedLayerHangsFromItsCarrier()
    {
        var graphic = Graphic(Plate("a"), Plate("b") with { HangsFrom = "a" }, Plate("c") with { HangsFrom = "b" });
        Assert.Equal("a", new RemoveLayers(["b"]).ApplyTo(graphic, Samples.Shaper).Layer("c").HangsFrom);
        Assert.Throws<ProblemException>(() => new ChangeLayer("a", HangsFrom: "c").ApplyTo(graphic, Samples.Shaper));
    }

    [Fact]
    public void EveryEditSurvivesTheWire()
    {
        Edit[] edits =
        [
            new AddLayer(Plate("x")),
            new RemoveLayers(["a"]),
            new OrderLayer("a", 0),
            new ChangeLayer("a", Name: "Other"),
            new SetValue("a", At("turn"), Json("5"), 3),
            new AddKey("a", At("turn"), 3),
            new ClearKeys("a", At("turn"), 3),
            new SetPhases(new PhaseLengths(1, 2, 3)),
            new ChangeGraphic(Width: 800),
        ];
        foreach (var edit in edits)
        {
            var back = Edit.Read(edit.Write());
            Assert.Equal(
                GraphicJson.Write(edit.ApplyTo(Graphic(Plate("a")), Samples.Shaper)),
                GraphicJson.Write(back.ApplyTo(Graphic(Plate("a")), Samples.Shaper))
            );
        }
    }
}
