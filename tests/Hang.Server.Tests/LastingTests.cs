using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Server.Live;
using Microsoft.AspNetCore.SignalR.Client;

namespace Hang.Server.Tests;

[Collection(OneServer.Name)]
public class LastingTests(RunningServer server)
{
    private readonly HttpClient http = server.CreateClient();

    private async Task<JsonElement> Shelf() => (await http.GetFromJsonAsync<JsonElement>("/api/packages"))[0];

    private async Task<Guid> Add(object document)
    {
        var answer = await http.PostAsJsonAsync($"/api/packages/{(await Shelf()).GetProperty("id").GetGuid()}/documents", document);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return await answer.Content.ReadFromJsonAsync<Guid>();
    }

    private static object Document(string name, int layers, int frames = 100) =>
        new
        {
            hang = 1,
            name,
            kind = "bug",
            width = 640,
            height = 360,
            rate = "25",
            phases = new
            {
                arrive = frames,
                hold = 0,
                leave = 0,
            },
            layers = Enumerable
                .Range(1, layers)
                .Select(i => new Dictionary<string, object>
                {
                    ["kind"] = "plate",
                    ["id"] = $"l{i}",
                    ["name"] = $"Plate {i}",
                    ["channels"] = new
                    {
                        turn = new
                        {
                            keys = new[]
                            {
                                new
                                {
                                    at = 0,
                                    value = i,
                                    feel = "ease",
                                },
                                new
                                {
                                    at = frames - 1,
                                    value = -i,
                                    feel = "linear",
                                },
                            },
                        },
                    },
                }),
            assets = new { },
        };

    private async Task<(HubConnection Line, Func<Task<Patch>> Next)> Watch(Guid id)
    {
        var line = await server.LineAsync();
        var patches = System.Threading.Channels.Channel.CreateUnbounded<Patch>();
        line.On<Patch>("patched", p => patches.Writer.TryWrite(p));
        Assert.Null(await line.InvokeAsync<Refusal?>("Join", id.ToString(), "s1"));
        return (line, async () => await patches.Reader.ReadAsync(new CancellationTokenSource(TimeSpan.FromSeconds(20)).Token));
    }

    private static long Size(Patch p) =>
        p.Windows.Sum(w => w.Nodes.Sum(n => n.Values.LongLength + n.Columns.LongLength + 4L * n.Changing.Length))
        + p.Layers.Values.Sum(v => (long)v.Length)
        + p.Outlines.Values.Sum(v => v.LongLength);

    [Fact]
    public async Task AnEditOfOneKeyframeSendsATwentiethOfTheProgramOrLess()
    {
        var (line, next) = await Watch(await Add(Document("Many", 200)));
        var whole = await next();
        Assert.Null(await line.InvokeAsync<Refusal?>("Edit", """{"do": "setValue", "layer": "l7", "address": "turn", "value": 33, "at": 50}"""));
        var patch = await next();
        Assert.Equal("l7", Assert.Single(patch.Layers).Key);
        Assert.Null(patch.Order);
        Assert.Null(patch.Graphic);
        Assert.InRange(Size(patch) / (double)Size(whole), 0, 0.05);
        await line.DisposeAsync();
    }

    [Fact]
    public async Task ALongGraphicIsSentWindowByWindow()
    {
        var (line, next) = await Watch(await Add(Document("Long", 2, 1000)));
        var first = await next();
        Assert.Equal(0, Assert.Single(first.Windows).Index);
        Assert.Null(await line.InvokeAsync<Refusal?>("Hold", new[] { 0, 3, 4, 99, -1 }));
        var more = (await next()).Windows;
        Assert.Equal([3, 4], more.Select(w => w.Index));
        // The last window is shorter: 40 frames of a turn that changes a, b, c, d and both edges of the translation.
        Assert.All(more[1].Nodes, n => Assert.Equal(n.Changing.Length * 40 * 4, n.Columns.Length));
        Assert.Null(await line.InvokeAsync<Refusal?>("Edit", """{"do": "setPhases", "phases": {"arrive": 1200, "hold": 0, "leave": 0}}"""));
        Assert.Equal([0, 3, 4], (await next()).Windows.Select(w => w.Index));
        // What is let go is not sent any more, and comes whole when it is wanted again.
        Assert.Null(await line.InvokeAsync<Refusal?>("Hold", new[] { 4 }));
        Assert.Empty((await next()).Windows);
        Assert.Null(await line.InvokeAsync<Refusal?>("Edit", """{"do": "nudge", "layers": ["l1"], "by": [1, 2], "at": 0}"""));
        Assert.Equal([4], (await next()).Windows.Select(w => w.Index));
        Assert.Null(await line.InvokeAsync<Refusal?>("Hold", new[] { 3, 4 }));
        Assert.Equal(2, Assert.Single((await next()).Windows).Nodes.Length);
        await line.DisposeAsync();
    }

    [Fact]
    public async Task UndoGoesBackToTheFirstRevisionAfterEverythingWasForgotten()
    {
        var id = await Add(Document("Undone", 1));
        var (line, next) = await Watch(id);
        await next();
        for (var i = 0; i < 12; i++)
        {
            Assert.Null(await line.InvokeAsync<Refusal?>("Edit", $$"""{"do": "nudge", "layers": ["l1"], "by": [1, 2], "at": 0}"""));
        }
        // Nobody watches any more, so the next one to come reads everything from the database.
        await line.DisposeAsync();
        await Task.Delay(300);
        (line, next) = await Watch(id);
        var patch = await next();
        Assert.Equal((12, true, false, "Nudge Plate 1"), (patch.Revision, patch.CanUndo, patch.CanRedo, patch.Label));
        for (var i = 0; i < 12; i++)
        {
            Assert.Null(await line.InvokeAsync<Refusal?>("Undo"));
            patch = await next();
        }
        Assert.Equal((0, false, true), (patch.Revision, patch.CanUndo, patch.CanRedo));
        Assert.Null(await line.InvokeAsync<Refusal?>("Redo"));
        Assert.Equal(
            [1, 2],
            JsonDocument
                .Parse(await line.InvokeAsync<string>("Read", new[] { "l1" }, 0))
                .RootElement[0]
                .GetProperty("values")
                .GetProperty("position")
                .EnumerateArray()
                .Select(v => v.GetInt32())
        );
        await line.DisposeAsync();
    }

    [Fact]
    public async Task InspectionIsWhatTheBenchReads()
    {
        var id = await Add(Document("Read", 3));
        var (line, _) = await Watch(id);
        foreach (var frame in new[] { 0, 1, 49, 99 })
        {
            var bench = JsonDocument.Parse(await line.InvokeAsync<string>("Read", new[] { "l1", "l2", "l3" }, frame)).RootElement;
            var inspected = (await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{id}/inspection/{frame}")).GetProperty("layers");
            Assert.Equal(
                inspected.GetRawText().Replace(" ", "", StringComparison.Ordinal).Replace("\n", "", StringComparison.Ordinal),
                bench.GetRawText().Replace(" ", "", StringComparison.Ordinal).Replace("\n", "", StringComparison.Ordinal)
            );
        }
        await line.DisposeAsync();
    }

    [Fact]
    public async Task WhatIsNotThereIsRefusedInWords()
    {
        var nowhere = Guid.NewGuid();
        await using var line = await server.LineAsync();
        Assert.Contains("no such graphic", (await line.InvokeAsync<Refusal?>("Join", nowhere.ToString(), "s1"))!.Message, StringComparison.Ordinal);
        Assert.Contains("no graphic", (await line.InvokeAsync<Refusal?>("Join", "../../etc", "s1"))!.Message, StringComparison.Ordinal);
        Assert.NotNull(await line.InvokeAsync<Refusal?>("Edit", """{"do": "removeLayers", "layers": []}"""));
        foreach (
            var (method, path, expected) in new[]
            {
                (HttpMethod.Get, $"/api/graphics/{nowhere}/document", HttpStatusCode.NotFound),
                (HttpMethod.Post, $"/api/graphics/{nowhere}/duplicate", HttpStatusCode.NotFound),
                (HttpMethod.Delete, $"/api/graphics/{nowhere}", HttpStatusCode.NotFound),
                (HttpMethod.Delete, $"/api/packages/{nowhere}", HttpStatusCode.NotFound),
                (HttpMethod.Post, $"/api/handoffs/{nowhere}/cancel", HttpStatusCode.NotFound),
                (HttpMethod.Get, $"/api/handoffs/{nowhere}/file", HttpStatusCode.NotFound),
                (HttpMethod.Get, "/api/feels?css=wobble", HttpStatusCode.UnprocessableEntity),
                (HttpMethod.Get, "/api/graphics/not-an-id/document", HttpStatusCode.NotFound),
                (HttpMethod.Get, "/api/nothing/of/this/name", HttpStatusCode.NotFound),
                (HttpMethod.Get, "/api", HttpStatusCode.NotFound),
                (HttpMethod.Put, "/api/packages", HttpStatusCode.MethodNotAllowed),
            }
        )
        {
            using var request = new HttpRequestMessage(method, path);
            var answer = await http.SendAsync(request);
            Assert.Equal((path, expected), (path, answer.StatusCode));
            Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
            Assert.NotEmpty((await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("detail").GetString()!);
            Assert.True(answer.Headers.CacheControl?.NoStore);
        }
    }

    [Theory]
    [InlineData("""{"name": 3}""", "/name")]
    [InlineData("""{"name": "X", "kind": "nonsense"}""", "/kind")]
    [InlineData("""{"name": "X", "kind": "bug", "width": "wide"}""", "/width")]
    [InlineData("[", null)]
    [InlineData("null", null)]
    public async Task ABrokenBodyIsAnsweredWithItsPlace(string body, string? field)
    {
        var package = (await Shelf()).GetProperty("id").GetGuid();
        var answer = await http.PostAsync($"/api/packages/{package}/graphics", new StringContent(body, System.Text.Encoding.UTF8, "application/json"));
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        var problem = await answer.Content.ReadFromJsonAsync<JsonElement>();
        Assert.DoesNotContain("System.", problem.ToString(), StringComparison.Ordinal);
        if (field is not null)
        {
            Assert.Equal(field, problem.GetProperty("field").GetString());
        }
    }

    [Theory]
    [InlineData("""{"kind": "png", "backing": {"kind": "none"}, "from": 0, "to": 5, "scale": 1e999}""")]
    [InlineData("""{"kind": "avi", "backing": {"kind": "none"}, "from": 0, "to": 5, "scale": 1}""")]
    [InlineData("""{"kind": "png", "backing": {"kind": "solid", "colour": "red"}, "from": 0, "to": 5, "scale": 1}""")]
    [InlineData("""{"kind": "png", "backing": {"kind": "none"}, "from": 5, "to": 1, "scale": 1}""")]
    [InlineData("nonsense")]
    public async Task ABadPlanIsRefused(string plan)
    {
        var id = (await Shelf()).GetProperty("graphics")[0].GetProperty("id").GetGuid();
        var answer = await http.PostAsync($"/api/graphics/{id}/handoffs", new StringContent(plan, System.Text.Encoding.UTF8, "application/json"));
        Assert.InRange((int)answer.StatusCode, 400, 422);
        Assert.NotEmpty((await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("title").GetString()!);
    }

    [Fact]
    public async Task APackageIsCopiedWithItsGraphicsAndNamesStayApart()
    {
        var package = await (await http.PostAsJsonAsync("/api/packages", new { name = "Spring" })).Content.ReadFromJsonAsync<Guid>();
        foreach (var _ in Enumerable.Range(0, 2))
        {
            await http.PostAsJsonAsync(
                $"/api/packages/{package}/graphics",
                new
                {
                    name = "Title",
                    kind = "title",
                    width = 320,
                    height = 240,
                    rate = "24000/1001",
                    arrive = 5,
                    hold = 5,
                    leave = 5,
                }
            );
        }
        var copy = await (await http.PostAsync($"/api/packages/{package}/duplicate", null)).Content.ReadFromJsonAsync<Guid>();
        var shelves = await http.GetFromJsonAsync<JsonElement>("/api/packages");
        var copied = shelves.EnumerateArray().Single(p => p.GetProperty("id").GetGuid() == copy);
        Assert.Equal("Spring 2", copied.GetProperty("name").GetString());
        Assert.Equal(["Title", "Title 2"], copied.GetProperty("graphics").EnumerateArray().Select(g => g.GetProperty("name").GetString()));
        Assert.Equal(HttpStatusCode.NoContent, (await http.DeleteAsync($"/api/packages/{copy}")).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await http.PostAsync($"/api/packages/{copy}/restore", null)).StatusCode);
    }

    [Fact]
    public async Task TheShapeOfAFeelIsTheCoresOwn()
    {
        var shape = (await http.GetFromJsonAsync<double[]>("/api/feels?css=cubic-bezier(0.4,0,0.3,1)"))!;
        var feel = Scene.Motion.FeelText.Parse("cubic-bezier(0.4, 0, 0.3, 1)");
        Assert.Equal(65, shape.Length);
        Assert.All(shape.Select((v, i) => (v, i)), p => Assert.Equal(feel.At(p.i / 64.0), p.v, 12));
    }

    [Fact]
    public async Task TheDemoIsTheWorkedExampleOfTheIssue()
    {
        var id = (await Shelf()).GetProperty("graphics")[0].GetProperty("id").GetGuid();
        var graphic = GraphicJson.Read(await http.GetByteArrayAsync($"/api/graphics/{id}/document"));
        Assert.Equal((1920, 1080, "60", 480), (graphic.Width, graphic.Height, graphic.Rate.ToString(), graphic.Phases.Total));
        async Task<double[]> Channel(string layer, int frame, string channel) =>
            [
                .. (await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{id}/inspection/{frame}"))
                    .GetProperty("layers")
                    .EnumerateArray()
                    .Single(l => l.GetProperty("id").GetString() == layer)
                    .GetProperty("values")
                    .GetProperty(channel)
                    .EnumerateArray()
                    .Select(v => v.GetDouble()),
            ];
        Assert.True((await Channel("badge", 0, "position"))[1] >= 1080);
        Assert.Equal(new double[] { 112, 848 }, await Channel("badge", 24, "position"));
        Assert.Equal(new double[] { 168, 168 }, await Channel("badge", 24, "size"));
        Assert.Equal(new double[] { 36, 36, 36, 36 }, await Channel("badge", 24, "corners"));
        foreach (var (layer, from) in new[] { ("gold", 30), ("brown", 38) })
        {
            Assert.Equal(0, (await Channel(layer, from, "mask"))[2]);
            Assert.Equal(1, (await Channel(layer, from + 24, "mask"))[2]);
        }
        Assert.Equal(108, (await Channel("gold", 0, "size"))[1]);
        foreach (var layer in new[] { "name", "second" })
        {
            foreach (var (frame, opacity) in new[] { (66, 0), (90, 1), (450, 1), (479, 0) })
            {
                Assert.Equal(opacity, (await Channel(layer, frame, "opacity"))[0]);
            }
        }
        foreach (var layer in graphic.Layers)
        {
            Assert.Equal(0, (await Channel(layer.Id, 479, "opacity"))[0]);
        }
    }
}
