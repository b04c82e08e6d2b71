using System.Text.Json;
using Hang.Core.Documents;
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
    [InlineData("\"hang\": 1", "\"hang\": 2", "/hang", "version 2")]
    [InlineData("\"width\": 1920", "\"width\": 1e999", "/width", "")]
    [InlineData("\"width\": 1920", "\"width\": 4", "/width", "4 pixels")]
    [InlineData("\"rate\": \"60\"", "\"rate\": \"61\"", "/rate", "61")]
    [InlineData("\"name\": \"Badge\"", "\"colour\": \"Badge\"", "/layers/2/colour", "colour")]
    [InlineData("\"at\": 450", "\"at\": 4500", "/layers/0/channels/opacity/keys/1/at", "rising order")]
    [InlineData("\"at\": 479", "\"at\": 480", "/layers/0/channels/opacity/keys/1/at", "480")]
    [InlineData("\"hangsFrom\": \"badge\"", "\"hangsFrom\": \"mark\"", "/layers/3/hangsFrom", "hangs from itself")]
    [InlineData("\"hangsFrom\": \"badge\"", "\"hangsFrom\": \"nobody\"", "/layers/3/hangsFrom", "not there")]
    [InlineData("\"typeSize\": 46", "\"typeSize\": 1e400", "/layers/4/channels/typeSize", "too large")]
    [InlineData("\"id\": \"brown\"", "\"id\": \"gold\"", "/layers/1/id", "twice")]
    [InlineData("\"kind\": \"picture\"", "\"sort\": \"picture\"", "/layers/3", "no kind")]
    [InlineData("\"kind\": \"picture\"", "\"kind\": \"cloud\"", "/layers/3", "cloud")]
    [InlineData("\"tracking\": 20", "\"corners\": [1, 2, 3, 4]", "/layers/5/channels/corners", "no channel")]
    public void ABrokenPlaceIsNamedByItsPointer(string good, string bad, string pointer, string says)
    {
        var at = Demo.IndexOf(good, StringComparison.Ordinal);
        Assert.True(at >= 0, good);
        var problem = Assert.Throws<ProblemException>(() => GraphicJson.Read(Demo[..at] + bad + Demo[(at + good.Length)..])).Problem;
        Assert.Equal(pointer, problem.Field);
        Assert.Contains(says, problem.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("")]
    [InlineData("null")]
    [InlineData("[]")]
    [InlineData("{\"hang\": 1")]
    public void OtherTextIsNoDocument(string text) => Assert.Throws<ProblemException>(() => GraphicJson.Read(text));

    [Fact]
    public void BytesThatAreNotUtf8AreRefused() => Assert.Throws<ProblemException>(() => GraphicJson.Read([0xFF, 0xFE, 0x00, 0x7B]));

    [Fact]
    public void TheSchemaOnPaperIsTheOneOfTheTypes() =>
        Assert.Equal(GraphicSchema.Write(), File.ReadAllText(Path.Combine(ProjectFolder.Root, "docs", "format", "hang.schema.json")));

    [Fact]
    public void TheSchemaNamesEveryChannel()
    {
        using var schema = JsonDocument.Parse(GraphicSchema.Write());
        Assert.Equal("https://json-schema.org/draft/2020-12/schema", schema.RootElement.GetProperty("$schema").GetString());
        Assert.Contains("\"corners\"", GraphicSchema.Write(), StringComparison.Ordinal);
    }
}
