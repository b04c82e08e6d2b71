using Hang.Core.Charts;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Scene;
using Hang.Scene.PaintList;
using Hang.Scene.Values;
using static Hang.Core.Tests.Samples;
using static Hang.Tests.Shared.Making;

namespace Hang.Core.Tests;

public class ChartTests
{
    private static Layers.Layer Chart(string data) => Layer<Chart>("c", "Chart").With("data", Scene.Motion.Channel.Of(new TextKind(99), Value.Of(data)));

    [Fact]
    public void DataAreReadAsTheyAreTypedAndPasted()
    {
        Assert.Equal(
            [new("Clover", 42), new("Red linden", -1.5), new("", 7), new("A, b", 3), new("Share", 12)],
            ChartData.Read("Clover 42\nRed linden\t-1.5\n\n7\nA, b: 3\nShare|12%").ToArray()
        );
        var problem = Assert.Throws<ProblemException>(() => GraphicRules.Demand(Graphic(Chart("Clover")))).Problem;
        Assert.Contains("\"Clover\" has no number", problem.Message.ToString(), StringComparison.Ordinal);
        Assert.Equal("Chart", problem.Layer);
    }

    /// <summary>Numbers as sheets write them; groups as CLDR has them in English, German, French and Swiss German.</summary>
    [Theory]
    [InlineData("Clover\t1,234", "Clover", 1234)]
    [InlineData("Clover 1,234", "Clover", 1234)]
    [InlineData("Red clover 1,234,567.5", "Red clover", 1234567.5)]
    [InlineData("Clover\t1.234,5", "Clover", 1234.5)]
    [InlineData("Clover\t12,5", "Clover", 12.5)]
    [InlineData("Clover;12,5", "Clover", 12.5)]
    [InlineData("Clover\t1\u202F234", "Clover", 1234)]
    [InlineData("Clover\t1’234", "Clover", 1234)]
    [InlineData("Clover $42", "Clover", 42)]
    [InlineData("Clover 42 €", "Clover", 42)]
    [InlineData("Clover €1,200", "Clover", 1200)]
    [InlineData("Clover,42", "Clover", 42)]
    [InlineData("2024,42", "2024", 42)]
    [InlineData("Hive 7,42", "Hive 7", 42)]
    [InlineData("A 1.234,5", "A", 1234.5)]
    [InlineData("A 12,5", "A", 12.5)]
    [InlineData("A 0,5", "A", 0.5)]
    [InlineData("A: 42 %", "A", 42)]
    [InlineData("Hive 7 42", "Hive 7", 42)]
    [InlineData("Clover, red: −3", "Clover, red", -3)]
    [InlineData("1,234", "", 1234)]
    [InlineData("0,125", "0", 125)]
    [InlineData("Clover\t0,125", "Clover", 0.125)]
    [InlineData("Clover 1e3", "Clover", 1000)]
    public void NumbersAreReadAsSheetsWriteThem(string line, string label, double value) =>
        Assert.Equal(new(label, value), Assert.Single(ChartData.Read(line)));

    [Theory]
    [InlineData("Clover")]
    [InlineData("Clover many")]
    [InlineData("Clover\t")]
    [InlineData("Clover 1e999")]
    [InlineData("Clover 42 kg")]
    public void ALineWithoutANumberIsNamed(string line) =>
        Assert.Contains("no number at its end", Assert.Throws<ProblemException>(() => ChartData.Read("Linden 3\n" + line)).Message, StringComparison.Ordinal);

    /// <summary>A share s of the whole goes round 360 s degrees: 1 : 2 : 3 : 6 are 30, 60, 90 and 180 degrees.</summary>
    [Fact]
    public void WedgesAreSharesOfAFullTurn()
    {
        var wedges = ChartData.Wedges(ChartData.Read("a 1\nb 2\nc 3\nd 6\ne -4"));
        Assert.Equal([0, 30, 90, 180, 360], wedges.Select(w => Math.Round(w.Begin, 9)));
        Assert.Equal([30, 60, 90, 180, 0], wedges.Select(w => Math.Round(w.Sweep, 9)));
        Assert.All(ChartData.Wedges(ChartData.Read("a 0\nb 0")), w => Assert.Equal(0, w.Sweep));
    }

    [Fact]
    public void LabelsThatWouldTouchMoveApartAndNoFartherThanTheyMust()
    {
        Assert.Equal([10, 50, 90], ChartData.Apart([10, 50, 90], 20));
        Assert.Equal([0, 20, 40], ChartData.Apart([19, 20, 21], 20));
        var apart = ChartData.Apart([0, 5, 100, 101, 102], 10);
        Assert.All(apart.Zip(apart.Skip(1)), p => Assert.True(p.Second - p.First >= 10 - 1e-9));
        Assert.Equal([-2.5, 7.5], apart.Take(2));
    }

    [Fact]
    public void ItemsGrowOneAfterTheOtherAndAllHaveAtTheEnd()
    {
        Assert.Equal([1, 1, 1], Enumerable.Range(0, 3).Select(i => ChartDrawing.ShareOf(1, i, 3, 1)));
        Assert.Equal([1, 0.5, 0], Enumerable.Range(0, 3).Select(i => Math.Round(ChartDrawing.ShareOf(0.5, i, 3, 1), 9)));
        Assert.Equal([0.5, 0.5, 0.5], Enumerable.Range(0, 3).Select(i => ChartDrawing.ShareOf(0.5, i, 3, 0)));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public void EveryShapeIsDrawnFromNothingToAll(int shape)
    {
        var layer = Chart("a 1\nb 2\nc 3").With("shape", shape).With("grown", Keyed((0, 0), (40, 1)));
        var evaluator = new Evaluator(Graphic(layer), Shaper);
        foreach (var frame in new[] { 0, 20, 40, 99 })
        {
            Assert.All(evaluator.At(frame).Nodes, n => Assert.All(n.Row.ToArray(), v => Assert.True(float.IsFinite(v))));
        }
        Assert.NotEqual(evaluator.At(20).Nodes[0].Row.ToArray(), evaluator.At(40).Nodes[0].Row.ToArray());
        Assert.Equal(evaluator.At(40).Nodes[0].Row.ToArray(), evaluator.At(99).Nodes[0].Row.ToArray());
        Assert.Contains(evaluator.Strips[0].Ops, o => o.Kind == Ops.Glyphs);
    }
}
