using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Core.Masks;
using Hang.Scene.Motion;
using Hang.Scene.Registry;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>Masks, by the areas that they leave. The plate is 100 x 100 at 20, 20.</summary>
public class MaskTests
{
    private static Layer Plate => Painted.Plate("a", 20, 20, 100, 100, "#FF0000");

    private static Layer With<T>(Layer layer, string id, Value box)
        where T : MaskKind
    {
        var kind = Modules<MaskKind>.Of<T>();
        return layer with { Masks = layer.Masks.Add(new(id, kind, kind.Blank.With(kind.Blank.Find("box")!, box))) };
    }

    private static double AreaOf(Layer layer, int frame = 0, params Layer[] others)
    {
        using var canvas = Painted.Paint(Graphic(160, 160, [layer, .. others]), frame);
        return Covered(canvas);
    }

    [Fact]
    public void MasksGoTogetherInOrder()
    {
        var left = With<BoxMask>(Plate, "m1", new(0, 0, 60, 100));
        Assert.Equal(6000, AreaOf(left), 1.0);
        var both = With<BoxMask>(left, "m2", new(40, 0, 80, 100));
        Assert.Equal(8000, AreaOf(both), 1.0);
        Assert.Equal(4000, AreaOf(both.With("masks/m2/combine", "subtract")), 1.0);
        Assert.Equal(2000, AreaOf(both.With("masks/m2/combine", "overlap")), 1.0);
        Assert.Equal(
            6000,
            AreaOf(
                both.With("masks/m2/combine", "overlap").With("masks/m2/inverted", Const(1)) is var l
                    ? l.With("masks/m2/box", new Value(60, 0, 100, 100))
                    : null!
            ),
            1.0
        );
        // The first begins with all when it takes away; a mask that is switched off is as none.
        Assert.Equal(4000, AreaOf(left.With("masks/m1/combine", "subtract")), 1.0);
        Assert.Equal(4000, AreaOf(left.With("masks/m1/inverted", Const(1))), 1.0);
        Assert.Equal(10000, AreaOf(left.With("masks/m1/on", Const(0))), 1.0);
        Assert.Equal(6000, AreaOf(both.With("masks/m2/combine", "overlap").With("masks/m2/on", Const(0))), 1.0);
        Assert.Equal(5000, AreaOf(both.With("masks/m2/combine", "subtract").With("masks/m2/opacity", Const(0.5))), 20.0);
    }

    [Fact]
    public void EdgesAreSoftenedAndMoved()
    {
        var left = With<BoxMask>(Plate, "m1", new(0, 0, 50, 100));
        Assert.Equal(6000, AreaOf(left.With("masks/m1/grow", Const(10))), 30.0);
        Assert.Equal(30 * 80, AreaOf(left.With("masks/m1/grow", Const(-10))), 30.0);
        using var soft = Painted.Paint(Graphic(160, 160, left.With("masks/m1/feather", Const(5))));
        Assert.InRange(At(soft, 69, 70)[3], 118, 150);
        Assert.InRange(At(soft, 64, 70)[3], 200, 230);
        Assert.InRange(At(soft, 74, 70)[3], 25, 60);
        Assert.Equal(Math.PI * 25 * 50, AreaOf(With<EllipseMask>(Plate, "m1", new(0, 0, 50, 100))), 20.0);
    }

    /// <summary>
    /// A path of a triangle; keyed, its points move one by one. A curve's area by Green's theorem: a quarter of a circle of four such tangents is within
    /// 0.03 %.
    /// </summary>
    [Fact]
    public void PathsAreMasksAndMove()
    {
        var kind = Modules<MaskKind>.Of<PathMask>();
        var triangle = PointPaths.Of((0, 0), (100, 0), (0, 100));
        var layer = Plate with { Masks = [new("m1", kind, kind.Blank.With(PathMask.Points, triangle))] };
        Assert.Equal(5000, AreaOf(layer), 6.0);
        var moving = layer.With("masks/m1/points", Over(new(0, triangle, Feel.Linear), new(10, PointPaths.Of((0, 0), (100, 0), (0, 0)), Feel.Linear)));
        Assert.Equal(2500, AreaOf(moving, 5), 8.0);
        const double k = 27.614;
        var circle = Value.Of(new NumberList([50, 0, -k, 0, k, 0, 0, 100, 50, 0, -k, 0, k, 0, 50, 100, k, 0, -k, 0, 0, 0, 50, 0, k, 0, -k, 0]));
        Assert.Equal(Math.PI * 2500, AreaOf(layer.With("masks/m1/points", circle)), 40.0);
    }

    /// <summary>
    /// A shadow is cast by what the mask leaves; the mask of a group cuts all that is in it; letters that move one by one are cut as a whole.
    /// </summary>
    [Fact]
    public void MasksCutGroupsAndPiecesBeforeTheirEffects()
    {
        var half = With<BoxMask>(Plate, "m1", new(0, 0, 50, 100))
            .WithEffect<DropShadow>("e1")
            .With("effects/e1/distance", Const(20))
            .With("effects/e1/direction", Const(0))
            .With("effects/e1/softness", Const(0))
            .With("effects/e1/fill", new Value(0, 0, 1, 1));
        using (var canvas = Painted.Paint(Graphic(160, 160, half)))
        {
            Assert.Equal([0, 0, 255, 255], At(canvas, 80, 70));
            Assert.Equal(0, At(canvas, 95, 70)[3]);
        }
        var group = With<BoxMask>(Layer<GroupContent>("g"), "m1", new(0, 0, 70, 160));
        Assert.Equal(5000, AreaOf(group, 0, Plate with { Group = "g" }), 1.0);
        var words = With<BoxMask>(Painted.Type("IIII", size: 80), "m1", new(0, -100, 40, 100));
        using var whole = Painted.Paint(Graphic(160, 160, words));
        using var pieces = Painted.Paint(Graphic(160, 160, words.With("pieces", "letter")));
        Assert.Equal(Covered(whole), Covered(pieces), 4.0);
        Assert.True(Covered(whole) < 0.7 * AreaOf(Painted.Type("IIII", size: 80)));
    }

    /// <summary>With motion blur, what cuts a group or letters still cuts, wherever they move.</summary>
    [Fact]
    public void MasksCutWhatIsBlurredByItsMotion()
    {
        var moving = Over(new(0, new(0, 0), Feel.Linear), new(10, new(60, 0), Feel.Linear));
        var group = With<BoxMask>(Layer<GroupContent>("g").With("position", moving), "m1", new(0, 0, 70, 160)) with { MotionBlur = true };
        using (var canvas = Painted.Paint(Graphic(240, 160, group, Plate with { Group = "g", MotionBlur = true }), 5))
        {
            // The mask stands for the whole frame while the plate moves by 3 px under it.
            Assert.InRange(Covered(canvas), 5000 - 3 * 100, 5000 + 1);
        }
        var words = With<BoxMask>(
            Painted
                .Type("IIII", size: 80)
                .With("pieces", "letter")
                .With("position", Over(new(0, new(10, 100), Feel.Linear), new(10, new(70, 100), Feel.Linear))),
            "m1",
            new(0, -100, 40, 100)
        );
        using var still = Painted.Paint(Graphic(240, 160, words), 5);
        using var blurred = Painted.Paint(Graphic(240, 160, words with { MotionBlur = true }), 5);
        Assert.Equal(Covered(still), Covered(blurred), 0.12 * Covered(still));
    }

    [Fact]
    public void DocumentsKeepMasks()
    {
        var graphic = Graphic(
            160,
            160,
            With<EllipseMask>(With<BoxMask>(Plate, "m1", new(0, 0, 50, 100)), "m2", new(1, 2, 3, 4))
                .With("masks/m2/feather", Over(new(0, new(1), Feel.Linear), new(9, new(4), Feel.Linear)))
        );
        var text = GraphicJson.Write(graphic);
        Assert.Equal(text, GraphicJson.Write(GraphicJson.Read(text)));
        Assert.Throws<Scene.ProblemException>(() => GraphicRules.Demand(Graphic(160, 160, With<BoxMask>(With<BoxMask>(Plate, "m1", default), "m1", default))));
    }
}
