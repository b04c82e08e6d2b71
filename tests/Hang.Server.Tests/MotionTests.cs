using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Hang.Server.Live;
using Microsoft.AspNetCore.SignalR.Client;

namespace Hang.Server.Tests;

[Collection(OneServer.Name)]
public class MotionTests(RunningServer server)
{
    private readonly HttpClient http = server.CreateClient();

    private async Task<(Guid Package, Guid Graphic)> NewGraphic()
    {
        var package = await (await http.PostAsJsonAsync("/api/packages", new { name = $"Feels {Guid.NewGuid():N}" })).Content.ReadFromJsonAsync<Guid>();
        var document = new Dictionary<string, object>
        {
            ["hang"] = 1,
            ["name"] = "Moving",
            ["kind"] = "bug",
            ["width"] = 640,
            ["height"] = 360,
            ["rate"] = "25",
            ["phases"] = new
            {
                arrive = 10,
                hold = 30,
                leave = 10,
            },
            ["layers"] = new[]
            {
                new
                {
                    kind = "plate",
                    id = "a",
                    name = "Comb",
                    channels = new
                    {
                        opacity = new
                        {
                            keys = new[]
                            {
                                new
                                {
                                    at = 5,
                                    value = 0,
                                    feel = "linear",
                                },
                                new
                                {
                                    at = 8,
                                    value = 1,
                                    feel = "linear",
                                },
                            },
                        },
                    },
                },
            },
            ["assets"] = new { },
        };
        var added = await http.PostAsJsonAsync($"/api/packages/{package}/documents", document);
        Assert.True(added.IsSuccessStatusCode, await added.Content.ReadAsStringAsync());
        return (package, await added.Content.ReadFromJsonAsync<Guid>());
    }

    [Fact]
    public async Task APackageKeepsFeelsForAllItsGraphicsAndItsCopies()
    {
        var (package, graphic) = await NewGraphic();
        async Task<string[]> Feels(Guid id) =>
            [
                .. (await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{id}/feels"))
                    .EnumerateArray()
                    .Select(f => $"{f.GetProperty("name")}: {f.GetProperty("css")}"),
            ];
        Assert.Empty(await Feels(graphic));
        Assert.True((await http.PutAsJsonAsync($"/api/graphics/{graphic}/feels", new { name = " Sting ", css = "ease-in" })).IsSuccessStatusCode);
        Assert.True((await http.PutAsJsonAsync($"/api/graphics/{graphic}/feels", new { name = "Sting", css = "steps(3)" })).IsSuccessStatusCode);
        Assert.Equal(["Sting: steps(3)"], await Feels(graphic));
        var copy = await (await http.PostAsync($"/api/packages/{package}/duplicate", null)).Content.ReadFromJsonAsync<Guid>();
        var copied = (await http.GetFromJsonAsync<JsonElement>("/api/packages"))
            .EnumerateArray()
            .Single(p => p.GetProperty("id").GetGuid() == copy)
            .GetProperty("graphics")[0]
            .GetProperty("id")
            .GetGuid();
        Assert.True((await http.DeleteAsync($"/api/graphics/{graphic}/feels/Sting")).IsSuccessStatusCode);
        Assert.Empty(await Feels(graphic));
        Assert.Equal(["Sting: steps(3)"], await Feels(copied));
        Assert.Equal(HttpStatusCode.NotFound, (await http.DeleteAsync($"/api/graphics/{graphic}/feels/Sting")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await http.GetAsync($"/api/graphics/{Guid.NewGuid()}/feels")).StatusCode);
    }

    [Theory]
    [InlineData("Brisk", "linear")]
    [InlineData("  ", "linear")]
    [InlineData("Mine", "wobbly(3)")]
    public async Task AFeelThatCannotBeKeptIsRefused(string name, string css)
    {
        var (_, graphic) = await NewGraphic();
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await http.PutAsJsonAsync($"/api/graphics/{graphic}/feels", new { name, css })).StatusCode);
    }

    [Fact]
    public async Task SpringsAndTimesAreWorkedOutByTheCore()
    {
        var spring = await http.GetFromJsonAsync<JsonElement>("/api/feels/spring?stiffness=180&damping=14&mass=1");
        Assert.StartsWith("linear(0 0%", spring.GetProperty("css").GetString(), StringComparison.Ordinal);
        Assert.InRange(spring.GetProperty("seconds").GetDouble(), 0.9, 1.1);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await http.GetAsync("/api/feels/spring?stiffness=0&damping=14&mass=1")).StatusCode);
        Assert.Equal(22, await http.GetFromJsonAsync<int>("/api/time?text=%2B10&rate=25&from=12"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await http.GetAsync("/api/time?text=soon&rate=25&from=12")).StatusCode);
    }

    [Fact]
    public async Task TheLineTracesAChannelJudgesReadingAndTellsWhatAnEditDidBesides()
    {
        var (_, graphic) = await NewGraphic();
        var line = await server.LineAsync();
        var notes = System.Threading.Channels.Channel.CreateUnbounded<string>();
        line.On<string>("noted", n => notes.Writer.TryWrite(n));
        Assert.Null(await line.InvokeAsync<Refusal?>("Join", graphic.ToString(), "s1"));
        var trace = JsonSerializer.Deserialize<double[][]>(await line.InvokeAsync<string>("Trace", "a", "opacity", 4, 10))!;
        Assert.Equal([0, 0, 0.333333, 0.666667, 1, 1], Assert.Single(trace).Select(v => Math.Round(v, 6)));
        Assert.Equal("[]", await line.InvokeAsync<string>("Trace", "nobody", "opacity", 0, 10));
        Assert.Equal("[]", await line.InvokeAsync<string>("Trace", "a", "smell", 0, 10));
        var readings = System.Threading.Channels.Channel.CreateUnbounded<string>();
        line.On<string>("reading", r => readings.Writer.TryWrite(r));
        Assert.Null(await line.InvokeAsync<Refusal?>("Reading"));
        Assert.Equal(
            0,
            JsonDocument
                .Parse(await readings.Reader.ReadAsync(new CancellationTokenSource(TimeSpan.FromSeconds(20)).Token))
                .RootElement.GetProperty("words")
                .GetInt32()
        );
        Assert.Null(await line.InvokeAsync<Refusal?>("Edit", """{"do": "moveKeys", "keys": [{"layer": "a", "address": "opacity", "at": 5}], "by": 3}"""));
        Assert.Contains("replaced", await notes.Reader.ReadAsync(new CancellationTokenSource(TimeSpan.FromSeconds(20)).Token), StringComparison.Ordinal);
        Assert.Contains(
            "no keyframe",
            (await line.InvokeAsync<Refusal?>("Edit", """{"do": "reverseKeys", "keys": [{"layer": "a", "address": "opacity", "at": 5}]}"""))!.Message,
            StringComparison.Ordinal
        );
    }
}
