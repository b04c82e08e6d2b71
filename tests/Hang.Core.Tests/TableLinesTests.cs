using CsCheck;
using Hang.Core.Charts;
using Hang.Core.Credits;
using Hang.Core.Rosters;

namespace Hang.Core.Tests;

/// <summary>Tables taken for lists: credits and the data of charts.</summary>
public sealed class TableLinesTests
{
    private static string Of(params string[][] rows) => TableLines.Of([.. rows.Select(r => (IReadOnlyList<string>)r)]);

    [Fact]
    public void ARowIsALineAndItsCellsAreDividedByTabs()
    {
        Assert.Equal("Camera\tBea\nSound\tIda", Of(["Camera", "Bea"], ["Sound", "Ida"]));
        Assert.Equal("Camera\tBea\nEverybody", Of(["Camera", " Bea "], ["Everybody", ""]));
        Assert.Equal("", Of());
        Assert.Equal("", Of(["", ""], [" "]));
    }

    [Fact]
    public void EmptyRowsAreRoomWithinAndNothingAtTheEndsAndEmptyColumnsAreLeftOut() =>
        Assert.Equal("Camera\tBea\n\nSound\tIda", Of(["", "", ""], ["Camera", "", "Bea"], [], ["Sound", "", "Ida"], ["", "", ""]));

    [Fact]
    public void ACellOfSeveralLinesIsSeveralNamesOfOneRole()
    {
        var text = Of(["Keepers", "Ida\r\nBea\nLene"], ["Sound", "Piet"]);
        Assert.Equal("Keepers\tIda\n\tBea\n\tLene\nSound\tPiet", text);
        Assert.Equal(["Ida", "Bea", "Lene", "Piet"], CreditLine.Read(text).Select(l => l.Right));
    }

    /// <summary>A first row that names the columns is none of the list.</summary>
    [Theory]
    [InlineData("Role", "Name", "Camera", "Bea", true)]
    [InlineData("ROLLE", "namen", "Kamera", "Bea", true)]
    [InlineData("Camera", "Bea", "Sound", "Ida", false)]
    [InlineData("Name", "Bea", "Sound", "Ida", false)]
    [InlineData("Flower", "kg", "Clover", "412", true)]
    [InlineData("Flower", "Honey in 2026", "Clover", "412", false)]
    [InlineData("Clover", "412", "Linden", "305", false)]
    [InlineData("Clover", "", "Linden", "305", false)]
    public void AHeadingIsLeftOut(string a, string b, string c, string d, bool isHeading) =>
        Assert.Equal(isHeading ? $"{c}\t{d}" : $"{a}\t{b}".TrimEnd() + $"\n{c}\t{d}", Of([a, b], [c, d]));

    [Fact]
    public void ATableOfOneRowHasNoHeading() => Assert.Equal("Name", Of(["Name"]));

    /// <summary>Whatever labels and numbers a sheet has, the chart has them too.</summary>
    [Fact]
    public void DataGoThroughTheTableUnchanged() =>
        Gen.Select(Gen.String[Gen.Char["abc XY,.;:|"], 1, 12].Where(s => s.Trim(' ', ',', ';', '|', ':').Length > 0), Gen.Double[-1e6, 1e6])
            .List[1, 20]
            .Sample(rows =>
            {
                var items = ChartData.Read(
                    Of([.. rows.Select(r => new[] { "x" + r.Item1, r.Item2.ToString("R", System.Globalization.CultureInfo.InvariantCulture) })])
                );
                Assert.Equal(rows.Select(r => r.Item2), items.Select(i => i.Value));
                Assert.Equal(rows.Select(r => ("x" + r.Item1).Trim().TrimEnd(' ', ',', ';', '|', ':')), items.Select(i => i.Label));
            });
}
