namespace Hang.Server.Tests.House;

/// <summary>The formatter breaks lines at 160 characters; what it cannot break is one text that stands by itself.</summary>
public class LinesTests
{
    private const int Widest = 160;

    [Fact]
    public void NoLineIsLongerThanAScreen()
    {
        var folders = new[] { "src", "tests", "benchmarks" }.Select(f => Path.Combine(Hang.Tests.Shared.ProjectFolder.Root, f));
        var tooLong = folders
            .SelectMany(f => Directory.EnumerateFiles(f, "*.cs", SearchOption.AllDirectories))
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal) && !f.Contains("/bin/", StringComparison.Ordinal))
            .SelectMany(f => File.ReadLines(f).Select((line, at) => (Place: $"{f}:{at + 1}", Line: line)))
            .Where(l => l.Line.Length > Widest && !IsText(l.Line));
        Assert.Empty(tooLong.Select(l => l.Place));
    }

    [Theory]
    [InlineData("        \"words\",", true)]
    [InlineData("        : $\"words {x}\";", true)]
    [InlineData("        \"\"\"{ }\"\"\"", true)]
    [InlineData("        Call(\"words\");", false)]
    [InlineData("        // words", false)]
    public void ATextStandsByItself(string line, bool isText) => Assert.Equal(isText, IsText(line));

    private static bool IsText(string line) => line.TrimStart().TrimStart(':', '?', '+', ' ', '$', '@') is ['"', ..];
}
