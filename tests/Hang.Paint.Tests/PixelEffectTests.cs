using Hang.Core.Contents;
using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>Effects that look at each pixel by its place.</summary>
public class PixelEffectTests
{
    private static Layer Grey => Plate("a", 10, 10, 100, 80, "#808080");

    [Fact]
    public void GrainIsTheSameForASeedEvenOnTheWholeAndWithinItsAmount()
    {
        var grained = Grey.WithEffect<Grain>("e").With("effects/e/amount", Const(0.2)).With("effects/e/size", Const(1));
        using var canvas = Painted.Paint(Graphic(120, 100, grained));
        var values = Enumerable.Range(0, 100 * 80).Select(i => At(canvas, 10 + i % 100, 10 + i / 100)[0] - 128.0).ToArray();
        // The mean of a triangular distribution from -a to a is 0, its variance a² / 6; 51 is a fifth of 255.
        Assert.InRange(values.Average(), -1, 1);
        Assert.InRange(Math.Sqrt(values.Select(v => v * v).Average()), 51 / Math.Sqrt(6) - 1, 51 / Math.Sqrt(6) + 1);
        Assert.InRange(values.Max(Math.Abs), 40, 52);
        Assert.Equal(0, At(canvas, 5, 5)[3]);
        using var again = Painted.Paint(Graphic(120, 100, grained), 7);
        Assert.True(canvas.Pixels.SequenceEqual(again.Pixels));
        using var other = Painted.Paint(Graphic(120, 100, grained.With("effects/e/seed", Const(2))));
        Assert.False(canvas.Pixels.SequenceEqual(other.Pixels));
        var moving = grained.With("effects/e/every", Const(5));
        using var first = Painted.Paint(Graphic(120, 100, moving), 4);
        using var second = Painted.Paint(Graphic(120, 100, moving), 5);
        using var same = Painted.Paint(Graphic(120, 100, moving), 9);
        Assert.False(first.Pixels.SequenceEqual(second.Pixels));
        Assert.True(second.Pixels.SequenceEqual(same.Pixels));
    }

    [Fact]
    public void GrainLiesOnTheLayerAndIsGreyOrNot()
    {
        var grained = Grey.WithEffect<Grain>("e").With("effects/e/amount", Const(0.3));
        using var here = Painted.Paint(Graphic(160, 120, grained));
        using var there = Painted.Paint(Graphic(160, 120, grained.With("position", new Value(33, 21))));
        Assert.Equal(At(here, 40, 40), At(there, 63, 51));
        Assert.True(At(here, 40, 40) is [var r, var g, var b, 255] && r == g && g == b);
        using var coloured = Painted.Paint(Graphic(160, 120, grained.With("effects/e/mono", Const(0))));
        Assert.Contains(Enumerable.Range(20, 60), x => At(coloured, x, 40) is [var r, var g, _, _] && r != g);
    }

    /// <summary>Each block has the mean of what is in it: a block half of which is covered is half covered.</summary>
    [Fact]
    public void AMosaicIsTheMeanOfItsBlocks()
    {
        var plate = Plate("a", 0, 0, 90, 50, "#FF0000").WithEffect<Mosaic>("e").With("effects/e/size", new Value(20, 20));
        using var canvas = Painted.Paint(Graphic(120, 100, plate));
        Assert.Equal([255, 0, 0, 255], At(canvas, 75, 35));
        Assert.InRange(At(canvas, 99, 5)[3], 127, 128);
        Assert.InRange(At(canvas, 5, 59)[3], 127, 128);
        Assert.InRange(At(canvas, 85, 45)[3], 63, 64);
        Assert.Equal(0, At(canvas, 101, 5)[3]);
    }

    /// <summary>At a quarter of its length a wave of height 10 carries everything 10 down; at three quarters up.</summary>
    [Theory]
    [InlineData(0, 20, 10)]
    [InlineData(0, 60, -10)]
    [InlineData(0.5, 20, -10)]
    [InlineData(0, 40, 0)]
    public void AWaveMovesAcrossItsWay(double phase, int x, int by)
    {
        var plate = Plate("a", 0, 40, 160, 30, "#FF0000")
            .WithEffect<Wave>("e")
            .With("effects/e/height", Const(10))
            .With("effects/e/length", Const(80))
            .With("effects/e/phase", Const(phase));
        using var canvas = Painted.Paint(Graphic(160, 120, plate));
        // A place is taken from where the wave puts it, so the picture is moved the other way.
        var (top, bottom) = (40 - by, 70 - by);
        Assert.Equal((0, 255, 255, 0), (At(canvas, x, top - 3)[3], At(canvas, x, top + 3)[3], At(canvas, x, bottom - 4)[3], At(canvas, x, bottom + 3)[3]));
    }

    [Fact]
    public void AWaveRunsByItself()
    {
        // At 25 frames a second, one wave in a second is half of one in 12.5 frames.
        var plate = Plate("a", 0, 40, 160, 30, "#FF0000")
            .WithEffect<Wave>("e")
            .With("effects/e/height", Const(10))
            .With("effects/e/length", Const(80))
            .With("effects/e/speed", Const(2));
        using var canvas = Painted.Paint(Graphic(160, 120, plate), 25);
        using var still = Painted.Paint(Graphic(160, 120, plate.With("effects/e/speed", Const(0))));
        Assert.Equal(At(still, 20, 35), At(canvas, 20, 35));
        using var between = Painted.Paint(Graphic(160, 120, plate), 6);
        Assert.NotEqual(At(still, 20, 33), At(between, 20, 33));
    }

    [Fact]
    public void ARippleRunsFromItsCentreAndFades()
    {
        // A disc of radius 30 about the middle; at radius 30 + δ the picture is taken from 10 further in or out.
        var disc = Layer<Ellipse>("a")
            .With("position", new Value(50, 50))
            .With("size", new Value(60, 60))
            .WithEffect<Ripple>("e")
            .With("effects/e/height", Const(10))
            .With("effects/e/length", Const(160));
        using var canvas = Painted.Paint(Graphic(160, 160, disc));
        // sin(2π 22 / 160) · 10 = 7.6: what lies at 22.4 or less is seen from beyond the edge: the disc is smaller.
        Assert.Equal((255, 0), (At(canvas, 80, 80 - 20)[3], At(canvas, 80, 80 - 25)[3]));
        using var faded = Painted.Paint(Graphic(160, 160, disc.With("effects/e/fades", Const(10))));
        Assert.Equal((255, 0), (At(faded, 80, 52)[3], At(faded, 80, 48)[3]));
        using var aside = Painted.Paint(Graphic(160, 160, disc.With("effects/e/centre", new Value(0.5, 10))));
        Assert.NotEqual(At(canvas, 80, 80 - 22), At(aside, 80, 80 - 22));
    }

    /// <summary>A gleam that stands behind another effect is seen after it: inverted, light is dark.</summary>
    [Fact]
    public void AGleamActsWhereItStands()
    {
        Layer With(bool gleamFirst)
        {
            var plate = Plate("a", 10, 10, 100, 80, "#FFFFFF");
            plate = gleamFirst ? plate.WithEffect<Gleam>("g").WithEffect<Invert>("i") : plate.WithEffect<Invert>("i").WithEffect<Gleam>("g");
            return plate
                .With("effects/g/begins", Const(0))
                .With("effects/g/lasts", Const(1))
                .With("effects/g/fill", new Value(1, 0, 0, 1))
                .With("effects/g/width", Const(40));
        }
        // Half-way in time the band is in the middle.
        using var first = Painted.Paint(Graphic(120, 100, With(true)), 12);
        using var last = Painted.Paint(Graphic(120, 100, With(false)), 12);
        Assert.Equal(([0, 255, 255, 255], [255, 0, 0, 255]), (At(first, 58, 50), At(last, 58, 50)), (a, b) =>
            a.Item1.SequenceEqual(b.Item1) && a.Item2.SequenceEqual(b.Item2)
        );
        Assert.Equal(At(first, 14, 12), At(last, 14, 12));
    }
}
