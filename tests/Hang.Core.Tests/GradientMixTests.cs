using CsCheck;
using Hang.Scene.Colour;
using Hang.Scene.Values;

namespace Hang.Core.Tests;

/// <summary>Colours along a gradient and between two, after CSS Images 3, sections 3.4.2 and 3.4.3.</summary>
public sealed class GradientMixTests
{
    private static readonly Gen<Rgba> Colours = Gen.Select(Gen.Double[0, 1], Gen.Double[0, 1], Gen.Double[0, 1], Gen.Double[0, 1])
        .Select((r, g, b, a) => new Rgba(r, g, b, a));

    private static Gradient Linear(params (double At, string Colour)[] stops) =>
        new(GradientType.Linear, 0, 0, 1, 0, 1, [.. stops.Select(s => new GradientStop(s.At, Rgba.Parse(s.Colour)))]);

    private static void Same(Rgba expected, Rgba actual, double within = 1e-9)
    {
        Assert.InRange(actual.R, expected.R - within, expected.R + within);
        Assert.InRange(actual.G, expected.G - within, expected.G + within);
        Assert.InRange(actual.B, expected.B - within, expected.B + within);
        Assert.InRange(actual.A, expected.A - within, expected.A + within);
    }

    [Fact]
    public void BetweenStopsColoursRunEvenlyAndBeyondThemTheyStand()
    {
        var run = Linear((0.25, "#000000"), (0.75, "#FFFFFF"));
        Same(Rgba.Black, run.At(0));
        Same(Rgba.Black, run.At(0.25));
        Same(new(0.5, 0.5, 0.5), run.At(0.5));
        Same(new(0.75, 0.75, 0.75), run.At(0.625));
        Same(Rgba.White, run.At(0.75));
        Same(Rgba.White, run.At(1));
    }

    /// <summary>
    /// "If a color stop has a position that is less than the specified position of any color stop before it in the list, set its position to be equal to
    /// the largest" (3.4.3).
    /// </summary>
    [Fact]
    public void AStopBeforeItsPredecessorStandsWhereThatDoes()
    {
        var run = Linear((0, "#000000"), (0.6, "#FF0000"), (0.2, "#00FF00"), (1, "#FFFFFF"));
        Assert.Equal([0, 0.6, 0.6, 1], run.InOrder().Select(s => s.At));
        Same(Rgba.Parse("#FF0000"), run.At(0.6 - 1e-12), 1e-6);
        Same(Rgba.Parse("#00FF00"), run.At(0.6));
    }

    /// <summary>Mixed premultiplied (3.4.2): from red to nothing at all it stays red.</summary>
    [Fact]
    public void ToNothingItKeepsItsColour()
    {
        Same(Rgba.Parse("#FF0000") with { A = 0.5 }, Linear((0, "#FF0000"), (1, "#0000FF00")).At(0.5));
        Same(Rgba.Parse("#0000FF") with { A = 0.25 }, Linear((0, "#FF000000"), (1, "#0000FF")).At(0.25));
        Assert.Equal(0, Gradient.Mix(new(1, 0, 0, 0), new(0, 0, 1, 0), 0.5).A);
    }

    /// <summary>The premultiplied mixture of two is their sum by weight, whatever the colours.</summary>
    [Fact]
    public void MixturesAddUpPremultiplied() =>
        Gen.Select(Colours, Colours, Gen.Double[0, 1])
            .Sample(
                (a, b, t) =>
                {
                    var mixed = Gradient.Mix(a, b, t);
                    Assert.Equal(a.A * (1 - t) + b.A * t, mixed.A, 9);
                    Assert.Equal(a.R * a.A * (1 - t) + b.R * b.A * t, mixed.R * mixed.A, 9);
                    Assert.Equal(a.G * a.A * (1 - t) + b.G * b.A * t, mixed.G * mixed.A, 9);
                    Assert.Equal(a.B * a.A * (1 - t) + b.B * b.A * t, mixed.B * mixed.A, 9);
                }
            );

    [Fact]
    public void MixingTheOtherWayRoundIsTheSame() =>
        Gen.Select(Colours, Colours, Gen.Double[0, 1])
            .Where((a, b, t) => a.A * (1 - t) + b.A * t > 1e-3)
            .Sample((a, b, t) => Same(Gradient.Mix(a, b, t), Gradient.Mix(b, a, 1 - t), 1e-6));

    [Fact]
    public void AtItsEndsAChangeOfGradientsIsTheirs()
    {
        var (a, b) = (Linear((0, "#FF0000"), (1, "#0000FF")), Linear((0.25, "#00FF00"), (0.5, "#FFFFFF"), (1, "#000000")));
        for (var place = 0.0; place <= 1; place += 0.05)
        {
            Same(a.At(place), Gradient.Between(a, b, 0).At(place));
            Same(b.At(place), Gradient.Between(a, b, 1).At(place), 1e-6);
        }
    }

    /// <summary>With as many stops, places and colours go number by number.</summary>
    [Fact]
    public void HalfwayEveryNumberIsHalfway()
    {
        var half = Gradient.Between(Linear((0, "#FF0000"), (0.5, "#00FF00")), Linear((0.5, "#0000FF"), (1, "#00FF00")) with { FromX = 1, ToY = 1 }, 0.5);
        Assert.Equal((0.5, 0.0, 1.0, 0.5), (half.FromX, half.FromY, half.ToX, half.ToY));
        Assert.Equal([0.25, 0.75], half.Stops.Select(s => s.At));
        Same(new(0.5, 0, 0.5), half.Stops[0].Colour);
        Same(new(0, 1, 0), half.Stops[1].Colour);
    }

    /// <summary>A plain colour on its way to a gradient is a gradient of that colour alone.</summary>
    [Fact]
    public void APlainColourBecomesAGradientEvenly()
    {
        var mixed = PaintKind.Paint.Mix(new Value(1, 0, 0, 1), PaintKind.Of(Linear((0, "#0000FF"), (1, "#00FF00"))), 0.5);
        var gradient = Assert.IsType<Gradient>(mixed.Held);
        Same(new(0.5, 0, 0.5), gradient.At(0));
        Same(new(0.5, 0.5, 0), gradient.At(1));
    }

    [Fact]
    public void TwoTypesFadeIntoEachOther()
    {
        var (line, round) = (Linear((0, "#0000FF"), (1, "#00FF00")), Linear((0, "#FF0000"), (1, "#FFFFFF")) with { Type = GradientType.Radial });
        var crossing = Assert.IsType<Crossing>(PaintKind.Paint.Mix(PaintKind.Of(line), PaintKind.Of(round), 0.25).Held);
        Assert.Equal((line, round, 0.25), (crossing.From, crossing.To, crossing.Share));
    }
}
