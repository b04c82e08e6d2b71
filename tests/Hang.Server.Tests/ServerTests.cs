using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Server.Live;
using Microsoft.AspNetCore.SignalR.Client;

namespace Hang.Server.Tests;

[Collection(OneServer.Name)]
public class ServerTests(RunningServer server)
{
    private readonly HttpClient http = server.CreateClient();

    private async Task<JsonElement> Packages() => (await http.GetFromJsonAsync<JsonElement>("/api/packages"))[0];

    private async Task<Guid> NewGraphic()
    {
        var package = (await Packages()).GetProperty("id").GetGuid();
        var answer = await http.PostAsJsonAsync(
            $"/api/packages/{package}/graphics",
            new
            {
                name = "Test",
                kind = "bug",
                width = 640,
                height = 360,
                rate = "25",
                arrive = 10,
                hold = 20,
                leave = 10,
            }
        );
        return await answer.Content.ReadFromJsonAsync<Guid>();
    }

    [Fact]
    public async Task TheDemoIsOnTheRackWithAPicturePaintedByHang()
    {
        var package = await Packages();
        Assert.Equal("Fernhollow Apiary", package.GetProperty("name").GetString());
        var still = await http.GetAsync(package.GetProperty("graphics")[0].GetProperty("still").GetString());
        Assert.Equal("image/png", still.Content.Headers.ContentType?.MediaType);
        using var picture = SkiaSharp.SKBitmap.Decode(await still.Content.ReadAsByteArrayAsync());
        Assert.Equal((480, 270), (picture.Width, picture.Height));
        Assert.NotEqual(0, picture.GetPixel(45, 230).Alpha);
    }

    [Theory]
    [InlineData("/health/live")]
    [InlineData("/health/ready")]
    [InlineData("/openapi/v1.json")]
    public async Task TheServerSaysHowItIs(string path) => Assert.Equal(HttpStatusCode.OK, (await http.GetAsync(path)).StatusCode);

    [Fact]
    public async Task ForeignPagesAndHostsAreTurnedAway()
    {
        async Task<HttpStatusCode> Ask(string header, string value)
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, "/api/packages");
            request.Headers.TryAddWithoutValidation(header, value);
            return (await http.SendAsync(request)).StatusCode;
        }
        Assert.Equal(HttpStatusCode.Forbidden, await Ask("Origin", "https://elsewhere.example"));
        Assert.Equal(HttpStatusCode.Forbidden, await Ask("Host", "elsewhere.example"));
        Assert.Equal(HttpStatusCode.Forbidden, await Ask("Sec-Fetch-Site", "cross-site"));
        Assert.Equal(HttpStatusCode.OK, await Ask("Origin", "http://localhost"));
    }

    [Theory]
    [InlineData("{\"hang\": 9}", "hang")]
    [InlineData("not json", "not JSON")]
    [InlineData("", "not JSON")]
    public async Task ABrokenDocumentIsRefusedAndNothingIsAdded(string text, string says)
    {
        var before = await Packages();
        var answer = await http.PostAsync(
            $"/api/packages/{before.GetProperty("id").GetGuid()}/documents",
            new StringContent(text, Encoding.UTF8, "application/json")
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains(says, await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(before.GetProperty("graphics").GetArrayLength(), (await Packages()).GetProperty("graphics").GetArrayLength());
    }

    [Fact]
    public async Task ADocumentGoesOutWithItsPicturesAndComesBackTheSame()
    {
        var package = await Packages();
        var document = await http.GetByteArrayAsync($"/api/graphics/{package.GetProperty("graphics")[0].GetProperty("id").GetGuid()}/document");
        var answer = await http.PostAsync(
            $"/api/packages/{package.GetProperty("id").GetGuid()}/documents",
            new ByteArrayContent(document) { Headers = { ContentType = new MediaTypeHeaderValue("application/json") } }
        );
        var back = GraphicJson.Read(await http.GetByteArrayAsync($"/api/graphics/{await answer.Content.ReadFromJsonAsync<Guid>()}/document"));
        var original = GraphicJson.Read(document);
        Assert.Equal(GraphicJson.Write(original), GraphicJson.Write(back with { Name = original.Name }));
        Assert.NotNull(back.Sources.All.Single().Facts.Data);
    }

    [Fact]
    public async Task UploadsAreJudgedByTheirContent()
    {
        var answer = await http.PostAsync("/api/pictures?name=logo.png", new ByteArrayContent("text"u8.ToArray()));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("logo.png is no PNG", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await http.GetAsync("/api/pictures/..%2F..%2Fpassword")).StatusCode);
    }

    [Theory]
    [InlineData(15, "25")]
    [InlineData(7681, "25")]
    [InlineData(640, "29.97")]
    public async Task AGraphicOutsideTheFormatIsRefused(int width, string rate)
    {
        var package = (await Packages()).GetProperty("id").GetGuid();
        var answer = await http.PostAsJsonAsync(
            $"/api/packages/{package}/graphics",
            new
            {
                name = "X",
                kind = "bug",
                width,
                height = 360,
                rate,
                arrive = 10,
                hold = 20,
                leave = 10,
            }
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
    }

    [Fact]
    public async Task AnEditReachesBothBrowsersAndAPreviewOnlyItsOwn()
    {
        var id = await NewGraphic();
        await using var one = await server.LineAsync();
        await using var two = await server.LineAsync();
        var (first, second) = (new Patches(one), new Patches(two));
        Assert.Null(await one.InvokeAsync<Refusal?>("Join", id.ToString(), "s1"));
        Assert.Null(await two.InvokeAsync<Refusal?>("Join", id.ToString(), "s2"));
        // Each is told how many others are here.
        Assert.Equal(1, (await first.Until(p => p.Others > 0)).Others);
        Assert.Equal(1, (await second.Until(p => p.Others > 0)).Others);

        const string Add = """{"do": "addLayer", "layer": {"id": "", "name": "Plate", "position": [10, 20], "content": {"kind": "plate"}}}""";
        Assert.Null(await one.InvokeAsync<Refusal?>("Edit", Add));
        var patch = await second.Until(p => p.Revision == 1);
        Assert.False(patch.Mine);
        Assert.Equal("Plate", JsonDocument.Parse(Assert.Single(patch.Layers).Value).RootElement.GetProperty("name").GetString());
        Assert.Equal((1, true), (patch.Revision, patch.CanUndo));
        Assert.Single(patch.Windows.Single().Nodes);
        Assert.True((await first.Until(p => p.Revision == 1)).Mine);

        Assert.Null(await one.InvokeAsync<Refusal?>("Preview", """{"do": "setValue", "layer": "l1", "address": "position", "value": [99, 20], "at": 0}"""));
        await first.Until(p => p.Revision == -1);
        Assert.Equal(
            99,
            JsonDocument
                .Parse(await one.InvokeAsync<string>("Read", new[] { "l1" }, 0))
                .RootElement[0]
                .GetProperty("values")
                .GetProperty("position")[0]
                .GetDouble()
        );
        Assert.Equal(
            10,
            JsonDocument
                .Parse(await two.InvokeAsync<string>("Read", new[] { "l1" }, 0))
                .RootElement[0]
                .GetProperty("values")
                .GetProperty("position")[0]
                .GetDouble()
        );

        var refusal = await one.InvokeAsync<Refusal?>("Edit", """{"do": "changeLayer", "layer": "l1", "hangsFrom": "l1"}""");
        Assert.Equal("Plate", refusal!.Layer);
        Assert.NotNull(await one.InvokeAsync<Refusal?>("Edit", """{"do": "launch"}"""));

        // What the other window did is the other window's to undo, while it is open.
        Assert.Contains("another window", (await two.InvokeAsync<Refusal?>("Undo"))!.Message, StringComparison.Ordinal);
        await one.DisposeAsync();
        await second.Until(p => p.Others == 0);
        Assert.Null(await two.InvokeAsync<Refusal?>("Undo"));
        Assert.Empty((await second.Until(p => p.Revision == 0)).Order!);
    }

    [Fact]
    public async Task AHandoffIsRenderedProvedAndDownloaded()
    {
        var id = (await Packages()).GetProperty("graphics")[0].GetProperty("id").GetGuid();
        object Plan(string kind) =>
            new
            {
                kind,
                backing = new { kind = "none", colour = (string?)null },
                from = 20,
                to = 31,
                scale = 0.25,
            };
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await http.PostAsJsonAsync($"/api/graphics/{id}/handoffs", Plan("mp4"))).StatusCode);
        var forecast = await (await http.PostAsJsonAsync($"/api/graphics/{id}/forecast", Plan("png"))).Content.ReadFromJsonAsync<JsonElement>();
        var asked = new List<Guid>();
        foreach (var kind in new[] { "png", "prores", "png" })
        {
            asked.Add(await (await http.PostAsJsonAsync($"/api/graphics/{id}/handoffs", Plan(kind))).Content.ReadFromJsonAsync<Guid>());
        }
        await http.PostAsync($"/api/handoffs/{asked[2]}/cancel", null);
        JsonElement View(JsonElement all, Guid which) => all.EnumerateArray().Single(h => h.GetProperty("id").GetGuid() == which);
        JsonElement all;
        using var limit = new CancellationTokenSource(TimeSpan.FromMinutes(2));
        do
        {
            await Task.Delay(200, limit.Token);
            all = await http.GetFromJsonAsync<JsonElement>($"/api/handoffs?graphic={id}");
        } while (asked.Any(a => View(all, a).GetProperty("state").GetString() is "queued" or "rendering" or "proving"));
        foreach (var done in asked.Take(2))
        {
            Assert.True(View(all, done).GetProperty("holds").GetBoolean(), View(all, done).ToString());
            Assert.Equal(View(all, done).GetProperty("bytes").GetInt64(), (await http.GetByteArrayAsync($"/api/handoffs/{done}/file")).LongLength);
            Assert.Equal(HttpStatusCode.OK, (await http.GetAsync($"/api/handoffs/{done}/strip")).StatusCode);
        }
        Assert.Equal("cancelled", View(all, asked[2]).GetProperty("state").GetString());
        Assert.InRange(forecast.GetProperty("bytes").GetInt64() / (double)View(all, asked[0]).GetProperty("bytes").GetInt64(), 0.8, 1.25);
    }

    /// <summary>The patches that come over a line, in order.</summary>
    private sealed class Patches
    {
        private readonly System.Threading.Channels.Channel<Patch> channel = System.Threading.Channels.Channel.CreateUnbounded<Patch>();

        public Patches(HubConnection line) => line.On<Patch>("patched", p => channel.Writer.TryWrite(p));

        public async Task<Patch> Until(Func<Patch, bool> wanted)
        {
            while (true)
            {
                if (await Next() is var patch && wanted(patch))
                {
                    return patch;
                }
            }
        }

        private async Task<Patch> Next() => await channel.Reader.ReadAsync(new CancellationTokenSource(TimeSpan.FromSeconds(20)).Token);
    }
}
