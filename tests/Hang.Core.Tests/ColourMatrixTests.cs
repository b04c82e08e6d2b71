using Hang.Core.Effects;

namespace Hang.Core.Tests;

/// <summary>Colour matrices as matrices: what stands still, what leads back, what may be chained.</summary>
public class ColourMatrixTests
{
    private static double[] Apply(double[] matrix, params double[] colour) =>
        [.. Enumerable.Range(0, 4).Select(row => Enumerable.Range(0, 4).Sum(i => matrix[row * 5 + i] * colour[i]) + matrix[row * 5 + 4])];

    private static void Near(double[] wanted, double[] found, double within = 1e-3)
    {
        for (var i = 0; i < wanted.Length; i++)
        {
            Assert.InRange(found[i], wanted[i] - within, wanted[i] + within);
        }
    }

    [Fact]
    public void NothingAskedForChangesNothing()
    {
        foreach (
            var matrix in new[]
            {
                ColourMatrix.Saturate(1),
                ColourMatrix.HueRotate(0),
                ColourMatrix.Linear(1, 0),
                ColourMatrix.Lighten(0),
                ColourMatrix.Tint(new(0.3, 0.6, 0.9), 0),
            }
        )
        {
            Near(ColourMatrix.Identity, matrix);
        }
    }

    /// <summary>Greys have no hue and no saturation: the published matrices leave them alone, since their rows add up to 1.</summary>
    [Theory]
    [InlineData(0)]
    [InlineData(0.25)]
    [InlineData(0.5)]
    [InlineData(1)]
    public void GreysStayGrey(double grey)
    {
        for (var degrees = -360; degrees <= 360; degrees += 45)
        {
            Near([grey, grey, grey, 1], Apply(ColourMatrix.HueRotate(degrees), grey, grey, grey, 1), 2e-3);
        }
        Near([grey, grey, grey, 1], Apply(ColourMatrix.Saturate(3), grey, grey, grey, 1));
    }

    [Fact]
    public void AWholeTurnLeadsBack() =>
        Near([0.2, 0.5, 0.9, 0.7], Apply(ColourMatrix.Chain(ColourMatrix.HueRotate(120), ColourMatrix.HueRotate(240)), 0.2, 0.5, 0.9, 0.7), 5e-3);

    [Fact]
    public void ChainedIsOneAfterTheOther()
    {
        var (first, then) = (ColourMatrix.Linear(0.5, 0.1), ColourMatrix.Tint(new(1, 0.5, 0.25), 0.8));
        Near(Apply(then, Apply(first, 0.9, 0.3, 0.6, 0.5)), Apply(ColourMatrix.Chain(first, then), 0.9, 0.3, 0.6, 0.5), 1e-9);
    }

    [Fact]
    public void LightenReachesWhiteAndBlack()
    {
        Near([1, 1, 1, 0.4], Apply(ColourMatrix.Lighten(1), 0.2, 0.5, 0.9, 0.4));
        Near([0, 0, 0, 0.4], Apply(ColourMatrix.Lighten(-1), 0.2, 0.5, 0.9, 0.4));
        Near([0.6, 0.75, 0.95, 1], Apply(ColourMatrix.Lighten(0.5), 0.2, 0.5, 0.9, 1));
    }

    [Fact]
    public void AlphaIsNeverTouched()
    {
        foreach (
            var matrix in new[]
            {
                ColourMatrix.Saturate(2),
                ColourMatrix.HueRotate(77),
                ColourMatrix.Linear(-1, 1),
                ColourMatrix.Lighten(-0.3),
                ColourMatrix.Tint(new(0.3, 0.6, 0.9), 1),
            }
        )
        {
            Assert.Equal([0, 0, 0, 1, 0], matrix[15..]);
        }
    }
}
