using Hang.Scene;
using Hang.Scene.Motion;

namespace Hang.Core.Tests;

public class SpringTests
{
    public static TheoryData<double, double, double> Springs =>
        new()
        {
            { 180, 14, 1 },
            { 100, 20, 1 },
            { 100, 60, 2 },
            { 400, 8, 0.5 },
            { 50, 2 * 7.0710678118654755, 1 },
        };

    /// <summary>The closed form against the equation of motion itself, m x'' + c x' + k (x - 1) = 0, integrated by the classical Runge-Kutta method.</summary>
    [Theory]
    [MemberData(nameof(Springs))]
    public void TheClosedFormSolvesTheEquationOfMotion(double k, double c, double m)
    {
        var spring = new Spring(k, c, m);
        const double step = 1e-4;
        double x = 0,
            v = 0;
        double Force(double at, double speed) => (-k * (at - 1) - c * speed) / m;
        for (var i = 1; i <= 20_000; i++)
        {
            var (x1, v1) = (v, Force(x, v));
            var (x2, v2) = (v + step / 2 * v1, Force(x + step / 2 * x1, v + step / 2 * v1));
            var (x3, v3) = (v + step / 2 * v2, Force(x + step / 2 * x2, v + step / 2 * v2));
            var (x4, v4) = (v + step * v3, Force(x + step * x3, v + step * v3));
            x += step / 6 * (x1 + 2 * x2 + 2 * x3 + x4);
            v += step / 6 * (v1 + 2 * v2 + 2 * v3 + v4);
            if (i % 500 == 0)
            {
                Assert.Equal(x, spring.At(i * step), 1e-8);
            }
        }
    }

    [Theory]
    [MemberData(nameof(Springs))]
    public void TheFeelIsTheClosedFormWithinAThousandthAndEndsAtRest(double k, double c, double m)
    {
        var spring = new Spring(k, c, m);
        var feel = FeelText.Parse(spring.Feel.Css);
        for (var i = 0; i <= 1000; i++)
        {
            Assert.Equal(spring.At(i / 1000.0 * spring.SettleSeconds), feel.At(i / 1000.0), 0.0021);
        }
        Assert.Equal(0, feel.At(0));
        Assert.Equal(1, feel.At(1), 1e-9);
        for (var t = spring.SettleSeconds; t < spring.SettleSeconds * 3; t += 0.01)
        {
            Assert.InRange(spring.At(t), 0.9989, 1.0011);
        }
    }

    /// <summary>The first overshoot of an underdamped oscillator is exp(-πζ / √(1 - ζ²)) (any textbook on control).</summary>
    [Fact]
    public void TheFirstOvershootIsThatOfTheTextbook()
    {
        var spring = new Spring(180, 14, 1);
        var most = Enumerable.Range(0, 5000).Max(i => spring.At(i / 2500.0));
        Assert.Equal(Math.Exp(-Math.PI * spring.Ratio / Math.Sqrt(1 - spring.Ratio * spring.Ratio)), most - 1, 1e-5);
    }

    [Theory]
    [InlineData(0, 10, 1, "stiffness")]
    [InlineData(100, double.NaN, 1, "damping")]
    [InlineData(100, 10, -1, "mass")]
    [InlineData(10_000, 0.1, 1, "damping")]
    public void ASpringThatIsNoneIsRefusedByName(double k, double c, double m, string field) =>
        Assert.Equal(field, Assert.Throws<ProblemException>(() => new Spring(k, c, m).Demand()).Problem.Field);

    /// <summary>Newton's law of restitution: each rebound reaches the restitution squared of the height before.</summary>
    [Fact]
    public void ABounceReboundsByTheRestitutionSquared()
    {
        var bounce = new Bounce(0.6, 3);
        var heights = new List<double>();
        for (var i = 1; i < 20_000; i++)
        {
            var (a, b, c) = (bounce.At((i - 1) / 20_000.0), bounce.At(i / 20_000.0), bounce.At((i + 1) / 20_000.0));
            if (b < a && b < c)
            {
                heights.Add(1 - b);
            }
        }
        Assert.Equal(3, heights.Count);
        Assert.All(heights, (h, i) => Assert.Equal(Math.Pow(0.36, i + 1), h, 1e-3));
        Assert.Equal(1, bounce.At(1), 1e-12);
        var feel = bounce.Feel;
        for (var i = 0; i <= 500; i++)
        {
            Assert.Equal(bounce.At(i / 500.0), feel.At(i / 500.0), 0.006);
        }
    }

    [Fact]
    public void EveryFeelRunsBackwards()
    {
        foreach (var feel in NamedFeels.All.Select(f => f.Feel).Append(FeelText.Parse("linear(0, 0.2 40%, 0.9 60%, 1)")))
        {
            for (var i = 1; i < 97; i++)
            {
                // Where a step function jumps, both directions are right; those moments are left out.
                Assert.Equal(1 - feel.At(1 - i / 97.0), feel.Reversed.At(i / 97.0), 1e-6);
            }
            Assert.Equal(feel.Css, feel.Reversed.Reversed.Css);
        }
    }

    /// <summary>All that the form offers goes, and rests when it says: until then it is farther from 1 than a thousandth, afterwards never.</summary>
    [Theory]
    [InlineData(1, 1000, 0.01)]
    [InlineData(100, 900, 1)]
    [InlineData(180, 14, 1)]
    [InlineData(180, 24, 1)]
    [InlineData(100, 19.9, 1)]
    [InlineData(400, 8, 0.5)]
    public void AnySpringRestsWhenItSaysItDoes(double k, double c, double m)
    {
        var spring = new Spring(k, c, m).Demand();
        var rest = spring.SettleSeconds;
        Assert.True(Math.Abs(spring.At(rest * 0.999) - 1) > 0.00099);
        for (var i = 0; i <= 4000; i++)
        {
            Assert.InRange(spring.At(rest * (1 + i / 1000.0)), 0.99899, 1.00101);
        }
    }
}
