using System.Globalization;
using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>
/// Effects that recolour, held against the matrices and transfer functions that W3C Filter Effects Module Level 1 publishes (feColorMatrix, brightness(),
/// contrast(), invert()). The coefficients are written here once more, by hand, from the specification as remembered.
/// </summary>
public class ColourEffectTests
{
    private static readonly string[] Colours = ["#FF0000", "#00FF00", "#0000FF", "#4A2C12", "#C7851F", "#808080", "#FFFFFF", "#102030"];

    private static double[] Rgb(string hex) =>
        [.. Enumerable.Range(0, 3).Select(i => int.Parse(hex.AsSpan(1 + 2 * i, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture) / 255.0)];

    private static void Holds(Func<Layer, Layer> effect, Func<double[], double[]> truth)
    {
        foreach (var colour in Colours)
        {
            using var canvas = Painted.Paint(Graphic(40, 40, effect(Plate("a", 0, 0, 40, 40, colour))));
            var (found, wanted) = (At(canvas, 20, 20), truth(Rgb(colour)));
            for (var i = 0; i < 3; i++)
            {
                Assert.True(Math.Abs(found[i] - 255 * Math.Clamp(wanted[i], 0, 1)) <= 2, $"{colour}[{i}]: {found[i]}, not {255 * wanted[i]:0.0}");
            }
            Assert.Equal(255, found[3]);
        }
    }

    [Theory]
    [InlineData(0)]
    [InlineData(0.4)]
    [InlineData(1)]
    [InlineData(2.5)]
    public void SaturationIsThePublishedMatrix(double s) =>
        Holds(
            l => l.WithEffect<HueSaturation>("e1").With("effects/e1/saturation", Const(s)),
            c =>
                [
                    (0.213 + 0.787 * s) * c[0] + (0.715 - 0.715 * s) * c[1] + (0.072 - 0.072 * s) * c[2],
                    (0.213 - 0.213 * s) * c[0] + (0.715 + 0.285 * s) * c[1] + (0.072 - 0.072 * s) * c[2],
                    (0.213 - 0.213 * s) * c[0] + (0.715 - 0.715 * s) * c[1] + (0.072 + 0.928 * s) * c[2],
                ]
        );

    [Theory]
    [InlineData(90)]
    [InlineData(-35)]
    [InlineData(180)]
    public void TurnedHuesAreThePublishedMatrix(double degrees)
    {
        var (s, c) = Math.SinCos(degrees * Math.PI / 180);
        Holds(
            l => l.WithEffect<HueSaturation>("e1").With("effects/e1/hue", Const(degrees)),
            v =>
                [
                    (0.213 + c * 0.787 - s * 0.213) * v[0] + (0.715 - c * 0.715 - s * 0.715) * v[1] + (0.072 - c * 0.072 + s * 0.928) * v[2],
                    (0.213 - c * 0.213 + s * 0.143) * v[0] + (0.715 + c * 0.285 + s * 0.140) * v[1] + (0.072 - c * 0.072 - s * 0.283) * v[2],
                    (0.213 - c * 0.213 - s * 0.787) * v[0] + (0.715 - c * 0.715 + s * 0.715) * v[1] + (0.072 + c * 0.928 + s * 0.072) * v[2],
                ]
        );
    }

    [Theory]
    [InlineData(0.5, 1)]
    [InlineData(1.4, 1)]
    [InlineData(1, 0.3)]
    [InlineData(0.8, 1.7)]
    public void BrightnessAndContrastAreThePublishedFunctions(double brightness, double contrast) =>
        Holds(
            l => l.WithEffect<BrightnessContrast>("e1").With("effects/e1/brightness", Const(brightness)).With("effects/e1/contrast", Const(contrast)),
            c => [.. c.Select(v => contrast * brightness * v + 0.5 - 0.5 * contrast)]
        );

    [Theory]
    [InlineData(1)]
    [InlineData(0.25)]
    public void InvertIsThePublishedFunction(double amount) =>
        Holds(l => l.WithEffect<Invert>("e1").With("effects/e1/amount", Const(amount)), c => [.. c.Select(v => v * (1 - amount) + (1 - v) * amount)]);

    [Fact]
    public void ATintGoesFromBlackToItsColourByLuminance() =>
        Holds(
            l => l.WithEffect<Tint>("e1").With("effects/e1/fill", new Value(1, 0.5, 0, 1)),
            c => [.. new[] { 1, 0.5, 0 }.Select(t => t * (0.213 * c[0] + 0.715 * c[1] + 0.072 * c[2]))]
        );

    /// <summary>Half-seen colours are recoloured as they are, not as they are premultiplied.</summary>
    [Fact]
    public void AlphaStaysAsItIs()
    {
        using var canvas = Painted.Paint(Graphic(40, 40, Plate("a", 0, 0, 40, 40, "#FF000080").WithEffect<Invert>("e1")));
        Assert.Equal([0, 128, 128, 128], At(canvas, 20, 20));
    }

    [Fact]
    public void AnInnerShadowLiesInsideTheEdgesOnly()
    {
        var plate = Plate("a", 20, 20, 80, 80, "#FFFFFF")
            .WithEffect<InnerShadow>("e1")
            .With("effects/e1/distance", Const(10))
            .With("effects/e1/direction", Const(90))
            .With("effects/e1/softness", Const(0))
            .With("effects/e1/fill", new Value(0, 0, 0, 1));
        using var canvas = Painted.Paint(Graphic(120, 120, plate));
        Assert.Equal([0, 0, 0, 255], At(canvas, 60, 24));
        Assert.Equal([255, 255, 255, 255], At(canvas, 60, 34));
        Assert.Equal([255, 255, 255, 255], At(canvas, 60, 96));
        Assert.Equal(0, At(canvas, 60, 15)[3]);
    }

    /// <summary>The edge of a blurred half-plane is at half its light, whatever the softness (the Gaussian's integral).</summary>
    [Fact]
    public void GlowsAreHalfAsBrightAtTheEdge()
    {
        var plate = Plate("a", 60, -200, 200, 500, "#000000")
            .WithEffect<OuterGlow>("e1")
            .With("effects/e1/softness", Const(6))
            .With("effects/e1/fill", new Value(1, 1, 1, 1));
        using var outer = Painted.Paint(Graphic(120, 40, plate));
        Assert.InRange((At(outer, 59, 20)[3] + 127) / 2.0, 118, 128);
        Assert.InRange(At(outer, 59 - 12, 20)[3], 2, 10);
        Assert.Equal([0, 0, 0, 255], At(outer, 80, 20));
        var lit = Plate("a", 60, -200, 200, 500, "#000000")
            .WithEffect<InnerGlow>("e1")
            .With("effects/e1/softness", Const(6))
            .With("effects/e1/fill", new Value(1, 1, 1, 1));
        using var inner = Painted.Paint(Graphic(120, 40, lit));
        Assert.InRange(At(inner, 60, 20)[0], 112, 127);
        Assert.InRange(At(inner, 72, 20)[0], 2, 10);
        Assert.Equal(0, At(inner, 59, 20)[3]);
    }
}
