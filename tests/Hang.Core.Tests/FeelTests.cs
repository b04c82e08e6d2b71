using CsCheck;
using Hang.Scene;
using Hang.Scene.Motion;

namespace Hang.Core.Tests;

public class FeelTests
{
    /// <summary>CSS Easing Functions Level 2, section 2.3: the curve at parameter t has x(t) and y(t); At(x(t)) must be y(t).</summary>
    [Fact]
    public void CubicBezierSolvesItsCurveToAMillionth()
    {
        var unit = Gen.Double[0, 1];
        Gen.Select(unit, Gen.Double[-2, 3], unit, Gen.Double[-2, 3], unit)
            .Sample(
                (x1, y1, x2, y2, t) =>
                {
                    static double Bezier(double t, double p1, double p2) => 3 * (1 - t) * (1 - t) * t * p1 + 3 * (1 - t) * t * t * p2 + t * t * t;
                    // Where the curve stands upright one x has many y; there the test has nothing to say.
                    var slope = 3 * (1 - t) * (1 - t) * x1 + 6 * (1 - t) * t * (x2 - x1) + 3 * t * t * (1 - x2);
                    return slope < 0.01 || Math.Abs(new CubicBezierFeel(x1, y1, x2, y2).At(Bezier(t, x1, x2)) - Bezier(t, y1, y2)) < 1e-6;
                }
            );
    }

    /// <summary>By its definition: (f(a + t (b - a)) - f(a)) / (f(b) - f(a)), also after it was written as CSS and read.</summary>
    [Fact]
    public void APartOfAFeelIsTheSameChangeForThatLong()
    {
        var feels = NamedFeels
            .All.Select(f => f.Feel)
            .Append(FeelText.Parse("steps(4, jump-both)"))
            .Append(FeelText.Parse("linear(0, 0.9 30%, 0.2 60%, 1)"))
            .ToArray();
        var unit = Gen.Double[0, 1];
        Gen.Select(Gen.Int[0, feels.Length - 1], unit, unit, unit)
            .Sample(
                (i, a, b, t) =>
                {
                    var (feel, from, to) = (feels[i], Math.Min(a, b), Math.Max(a, b));
                    // At a keyframe there is its value, whatever jumps there.
                    var (start, end) = (from == 0 ? 0 : feel.At(from), to == 1 ? 1 : feel.At(to));
                    var change = end - start;
                    if (to - from < 0.05 || Math.Abs(change) < 0.05)
                    {
                        return;
                    }
                    var (meant, found) = ((feel.At(from + t * (to - from)) - start) / change, FeelText.Parse(feel.Part(from, to).Css).At(t));
                    // Beside a jump a moment counts as either side of it.
                    var isAtJump = Math.Abs(feel.At(from + (t - 1e-4) * (to - from)) - feel.At(from + (t + 1e-4) * (to - from))) > 0.01;
                    Assert.True(isAtJump || Math.Abs(meant - found) < 2e-3, $"{feel.Css} from {from} to {to} at {t}: {found} instead of {meant}");
                }
            );
    }

    /// <summary>CSS Easing Functions Level 2, section 2.4, the figures of step functions.</summary>
    [Theory]
    [InlineData("steps(3, jump-start)", 0.0, 1 / 3.0)]
    [InlineData("steps(3, jump-start)", 0.34, 2 / 3.0)]
    [InlineData("steps(3)", 0.32, 0)]
    [InlineData("steps(3)", 0.34, 1 / 3.0)]
    [InlineData("steps(3)", 1, 1)]
    [InlineData("steps(3, jump-none)", 0.5, 0.5)]
    [InlineData("steps(3, jump-both)", 0, 0.25)]
    [InlineData("step-end", 0.999, 0)]
    public void StepsJumpWhereCssSays(string css, double input, double output) => Assert.Equal(output, FeelText.Parse(css).At(input), 9);

    /// <summary>CSS Easing Functions Level 2, section 2.2: linear(0, 0.25, 1) is linear(0 0%, 0.25 50%, 1 100%).</summary>
    [Theory]
    [InlineData("linear(0, 0.25, 1)", 0.25, 0.125)]
    [InlineData("linear(0, 0.25 75%, 1)", 0.75, 0.25)]
    [InlineData("linear(0, 0.5 20% 80%, 1)", 0.5, 0.5)]
    [InlineData("linear(0, 1 50%, 0.5 30%, 1)", 0.75, 0.75)]
    public void LinearPiecesFollowTheCanonicalPoints(string css, double input, double output) => Assert.Equal(output, FeelText.Parse(css).At(input), 9);

    [Theory]
    [InlineData("linear")]
    [InlineData("steps(1)")]
    [InlineData("steps(4, jump-none)")]
    [InlineData("cubic-bezier(0.05, 0.8, 0.15, 1)")]
    [InlineData("linear(0 0%, 0.25 75%, 1 100%)")]
    public void TextIsReadBackEqual(string css) => Assert.Equal(FeelText.Parse(css), FeelText.Parse(FeelText.Parse(css).Css));

    [Theory]
    [InlineData("cubic-bezier(1.1, 0, 0, 1)")]
    [InlineData("cubic-bezier(0, NaN, 0, 1)")]
    [InlineData("steps(0)")]
    [InlineData("steps(1, jump-none)")]
    [InlineData("linear(0)")]
    [InlineData("wobble")]
    [InlineData("")]
    public void OtherTextIsRefusedAndShown(string css) =>
        Assert.Contains($"\"{css}\"", Assert.Throws<ProblemException>(() => FeelText.Parse(css)).Message, StringComparison.Ordinal);
}
