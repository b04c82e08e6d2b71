using Hang.Core.Contents;
using Hang.Core.Layers;
using Hang.Scene.Colour;
using Hang.Scene.Values;
using Hang.Tests.Shared;
using static Hang.Tests.Shared.Making;
using static Hang.Tests.Shared.Painted;

namespace Hang.Paint.Tests;

/// <summary>
/// Gradients at 50 places of each kind against what CSS Images 3 (section 3.4: stops, premultiplied mixing) and CSS Images 4 (conic) say, computed here
/// from the definitions.
/// </summary>
public class GradientTests
{
    private const int Width = 160,
        Height = 90,
        Left = 20,
        Top = 10;

    private static readonly (double At, double[] Colour)[] Stops =
    [
        (0.1, [1, 0.2, 0, 1]),
        (0.45, [0, 0.6, 1, 0.4]),
        (0.45, [1, 1, 0, 1]),
        (0.9, [0.2, 0, 0.4, 0]),
    ];

    private static Layer Filled(Gradient gradient) =>
        Layer<Plate>("a").With("position", new Value(Left, Top)).With("size", new Value(Width, Height)).With("fill", PaintKind.Of(gradient));

    private static Gradient Of(GradientType type, double fromX, double fromY, double toX, double toY, double squeeze = 1) =>
        new(type, fromX, fromY, toX, toY, squeeze, [.. Stops.Select(s => new GradientStop(s.At, new(s.Colour[0], s.Colour[1], s.Colour[2], s.Colour[3])))]);

    /// <summary>Premultiplied red, green, blue and alpha at a place, as the specification mixes them.</summary>
    private static double[] Wanted(double t)
    {
        static double[] Premultiplied(double[] c) => [c[0] * c[3], c[1] * c[3], c[2] * c[3], c[3]];
        for (var i = Stops.Length - 1; i >= 0; i--)
        {
            if (t >= Stops[i].At)
            {
                var (a, b) = (Premultiplied(Stops[i].Colour), Premultiplied(Stops[Math.Min(i + 1, Stops.Length - 1)].Colour));
                var share = i == Stops.Length - 1 ? 0 : (t - Stops[i].At) / (Stops[i + 1].At - Stops[i].At);
                return [.. a.Zip(b, (x, y) => 255 * (x + (y - x) * share))];
            }
        }
        return [.. Premultiplied(Stops[0].Colour).Select(c => c * 255)];
    }

    private static void Compare(Gradient gradient, Func<double, double, double> place)
    {
        using var canvas = Painted.Paint(Graphic(200, 110, Filled(gradient)));
        var compared = 0;
        for (var i = 0; i < 70; i++)
        {
            var (x, y) = (Left + 3 + i * 37 % (Width - 6), Top + 3 + i * 23 % (Height - 6));
            var t = place(x + 0.5 - Left, y + 0.5 - Top);
            // A pixel on a hard edge between two stops is neither.
            if (Math.Abs(t - 0.45) < 0.02)
            {
                continue;
            }
            compared++;
            var (wanted, found) = (Wanted(t), At(canvas, x, y));
            for (var k = 0; k < 4; k++)
            {
                Assert.True(
                    Math.Abs(wanted[k] - found[k]) <= 2,
                    $"at {x}, {y} (t {t:0.000}): {string.Join(" ", found)} instead of {string.Join(" ", wanted.Select(w => w.ToString("0.0", System.Globalization.CultureInfo.InvariantCulture)))}"
                );
            }
        }
        Assert.InRange(compared, 50, 70);
    }

    [Theory]
    [InlineData(0, 0.5, 1, 0.5)]
    [InlineData(0.2, 0.1, 0.7, 1.2)]
    public void LinearRunsFromPointToPoint(double fromX, double fromY, double toX, double toY)
    {
        var (ax, ay, dx, dy) = (fromX * Width, fromY * Height, (toX - fromX) * Width, (toY - fromY) * Height);
        Compare(Of(GradientType.Linear, fromX, fromY, toX, toY), (x, y) => ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy));
    }

    [Theory]
    [InlineData(0.5, 0.5, 1, 0.5, 1)]
    [InlineData(0.3, 0.6, 0.9, 0.1, 0.4)]
    public void RadialRunsOutwards(double fromX, double fromY, double toX, double toY, double squeeze)
    {
        var (cx, cy, dx, dy) = (fromX * Width, fromY * Height, (toX - fromX) * Width, (toY - fromY) * Height);
        var radius = Math.Sqrt(dx * dx + dy * dy);
        Compare(Of(GradientType.Radial, fromX, fromY, toX, toY, squeeze), (x, y) =>
        {
            var along = ((x - cx) * dx + (y - cy) * dy) / radius;
            var across = (-(x - cx) * dy + (y - cy) * dx) / radius / squeeze;
            return Math.Sqrt(along * along + across * across) / radius;
        });
    }

    [Fact]
    public void SweepGoesRoundClockwiseFromItsDirection()
    {
        Compare(Of(GradientType.Sweep, 0.5, 0.5, 0.5, 0), (x, y) =>
        {
            var angle = Math.Atan2(x - Width / 2.0, -(y - Height / 2.0)) / (2 * Math.PI);
            return angle < 0 ? angle + 1 : angle;
        });
    }

    /// <summary>SVG 2, section 14.2.2.3: where a gradient has no length, all is in the colour of its last stop.</summary>
    [Fact]
    public void WithoutLengthItIsItsLastStop()
    {
        var gradient = new Gradient(GradientType.Linear, 0.5, 0.5, 0.5, 0.5, 1, [new(0, new(1, 0, 0)), new(1, new(0, 0, 1))]);
        using var canvas = Painted.Paint(Graphic(200, 110, Filled(gradient)));
        Assert.Equal([0, 0, 255, 255], At(canvas, 30, 50));
        Assert.Equal([0, 0, 255, 255], At(canvas, 170, 50));
    }

    /// <summary>CSS Images 4, section 5.3.3: from one kind to another is a cross-fade: the mean of both pictures half-way.</summary>
    [Fact]
    public void OneKindFadesIntoAnother()
    {
        var (linear, radial) = (Of(GradientType.Linear, 0, 0, 1, 1), Of(GradientType.Radial, 0.5, 0.5, 1, 0.5));
        using var first = Painted.Paint(Graphic(200, 110, Filled(linear)));
        using var second = Painted.Paint(Graphic(200, 110, Filled(radial)));
        using var half = Painted.Paint(
            Graphic(
                200,
                110,
                Filled(linear)
                    .With("fill", Over(new(0, PaintKind.Of(linear), Scene.Motion.Feel.Linear), new(10, PaintKind.Of(radial), Scene.Motion.Feel.Linear)))
            ),
            5
        );
        for (var i = 0; i < 40; i++)
        {
            var (x, y) = (Left + 3 + i * 31 % (Width - 6), Top + 3 + i * 17 % (Height - 6));
            Assert.All(Enumerable.Range(0, 4), k =>
                Assert.InRange(
                    At(half, x, y)[k],
                    (At(first, x, y)[k] + At(second, x, y)[k]) / 2.0 - 1.6,
                    (At(first, x, y)[k] + At(second, x, y)[k]) / 2.0 + 1.6
                )
            );
        }
    }

    /// <summary>A keyframe set on the way between two kinds is the nearer one, in memory as in the document.</summary>
    [Fact]
    public void AKeyframeBetweenTwoKindsIsTheNearerOne()
    {
        var (linear, radial) = (PaintKind.Of(Of(GradientType.Linear, 0, 0, 1, 1)), PaintKind.Of(Of(GradientType.Radial, 0.5, 0.5, 1, 0.5)));
        var channel = Scene.Motion.Channel.Of(PaintKind.Paint, [new(0, linear, Scene.Motion.Feel.Linear), new(10, radial, Scene.Motion.Feel.Linear)]);
        Assert.Equal(linear, channel.WithKeyAt(4, Scene.Motion.Feel.Linear).KeyAt(4)!.Value);
        Assert.Equal(radial, channel.WithKeyAt(7, Scene.Motion.Feel.Linear).KeyAt(7)!.Value);
    }

    /// <summary>The line of a shape and words take gradients, too; those of words run over all of them.</summary>
    [Fact]
    public void LinesAndWordsTakeGradients()
    {
        var gradient = PaintKind.Of(new(GradientType.Linear, 0, 0.5, 1, 0.5, 1, [new(0, new(1, 0, 0)), new(1, new(0, 0, 1))]));
        using var line = Painted.Paint(
            Graphic(
                200,
                110,
                Layer<Ellipse>("a")
                    .With("position", new Value(20, 10))
                    .With("size", new Value(160, 90))
                    .With("fill", new Value(0, 0, 0, 0))
                    .With("stroke", Const(10))
                    .With("strokeFill", gradient)
            )
        );
        Assert.True(At(line, 21, 55)[0] > 240 && At(line, 178, 55)[2] > 240 && At(line, 100, 55)[3] == 0);
        using var words = Painted.Paint(Graphic(200, 110, Painted.Type("MMMMM").With("fill", gradient)));
        var inked = Enumerable.Range(0, 200).Where(x => At(words, x, 50)[3] == 255).ToArray();
        Assert.True(At(words, inked[0], 50)[0] > 225 && At(words, inked[^1], 50)[2] > 225, "red at the left, blue at the right");
        Assert.Contains(inked, x => Math.Abs(At(words, x, 50)[0] - At(words, x, 50)[2]) < 20);
    }
}
