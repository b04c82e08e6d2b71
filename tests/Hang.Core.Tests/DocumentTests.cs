using System.Text.Json;
using Hang.Core.Documents;
using Hang.Scene;
using Hang.Tests.Shared;

namespace Hang.Core.Tests;

public class DocumentTests
{
    private static readonly string Demo = File.ReadAllText(ProjectFolder.Demo);

    [Fact]
    public void ADocumentIsWrittenAndReadBackEqual()
    {
        var text = GraphicJson.Write(GraphicJson.Read(Demo));
        Assert.Equal(text, GraphicJson.Write(GraphicJson.Read(text)));
        Assert.Contains("{ \"at\": 450, \"value\": 1, \"feel\": \"linear\" }", text, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("\"hang\": 4", "\"hang\": 5", "/hang", "version 5")]
    [InlineData("\"hang\": 4,", "", "/", "version, is missing")]
    [InlineData("\"width\": 1920", "\"width\": 1e999", "/width", "whole number")]
    [InlineData("\"width\": 1920", "\"width\": 4", "/width", "4 is out of range")]
    [InlineData("\"rate\": \"60\"", "\"rate\": \"61\"", "/rate", "61")]
    [InlineData("\"name\": \"Badge\"", "\"colour\": \"Badge\"", "/layers/2/colour", "colour")]
    [InlineData("\"at\": 450", "\"at\": 4500", "/layers/0/opacity/keys/1/at", "rising order")]
    [InlineData("\"at\": 479", "\"at\": 480", "/layers/0/opacity/keys/1/at", "480")]
    [InlineData("\"hangsFrom\": \"badge\"", "\"hangsFrom\": \"mark\"", "/layers/3/hangsFrom", "follows itself")]
    [InlineData("\"hangsFrom\": \"badge\"", "\"hangsFrom\": \"nobody\"", "/layers/3/hangsFrom", "not there")]
    [InlineData("\"typeSize\": 46", "\"typeSize\": 1e400", "/layers/4/content/typeSize", "too large")]
    [InlineData("\"typeSize\": 46", "\"typeSize\": 1e308", "/layers/4/content/typeSize", "cannot be")]
    [InlineData("\"id\": \"brown\"", "\"id\": \"gold\"", "/layers/1/id", "twice")]
    [InlineData("\"id\": \"brown\"", "\"id\": \"gold/1\"", "/layers/1/id", "no id")]
    [InlineData("\"kind\": \"picture\"", "\"sort\": \"picture\"", "/layers/3/content", "kind")]
    [InlineData("\"kind\": \"picture\"", "\"kind\": \"cloud\"", "/layers/3/content/kind", "cloud")]
    [InlineData("\"kind\": \"picture\"", "\"kind\": \"Picture\"", "/layers/3/content/kind", "Picture")]
    [InlineData("\"tracking\": 20", "\"corners\": [1, 2, 3, 4]", "/layers/5/content/corners", "not known")]
    [InlineData("\"tracking\": 20", "\"tracking\": null", "/layers/5/content/tracking", "null")]
    [InlineData("\"tracking\": 20", "\"tracking\": 20, \"tracking\": 21", "/layers/5/content/tracking", "twice")]
    [InlineData("\"name\": \"Badge\"", "\"name\": \"Bad\\u0000ge\"", "/layers/2/name", "NUL")]
    [InlineData("\"name\": \"Badge\"", "\"name\": \"Bad\\ud800ge\"", "/layers/2/name", "half a character")]
    public void ABrokenPlaceIsNamedByItsPointer(string good, string bad, string pointer, string says)
    {
        var at = Demo.IndexOf(good, StringComparison.Ordinal);
        Assert.True(at >= 0, good);
        var problem = Assert.Throws<ProblemException>(() => GraphicJson.Read(Demo[..at] + bad + Demo[(at + good.Length)..])).Problem;
        Assert.Equal(pointer, problem.Field);
        Assert.Contains(says, problem.Message.ToString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("")]
    [InlineData("null")]
    [InlineData("[]")]
    [InlineData("{\"hang\": 4")]
    [InlineData("{\"hang\": 4, \"layers\": null}")]
    public void OtherTextIsNoDocument(string text) => Assert.Throws<ProblemException>(() => GraphicJson.Read(text));

    [Fact]
    public void BytesThatAreNotUtf8AreRefused() => Assert.Throws<ProblemException>(() => GraphicJson.Read([0xFF, 0xFE, 0x00, 0x7B]));

    [Fact]
    public void TheSchemaNamesEveryValue()
    {
        using var schema = JsonDocument.Parse(GraphicSchema.Write());
        Assert.Equal("https://json-schema.org/draft/2020-12/schema", schema.RootElement.GetProperty("$schema").GetString());
        Assert.Contains("\"corners\"", GraphicSchema.Write(), StringComparison.Ordinal);
    }

    [Fact]
    public void TooManyPiecesAreRefusedBeforeAnythingIsSet()
    {
        var layers = Enumerable.Range(0, 3).Select(i => Making.TypeOf($"t{i}", new string('a', 4000), $"T{i}").With("pieces", "letter"));
        var refused = Assert.Throws<ProblemException>(() => GraphicRules.Demand(Samples.Graphic([.. layers])));
        Assert.Contains("12000 letters", refused.Message, StringComparison.Ordinal);
    }
}
