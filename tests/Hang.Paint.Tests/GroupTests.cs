using Hang.Core.Contents;
using Hang.Core.Layers;
using Hang.Scene.Motion;
using Hang.Scene.Typesetting;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

public class GroupTests
{
    private static Layer Group(string id, double opacity) => Layer<GroupContent>(id).With("opacity", new Value(opacity));

    /// <summary>
    /// W3C Compositing and Blending Level 1, section 2.2, group opacity: the group is one picture, so at half opacity nothing of the lower member shows
    /// through the upper one.
    /// </summary>
    [Fact]
    public void AFadingBadgeShowsNothingThroughItsLogo()
    {
        var badge = Plate("badge", 0, 0, 80, 80, "#FFFFFF") with { Group = "g" };
        var logo = Plate("logo", 20, 20, 40, 40, "#FF0000") with { Group = "g" };
        using var whole = Painted.Paint(Graphic(100, 100, badge, logo, Group("g", 0.5)));
        // Premultiplied red at half alpha, and not the pink of a half red over a half white.
        Assert.Equal([128, 0, 0, 128], At(whole, 40, 40));
        Assert.Equal([128, 128, 128, 128], At(whole, 10, 10));
        using var apart = Painted.Paint(Graphic(100, 100, Plate("badge", 0, 0, 80, 80, "#FFFFFF", 0.5), Plate("logo", 20, 20, 40, 40, "#FF0000", 0.5)));
        Assert.NotEqual(0, At(apart, 40, 40)[1]);
    }

    [Fact]
    public void NestedGroupsMultiply()
    {
        var plate = Plate("a", 0, 0, 80, 80, "#00FF00") with { Group = "inner" };
        var inner = Group("inner", 0.5) with { Group = "outer" };
        using var canvas = Painted.Paint(Graphic(100, 100, plate, inner, Group("outer", 0.5)));
        Assert.InRange(At(canvas, 40, 40)[3], 63, 65);
    }

    [Fact]
    public void AGroupsMaskBlendMatteAndEffectsAreOfTheWhole()
    {
        var below = Plate("below", 0, 0, 100, 100, "#8080FF");
        Layer[] members = [Plate("a", 0, 0, 40, 100, "#FFFF00") with { Group = "g" }, Plate("b", 20, 0, 60, 100, "#00FFFF") with { Group = "g" }];
        // The box of the group is that of its members, 80 px wide: the mask leaves its left half.
        using var masked = Painted.Paint(Graphic(100, 100, [.. members, Group("g", 1).With("mask", new Value(0, 0, 0.5, 1))]));
        Assert.Equal((255, 0), (At(masked, 39, 50)[3], At(masked, 41, 50)[3]));
        // Multiplied with what lies behind: yellow within the group is covered by cyan first.
        using var multiplied = Painted.Paint(Graphic(100, 100, [below, .. members, Group("g", 1) with { Blend = BlendMode.Multiply }]));
        Assert.Equal([0, 128, 255, 255], At(multiplied, 30, 50));
        Assert.Equal([128, 128, 0, 255], At(multiplied, 10, 50));
        using var matted = Painted.Paint(Graphic(100, 100, [Plate("m", 0, 0, 100, 50, "#FFFFFF"), .. members, Group("g", 1) with { Matte = new("m") }]));
        Assert.Equal((255, 0), (At(matted, 30, 20)[3], At(matted, 30, 80)[3]));
        using var blurred = Painted.Paint(Graphic(100, 100, [.. members, Group("g", 1).With("effects/e1/radius", Const(3))]));
        // No seam where the members meet: the blur sees one picture.
        Assert.Equal(255, At(blurred, 40, 50)[3]);
        Assert.InRange(At(blurred, 80, 50)[3], 100, 140);
    }

    [Fact]
    public void WhatHangsFromALayerFollowsItsPlaceAndNothingElse()
    {
        var carrier = Plate("c", 10, 10, 20, 20, "#FF0000", 0.2) with { Hidden = true, In = 5 };
        var hung = Plate("h", 30, 0, 20, 20, "#00FF00") with { HangsFrom = "c" };
        using var canvas = Painted.Paint(Graphic(100, 60, carrier, hung));
        Assert.Equal([0, 255, 0, 255], At(canvas, 50, 20));
    }

    /// <summary>Letters that move one by one at half opacity are one picture at half opacity: where strokes of neighbours overlap, nothing is darker.</summary>
    [Fact]
    public void LettersThatFadeTogetherShowNoJoins()
    {
        var type = Type("WAVAW", "Inter", 800, 80) with { Id = "t" };
        type = (type with { Content = type.Content with { Values = type.Content.Kind.InPieces!.WithComing(type.Content.Values, new(PieceKind.Letter, 2)) } })
            .With("tracking", new Value(-120))
            .With("position", new Value(20, 90));
        using var full = Painted.Paint(Graphic(400, 120, type));
        using var half = Painted.Paint(
            Graphic(
                400,
                120,
                type.With("opacity", Scene.Motion.Channel.Of(NumbersKind.Number, [new(0, new(0.5), Feel.Linear), new(29, new(0.5), Feel.Linear)]))
            )
        );
        var worst = 0.0;
        for (var i = 3; i < full.Pixels.Length; i += 4)
        {
            worst = Math.Max(worst, Math.Abs(half.Pixels[i] - full.Pixels[i] / 2.0));
        }
        Assert.InRange(worst, 0, 2);
    }
}
