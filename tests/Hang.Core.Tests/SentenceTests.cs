using System.Collections.Immutable;
using System.Text.Json;
using Hang.Scene;
using Hang.Scene.Json;

namespace Hang.Core.Tests;

/// <summary>Sentences keep their form and what fills it. Forms are messages of ICU (Unicode LDML, part 9, "Message Format").</summary>
public class SentenceTests
{
    private sealed record Told(string Of, Sentence Label, Sentence? Note, ImmutableArray<Sentence> Says)
    {
        public Sentence Verdict => $"{Says.Length} differences";
    }

    [Fact]
    public void AnInterpolatedTextIsAFormAndItsHoles()
    {
        Sentence said = $"{new Term("Opacity")} of {"Plate"} at {3} is {0.5}, {0.25:0.0} more: {(Sentence)$"Use {1}."}";
        Assert.Equal("{0} of {1} at {2} is {3}, {4} more: {5}", said.Form);
        object[] holes = [new Term("Opacity"), "Plate", 3L, 0.5, "0.3", (Sentence)$"Use {1}."];
        Assert.True(holes.SequenceEqual(said.Holes));
        Assert.Equal("Opacity of Plate at 3 is 0.5, 0.3 more: Use 1.", said.ToString());
    }

    [Fact]
    public void NumbersAreTheSameWhateverTheMachineSpeaks()
    {
        var was = Thread.CurrentThread.CurrentCulture;
        try
        {
            Thread.CurrentThread.CurrentCulture = new("de-DE");
            Assert.Equal("1.5 and 2.50", ((Sentence)$"{1.5} and {2.5:0.00}").ToString());
        }
        finally
        {
            Thread.CurrentThread.CurrentCulture = was;
        }
    }

    [Theory]
    [InlineData("")]
    [InlineData("plain")]
    [InlineData("server's log")]
    [InlineData("{}")]
    [InlineData("}{a{{b}'}")]
    [InlineData("it's '{' so")]
    public void WhatAMessageWouldReadIsQuoted(string literal)
    {
        var said = new Sentence(0, 0);
        said.AppendLiteral(literal);
        said.AppendFormatted("x'{0}");
        said.AppendLiteral(literal);
        Assert.Equal($"{literal}x'{{0}}{literal}", said.ToString());
        var again = SentenceJson.Read(SentenceJson.Text(said));
        Assert.Equal(said.ToString(), again.ToString());
        Assert.Equal(said, again);
    }

    [Fact]
    public void AQuotedHoleStaysAHole() => Assert.Equal("''{0}' is none.", ((Sentence)$"'{"a"}' is none.").Form);

    [Fact]
    public void TheEnglishStandsInJsonAndThePartsBesideIt()
    {
        var told = new Told("Hide Plate", $"Hide {"Plate"}", null, [$"{2} layers", $"none"]);
        var json = JsonSerializer.Serialize(told, ReportJson.Options);
        using var read = JsonDocument.Parse(json);
        var root = read.RootElement;
        Assert.Equal("Hide Plate", root.GetProperty("label").GetString());
        Assert.Equal("""{"form":"Hide {0}","holes":["Plate"]}""", Compact(root.GetProperty("say").GetProperty("label")));
        Assert.Equal("""[{"form":"{0} layers","holes":[2]},{"form":"none","holes":[]}]""", Compact(root.GetProperty("say").GetProperty("says")));
        Assert.False(root.GetProperty("say").TryGetProperty("note", out _));
        Assert.Equal(told.Label, JsonSerializer.Deserialize<Told>(json, ReportJson.Options)!.Label);
        Assert.DoesNotContain("say\"", JsonSerializer.Serialize(told, ReportJson.Plain), StringComparison.Ordinal);

        static string Compact(JsonElement of) => JsonSerializer.Serialize(of, JsonSerializerOptions.Web).Replace("\\u0022", "\"", StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("{}")]
    [InlineData("[]")]
    [InlineData("{\"form\": \"{0}\", \"holes\": []}")]
    [InlineData("{\"form\": \"{99999999999}\", \"holes\": [1]}")]
    [InlineData("{\"form\": \"{\", \"holes\": [1]}")]
    [InlineData("{\"form\": null, \"holes\": []}")]
    [InlineData("{\"form\": \"{0}\", \"holes\": [{\"term\": 1}]}")]
    [InlineData("{\"form\": \"{0}\", \"holes\": [true]}")]
    public void WhatIsNoSentenceIsRefused(string json) => Assert.Throws<JsonException>(() => SentenceJson.Read(json));

    [Fact]
    public void AProblemIsOneSentenceWhereThereIsRoomForOne()
    {
        var problem = new Problem($"It is empty.", $"Write something.", "Plate", "text");
        Assert.Equal("layer \"{0}\", {1}: {2} {3}", problem.AsOne().Form);
        Assert.Equal("layer \"Plate\", text: It is empty. Write something.", problem.ToString());
        Assert.Equal("{0} {1}", new Problem($"It is empty.", $"Write something.").AsOne().Form);
    }
}
