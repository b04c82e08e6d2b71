using Hang.Core.Contents;
using Hang.Core.Effects;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Painting;
using Hang.Paint.Pictures;
using Hang.Paint.Pixels;
using Hang.Paint.Shaping;
using Hang.Scene.Motion;
using Hang.Scene.Registry;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using SkiaSharp;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>Groups whose picture is the same are painted once for many frames; no pixel is another for it.</summary>
public class KeptTests
{
    public static TheoryData<string> Effects => [.. Modules<EffectKind>.All.Select(e => e.Name)];

    private static Channel Going(Value from, Value to) => Over(new Keyframe(0, from, Feel.Linear), new Keyframe(16, to, Feel.Linear));

    private static Layer Shadowed(string id) =>
        Plate(id, 30, 20, 40, 20, "#C7851F").WithEffect<DropShadow>("e1").With("effects/e1/softness", Const(9)).With("effects/e1/distance", Const(4));

    /// <summary>Paints frames in order from one shelf, and holds each against one that nothing is kept for.</summary>
    /// <returns>How often a picture was saved.</returns>
    private static int Saved(params Layer[] layers)
    {
        var evaluator = new Evaluator(Graphic(160, 120, layers), TypeShaper.Shipped);
        using var shelf = new PictureShelf(_ => null);
        using var none = new PictureShelf(_ => null, groups: 0);
        using var kept = new FrameCanvas(160, 120, null, shelf);
        for (var frame = 0; frame <= 16; frame++)
        {
            using var fresh = new FrameCanvas(160, 120, null, none);
            kept.Paint(evaluator.At(frame));
            fresh.Paint(evaluator.At(frame));
            Assert.True(kept.Pixels.SequenceEqual(fresh.Pixels), $"frame {frame} is another");
        }
        return shelf.Groups.Saved;
    }

    /// <summary>As large as the frame: nothing else decides how far the frame is touched.</summary>
    private static Layer Ground => Plate("ground", 0, 0, 160, 120, "#F5EBD7", 0.9);

    /// <summary>Something that moves, so that every frame is painted.</summary>
    private static Layer Passing => Plate("passing", 0, 0, 12, 12, "#405060").With("position", Going(new(0, 50), new(80, 57)));

    [Theory]
    [MemberData(nameof(Effects))]
    public void WhatStandsUnderWhatChangesIsPaintedTwiceAndThenKept(string name)
    {
        var kind = Modules<EffectKind>.All.Single(e => e.Name == name);
        var standing = Plate("p", 40, 30, 60, 40, "#C7851F") with { Effects = [new("e", kind, kind.Blank)] };
        Saved(standing, Passing);
        Saved(
            Passing,
            standing with
            {
                Group = "g",
            },
            Shadowed("s") with
            {
                Group = "g",
            },
            Layer<GroupContent>("g") with
            {
                Effects = [new("e", kind, kind.Blank)],
            }
        );
        Saved(standing.With("position", Going(new(20, 30), new(36, 14))));
    }

    [Fact]
    public void AStandingShadowIsMadeTwiceInSeventeenFrames() => Assert.Equal(15, Saved(Ground, Shadowed("s"), Passing));

    [Fact]
    public void WhatMovesByWholePixelsIsItsKeptPicture()
    {
        // Its blur is made of pixels twice as large, so it must lie at an even place or at an odd one. It stays within the frame.
        Assert.Equal(13, Saved(Ground, Shadowed("s").With("position", Going(new(56, 46), new(72, 62)))));
        Assert.Equal(0, Saved(Ground, Shadowed("s").With("position", Going(new(56, 46), new(64.3, 46)))));
    }

    [Fact]
    public void AGroupOfLayersIsKeptAsOnePicture()
    {
        Layer[] members = [Shadowed("a") with { Group = "g" }, Plate("b", 50, 40, 20, 20, "#203040", 0.5) with { Group = "g" }];
        var group = Layer<GroupContent>("g").With("opacity", Going(new(0.2), new(1)));
        // How much of it is seen changes; it does not. At the end it is seen whole, and what is in it is kept by itself.
        Assert.Equal(15, Saved([.. members, group]));
        // What changes in it changes it, and what stands in it is kept.
        Assert.True(Saved([.. members, Passing with { Group = "g" }, group]) >= 14);
    }

    [Fact]
    public void WhatIsCutByTheEdgeOfTheFrameIsKeptAsItIsCut() => Assert.Equal(15, Saved(Ground, Shadowed("s").With("position", new Value(-20, -10)), Passing));

    [Fact]
    public void NoMoreIsKeptThanThereIsRoomFor()
    {
        using var blocks = new Blocks();
        using var kept = new KeptPictures(3 * 4 * 100);
        for (var key = 1; key <= 5; key++)
        {
            using var sheet = new Sheet(blocks, 0, 0, 10, 10);
            sheet.Canvas.Clear(new SKColor((byte)key, 0, 0));
            kept.Keep((UInt128)key, sheet);
            Assert.Null(kept.Take((UInt128)key));
            kept.Keep((UInt128)key, sheet);
        }
        Assert.Equal(3 * 4 * 100, kept.Held);
        Assert.Null(kept.Take(2));
        var held = kept.Take(3)!;
        kept.Dispose();
        // Whoever draws it still has it.
        Assert.Equal(0xFF000003, held.All[0]);
        kept.Return(held);
        Assert.Equal(0, kept.Held);
    }
}
