using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Layers;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Geometry;
using Hang.Scene.Motion;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>Graphics in other sizes and shapes, held by the edges of what they show.</summary>
public class RefitTests
{
    private static readonly TypeShaper Shaper = TypeShaper.Shipped;

    public static TheoryData<int, int> Sizes =>
        new()
        {
            { 1080, 1920 },
            { 1080, 1080 },
            { 1080, 1350 },
            { 3840, 2160 },
            { 1280, 720 },
            { 2560, 1080 },
        };

    private static Box BoxOf(Graphic graphic, string layer, int frame = 15)
    {
        var (box, world) = new Evaluator(graphic, Shaper).Place(graphic.Layer(layer), frame);
        return world.Map(box);
    }

    private static Graphic To(Graphic graphic, int width, int height) => new Refit(width, height).ApplyTo(graphic, Shaper);

    [Theory]
    [MemberData(nameof(Sizes))]
    public void WhatLiesAtAnEdgeOrCornerStaysThere(int width, int height)
    {
        var graphic = Graphic(
            1920,
            1080,
            Plate("ground", 0, 0, 1920, 1080, "#101010"),
            Plate("bug", 1700, 60, 120, 80, "#ff0000"),
            Plate("strap", 100, 900, 700, 100, "#00ff00"),
            Plate("mid", 860, 440, 200, 200, "#0000ff")
        );
        var next = To(graphic, width, height);
        Assert.Equal((width, height), (next.Width, next.Height));
        var ground = BoxOf(next, "ground");
        Assert.Equal(
            new(0, 0, width, height),
            new Box(Math.Round(ground.Left, 3), Math.Round(ground.Top, 3), Math.Round(ground.Right, 3), Math.Round(ground.Bottom, 3))
        );
        var (bug, strap, mid) = (BoxOf(next, "bug"), BoxOf(next, "strap"), BoxOf(next, "mid"));
        var scale = bug.Width / 120;
        Assert.Equal(scale, strap.Height / 100, 6);
        Assert.True(scale <= Math.Min(width, height) / 1080.0 + 1e-6, $"{scale}");
        var safe = SafeAreas.Graphics(width, height);
        foreach (var box in new[] { bug, strap, mid })
        {
            Assert.True(
                box.Left >= safe.Left - 0.01 && box.Right <= safe.Right + 0.01 && box.Top >= safe.Top - 0.01 && box.Bottom <= safe.Bottom + 0.01,
                $"{box} in {safe}"
            );
        }
        // As far from its corner as the scale says, or as the safe area lets it be.
        Assert.Equal(Math.Max(100 * scale, safe.Right - safe.Right + (width - safe.Right)), width - bug.Right, 3);
        Assert.Equal(Math.Max(100 * scale, safe.Left), strap.Left, 3);
        Assert.Equal(Math.Max(80 * scale, height - safe.Bottom), height - strap.Bottom, 3);
        Assert.Equal((width / 2.0, height / 2.0), (Math.Round((mid.Left + mid.Right) / 2, 3), Math.Round((mid.Top + mid.Bottom) / 2, 3)));
    }

    [Theory]
    [MemberData(nameof(Sizes))]
    public void WhatLiesTogetherKeepsItsInnerDistances(int width, int height)
    {
        var graphic = Graphic(
            1920,
            1080,
            Plate("plate", 120, 850, 1200, 140, "#302010"),
            Plate("badge", 90, 830, 180, 180, "#ffffff").With("turn", 12),
            Type("Words of some length") with
            {
                Id = "t",
            }
        );
        graphic = graphic.With(graphic.Layer("t").With("position", new Value(300, 930)));
        var next = To(graphic, width, height);
        var (plate, badge, type) = (BoxOf(next, "plate"), BoxOf(next, "badge"), BoxOf(next, "t"));
        var scale = plate.Width / 1200;
        var (p, b, t) = (BoxOf(graphic, "plate"), BoxOf(graphic, "badge"), BoxOf(graphic, "t"));
        Assert.Equal((b.Left - p.Left) * scale, badge.Left - plate.Left, 2);
        Assert.Equal((b.Bottom - p.Bottom) * scale, badge.Bottom - plate.Bottom, 2);
        Assert.Equal((t.Left - p.Left) * scale, type.Left - plate.Left, 2);
        Assert.Equal((t.Bottom - p.Top) * scale, type.Bottom - plate.Top, 2);
    }

    [Fact]
    public void WhatComesFromBeyondAnEdgeDoesSoAgain()
    {
        var graphic = Graphic(
            1920,
            1080,
            Plate("p", 0, 0, 400, 100, "#ff0000")
                .With(
                    "position",
                    Channel.Of(
                        NumbersKind.Point,
                        [
                            new(0, new(760, 1100), Feel.Linear),
                            new(9, new(760, 700), Feel.Linear),
                            new(20, new(760, 700), Feel.Linear),
                            new(29, new(1950, 700), Feel.Linear),
                        ]
                    )
                )
        );
        foreach (var (width, height) in new[] { (1080, 1920), (1080, 1080), (3840, 1080) })
        {
            var next = To(graphic, width, height);
            Assert.True(BoxOf(next, "p", 0).Top >= height, "it should come from below");
            Assert.True(BoxOf(next, "p", 29).Left >= width, "it should go to the right");
            Assert.True(BoxOf(next, "p").Intersect(new(0, 0, width, height)) == BoxOf(next, "p"));
        }
    }

    [Fact]
    public void ATieOfItsOwnIsKept()
    {
        var graphic = Graphic(1920, 1080, Plate("p", 100, 900, 300, 90, "#ff0000"));
        graphic = new TieLayers(["p"], new(TieAcross.Right, TieDown.Top)).ApplyTo(graphic, Shaper);
        Assert.Equal(graphic.Layer("p").Tie, GraphicJson.Read(GraphicJson.Write(graphic)).Layer("p").Tie);
        // 1520 px from the right edge and 900 from the top stay so.
        Assert.Equal(new(740, 900, 1040, 990), BoxOf(To(graphic, 2560, 1080), "p"));
        var safe = new TieLayers(["p"], new(TieAcross.Left, TieDown.Top, true)).ApplyTo(graphic, Shaper);
        // 4 px from the safe area's left edge before, and after.
        Assert.Equal(2560 * 0.05 + 4, BoxOf(To(safe, 2560, 1080), "p").Left, 3);
    }

    [Fact]
    public void SameShapeIsNothingButLarger()
    {
        var graphic = Graphic(640, 360, Plate("p", 40, 250, 300, 60, "#2060a0").With("turn", 7).With("pivot", new Value(0, 1)), Type("Bea", size: 40));
        using var small = Painted.Paint(graphic, 15, 2);
        using var large = Painted.Paint(To(graphic, 1280, 720), 15);
        var worst = 0;
        for (var i = 0; i < small.Pixels.Length; i++)
        {
            worst = Math.Max(worst, Math.Abs(small.Pixels[i] - large.Pixels[i]));
        }
        Assert.InRange(worst, 0, 3);
    }

    [Fact]
    public void TheDemoFitsEveryShape()
    {
        var said = new List<string>();
        foreach (var file in Directory.GetFiles(Path.Combine(ProjectFolder.Root, "demo"), "*.hang"))
        {
            var graphic = GraphicJson.Read(File.ReadAllBytes(file));
            foreach (var (width, height) in new[] { (1080, 1920), (1080, 1080), (1080, 1350) })
            {
                var next = To(graphic, width, height);
                said.AddRange(Refit.Crowded(graphic, next, Shaper).Select(f => $"{Path.GetFileName(file)} {width} x {height}: {f.Problem}"));
            }
        }
        Assert.True(said.Count == 0, string.Join("\n", said));
    }

    [Fact]
    public void PlacedAndRefittedItIsAsRefittedByItself()
    {
        var graphic = Graphic(640, 360, Plate("p", 20, 300, 200, 40, "#2060a0"));
        var host = new PlaceGraphic("k", graphic).ApplyTo(Graphic(360, 640), Shaper);
        host = host.With(host.Layers[0].With("shape", "refitted").With("scale", new Value(1, 1)).With("position", new Value(0, 0)));
        using var placed = Painted.Paint(host, 15);
        using var alone = Painted.Paint(To(graphic, 360, 640), 15);
        Assert.Equal(alone.Pixels.ToArray(), placed.Pixels.ToArray());
    }

    [Fact]
    public void NoSizeIsRefused() =>
        Assert.Contains("no size", Assert.Throws<ProblemException>(() => To(Graphic(640, 360), 0, 99999)).Problem.Message.ToString(), StringComparison.Ordinal);
}
