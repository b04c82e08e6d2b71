using Hang.Core.Contents;
using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>Lamps, the shadows of what is raised, bevels in their light, and gleams.</summary>
public class LightTests
{
    private static Layer Lamp(double x, double y) =>
        Layer<Lamp>("lamp").With("position", new Value(x, y)).With("height", Const(200)).With("softness", Const(0)).With("fill", new Value(0, 0, 1, 1));

    private static Layer Raised(double high = 100) => Plate("a", 90, 90, 20, 20, "#FF0000").With("raise", Const(high));

    /// <summary>Similar triangles: at half the lamp's height the shadow lies as far from the layer as the layer from the place under the lamp.</summary>
    [Fact]
    public void AShadowFallsAwayFromTheLamp()
    {
        using var canvas = Painted.Paint(Graphic(240, 240, Lamp(60, 100), Raised()));
        Assert.Equal([255, 0, 0, 255], At(canvas, 100, 100));
        Assert.Equal([0, 0, 255, 255], At(canvas, 140, 100));
        Assert.Equal(0, At(canvas, 115, 100)[3]);
        using var lower = Painted.Paint(Graphic(240, 240, Lamp(60, 100), Raised(50)));
        // 50 under 200: a third of 40.
        Assert.Equal([0, 0, 255, 255], At(lower, 118, 100));
        Assert.Equal(0, At(lower, 126, 100)[3]);
        using var turned = Painted.Paint(Graphic(240, 240, Lamp(100, 160), Raised().With("turn", Const(90))));
        Assert.Equal([0, 0, 255, 255], At(turned, 100, 40));
        using var none = Painted.Paint(Graphic(240, 240, Raised()));
        Assert.Equal(400, Covered(none), 1.0);
    }

    [Fact]
    public void AShadowCanFallOnlyOnWhatLiesBehind()
    {
        var ground = Plate("g", 130, 0, 110, 240, "#FFFFFF");
        using var canvas = Painted.Paint(
            Graphic(240, 240, Lamp(60, 100), ground, Raised().With("shadowOnto", "onWhatLiesBehind").With("position", new Value(85, 90)))
        );
        // The shadow of the plate at 85..105 lies at 120..140: seen from 130 on.
        Assert.Equal(0, At(canvas, 125, 100)[3]);
        Assert.Equal([0, 0, 255, 255], At(canvas, 135, 100));
        Assert.Equal([255, 0, 0, 255], At(canvas, 95, 100));
        Assert.Equal([255, 255, 255, 255], At(canvas, 135, 60));
    }

    [Fact]
    public void ABevelIsLitFromTheLamp()
    {
        var plate = Plate("a", 60, 60, 100, 100, "#808080").With("bevel", Const(20)).With("bevelStrength", Const(1));
        using var left = Painted.Paint(Graphic(240, 240, Lamp(0, 110), plate));
        Assert.True(At(left, 65, 110)[0] > 200 && At(left, 155, 110)[0] < 60 && At(left, 110, 110)[0] == 128);
        using var moved = Painted.Paint(
            Graphic(240, 240, Lamp(0, 110).With("position", Over(new(0, new(0, 110), Feel.Linear), new(10, new(240, 110), Feel.Linear))), plate),
            10
        );
        Assert.True(At(moved, 65, 110)[0] < 60 && At(moved, 155, 110)[0] > 200);
        using var alone = Painted.Paint(Graphic(240, 240, plate.With("bevelLight", Const(-90))));
        Assert.True(At(alone, 110, 65)[0] > 200 && At(alone, 110, 155)[0] < 60);
    }

    /// <summary>
    /// At 25 frames a second a band that begins after 0.2 s and lasts 0.4 s stands in the middle at frame 10, and is seen on the layer alone.
    /// </summary>
    [Fact]
    public void AGleamRunsAcross()
    {
        var plate = Plate("a", 20, 60, 200, 100, "#000000")
            .WithEffect<Gleam>("e1")
            .With("effects/e1/begins", new Value(0.2))
            .With("effects/e1/lasts", new Value(0.4))
            .With("effects/e1/width", Const(40))
            .With("effects/e1/angle", Const(0))
            .With("effects/e1/softness", Const(0))
            .With("effects/e1/fill", new Value(1, 1, 1, 1));
        int[] Lit(Layer layer, int frame)
        {
            using var canvas = Painted.Paint(Graphic(240, 240, layer), frame);
            Assert.Equal(0, At(canvas, 120, 50)[3]);
            return [.. Enumerable.Range(0, 240).Where(x => At(canvas, x, 110)[0] > 128)];
        }
        Assert.Empty(Lit(plate, 4));
        Assert.Equal(Enumerable.Range(100, 40), Lit(plate, 10));
        Assert.Empty(Lit(plate, 16));
        Assert.Equal(Lit(plate, 10), Lit(plate.With("effects/e1/every", new Value(0.6)), 25));
        // With a group, all of it gleams.
        var group = Layer<GroupContent>("g") with { Effects = plate.Effects };
        using var both = Painted.Paint(Graphic(240, 240, group, Plate("b", 20, 60, 200, 100, "#000000") with { Group = "g" }), 10);
        Assert.Equal(255, At(both, 120, 110)[0]);
        Assert.Equal(0, At(both, 60, 110)[0]);
    }
}
