using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Hang.Tests.Shared;

namespace Hang.Server.Tests;

/// <summary>Fonts that a package has besides those that ship.</summary>
public class FontTests(RunningServer server) : IClassFixture<RunningServer>
{
    private readonly HttpClient http = server.CreateClient();

    private async Task<Guid> NewPackage(string name) =>
        (await (await http.PostAsJsonAsync("/api/packages", new { name })).Content.ReadFromJsonAsync<JsonElement>()).GetGuid();

    private async Task<Guid> NewGraphic(Guid package)
    {
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

    private Task<HttpResponseMessage> Give(Guid graphic, string name, byte[] font) =>
        http.PostAsync($"/api/graphics/{graphic}/fonts?name={name}", new ByteArrayContent(font));

    private static string Document(string family) =>
        JsonSerializer.Serialize(
            new
            {
                hang = 2,
                name = "With a font",
                kind = "bug",
                width = 640,
                height = 360,
                rate = "25",
                phases = new
                {
                    arrive = 10,
                    hold = 20,
                    leave = 10,
                },
                layers = new[]
                {
                    new
                    {
                        id = "t",
                        name = "Words",
                        position = new[] { 20, 200 },
                        content = new
                        {
                            kind = "type",
                            text = "Hive",
                            family,
                            typeSize = 80,
                        },
                    },
                },
                assets = new { },
            }
        );

    private Task<HttpResponseMessage> Open(Guid package, string document) =>
        http.PostAsync($"/api/packages/{package}/documents", new StringContent(document, Encoding.UTF8, "application/json"));

    [Fact]
    public async Task AFontIsThePackagesAndIsCarriedInDocuments()
    {
        var package = await NewPackage("Fonts");
        var graphic = await NewGraphic(package);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await Open(package, Document("Meadowand"))).StatusCode);
        var given = await Give(graphic, "meadow.ttf", MadeFonts.Named("Meadowand"));
        Assert.Equal(HttpStatusCode.OK, given.StatusCode);
        var own = await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{graphic}/fonts");
        Assert.Equal("Meadowand", own[0].GetProperty("name").GetString());
        Assert.True(own[0].GetProperty("carried").GetBoolean());
        var opened = await Open(package, Document("Meadowand"));
        Assert.Equal(HttpStatusCode.OK, opened.StatusCode);
        var document = await http.GetStringAsync($"/api/graphics/{await opened.Content.ReadFromJsonAsync<Guid>()}/document");
        Assert.Contains("\"Meadowand\"", document, StringComparison.Ordinal);
        // What makes its words itself carries its font as well.
        var counting = Document("Meadowand").Replace("\"kind\":\"type\",\"text\":\"Hive\"", "\"kind\":\"counter\"", StringComparison.Ordinal);
        var counts = await (await Open(package, counting)).Content.ReadFromJsonAsync<Guid>();
        Assert.Single(JsonDocument.Parse(await http.GetStringAsync($"/api/graphics/{counts}/document")).RootElement.GetProperty("fonts").EnumerateObject());
        // Another package takes the font over with the document.
        var elsewhere = await NewPackage("Elsewhere");
        var there = await (await Open(elsewhere, document)).Content.ReadFromJsonAsync<Guid>();
        Assert.Equal(1, (await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{there}/fonts")).GetArrayLength());
        // A document whose font was changed on the way is refused.
        var font = JsonDocument.Parse(document).RootElement.GetProperty("fonts").EnumerateObject().Single();
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await Open(elsewhere, document.Replace(font.Name, "sha256-" + new string('0', 64), StringComparison.Ordinal))).StatusCode
        );
    }

    [Fact]
    public async Task ManyFontsGoodAndSpoiledLeaveTheServerUp()
    {
        var package = await NewPackage("Many fonts");
        var graphic = await NewGraphic(package);
        var random = new Random(7);
        for (var i = 0; i < 60; i++)
        {
            Assert.Equal(HttpStatusCode.OK, (await Give(graphic, "good.ttf", MadeFonts.Named($"Hives {i:00}z"))).StatusCode);
            for (var j = 0; j < 10; j++)
            {
                var spoiled = MadeFonts.Named($"Hives {i:00}z");
                foreach (var _ in Enumerable.Range(0, 1 + j * j))
                {
                    spoiled[random.Next(12, spoiled.Length)] = (byte)random.Next(256);
                }
                var answer = await Give(graphic, "spoiled.ttf", j == 9 ? spoiled[..random.Next(20, spoiled.Length)] : spoiled);
                Assert.True(answer.StatusCode is HttpStatusCode.OK or HttpStatusCode.UnprocessableEntity, $"{answer.StatusCode}");
            }
            if (i % 10 == 9)
            {
                GC.Collect(2, GCCollectionMode.Aggressive, true, true);
            }
        }
        // Each of them is set while what was allocated for it has been moved about.
        for (var i = 0; i < 60; i++)
        {
            Assert.Equal(HttpStatusCode.OK, (await Open(package, Document($"Hives {i:00}z"))).StatusCode);
            if (i % 10 == 4)
            {
                GC.Collect(2, GCCollectionMode.Aggressive, true, true);
            }
        }
    }

    [Fact]
    public async Task AFontThatKillsWhoTriesItIsRefusedAndTheNextOneIsTried()
    {
        // A program that ends where a font's trial would answer.
        using var dying = new Media.Processes.FontTrials(Path.Combine(AppContext.BaseDirectory, "no such program.dll"));
        Assert.Equal("font", Assert.Throws<Scene.ProblemException>(() => dying.Read("meadow.ttf", MadeFonts.Named("Meadowand"))).Problem.Field);
        using var trials = new Media.Processes.FontTrials(typeof(Program).Assembly.Location);
        Assert.Equal("Meadowand", (await Task.Run(() => trials.Read("meadow.ttf", MadeFonts.Named("Meadowand")))).Family);
    }

    [Fact]
    public async Task WhatMayNotBeCarriedStaysAndWhatMayNotBeUsedIsRefused()
    {
        var graphic = await NewGraphic(await NewPackage("Bits"));
        Assert.Equal(HttpStatusCode.OK, (await Give(graphic, "a.ttf", MadeFonts.Named("Heatherly", 4))).StatusCode);
        Assert.False((await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{graphic}/fonts"))[0].GetProperty("carried").GetBoolean());
        var package = (await http.GetFromJsonAsync<JsonElement>("/api/packages"))
            .EnumerateArray()
            .Single(p => p.GetProperty("name").GetString() == "Bits")
            .GetProperty("id")
            .GetGuid();
        var opened = await (await Open(package, Document("Heatherly"))).Content.ReadFromJsonAsync<Guid>();
        var fonts = JsonDocument.Parse(await http.GetStringAsync($"/api/graphics/{opened}/document")).RootElement.GetProperty("fonts");
        Assert.False(fonts.EnumerateObject().Single().Value.TryGetProperty("data", out _));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await Give(graphic, "b.ttf", MadeFonts.Named("Cloverley", 2))).StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await Give(graphic, "c.ttf", "no font"u8.ToArray())).StatusCode);
        // Another file by the same name would change what is painted.
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await Give(graphic, "d.ttf", MadeFonts.Named("Heatherly", 8))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await Give(Guid.NewGuid(), "e.ttf", MadeFonts.Named("Brambleby"))).StatusCode);
    }
}
