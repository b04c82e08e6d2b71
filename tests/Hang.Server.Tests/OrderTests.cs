using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Dapper;
using Hang.Server.Handoffs;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using Npgsql;

namespace Hang.Server.Tests;

/// <summary>Several files handed off in one go, arranged in the line, looked at, refused, and put outside.</summary>
[Collection(OneServer.Name)]
public sealed class OrderTests(RunningServer server)
{
    private readonly HttpClient http = server.CreateClient();

    [Fact]
    public async Task AnOrderMakesEveryKindAndColourwayOfEveryGraphicOrNothing()
    {
        var (one, two) = (await Graphic("Lower third"), await Graphic("Title"));
        object Order(string[] kinds, string? pattern = null) =>
            new
            {
                graphics = new[] { one, two },
                order = new
                {
                    kinds,
                    backing = new { kind = "none" },
                    scales = new[] { 0.1 },
                    colourways = new[] { "Frost", "Heather" },
                    from = 30,
                    to = 33,
                    pattern,
                    note = "for the evening programme",
                },
            };
        var before = (await Handoffs(one)).Length;
        var refused = await http.PostAsJsonAsync("/api/handoffs", Order(["prores", "mp4"]));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.Contains("MP4, H.264 cannot be transparent", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Contains(
            "{nonsense}",
            await (await http.PostAsJsonAsync("/api/handoffs", Order(["prores"], "{nonsense}_{version}"))).Content.ReadAsStringAsync(),
            StringComparison.Ordinal
        );
        Assert.Equal(before, (await Handoffs(one)).Length);
    }

    [Fact]
    public async Task AnOrderIsRenderedInEveryColourwayAndRemembered()
    {
        var id = await Graphic("Lower third");
        var ids = await Ask(
            id,
            new
            {
                kinds = new[] { "prores", "apng" },
                backing = new { kind = "none" },
                scales = new[] { 0.1 },
                colourways = new[] { "Frost", "Heather" },
                from = 30,
                to = 33,
                pattern = "{graphic}_{variant}_{kind}_{size}_v{version}",
                note = "evening",
            }
        );
        var done = await Done(id, ids);
        Assert.Equal(
            [
                "lower-third_frost_apng_192x108_v001.apng",
                "lower-third_frost_prores_192x108_v001.mov",
                "lower-third_heather_apng_192x108_v001.apng",
                "lower-third_heather_prores_192x108_v001.mov",
            ],
            done.Select(h => h.GetProperty("fileName").GetString()!).Order()
        );
        Assert.All(done, h => Assert.True(h.GetProperty("holds").GetBoolean(), h.ToString()));
        Assert.All(done, h => Assert.Equal("evening", h.GetProperty("note").GetString()));
        Assert.Contains(done, h => h.GetProperty("card").GetProperty("title").GetString() == "Fernhollow Apiary · Lower third, Frost v001");
        // Other colours are other pictures.
        var files = new List<byte[]>();
        foreach (var h in done.Where(h => h.GetProperty("fileName").GetString()!.EndsWith("apng", StringComparison.Ordinal)))
        {
            files.Add(await http.GetByteArrayAsync($"/api/handoffs/{h.GetProperty("id").GetGuid()}/file"));
        }
        Assert.NotEqual(files[0], files[1]);
        var start = await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{id}/order");
        Assert.Equal("apng", start.GetProperty("last").GetProperty("kinds")[1].GetString());
        Assert.Equal("Meadow", start.GetProperty("colourways")[0].GetString());
    }

    [Fact]
    public async Task WhatIsHeldWaitsUntilItIsLetGoOn()
    {
        var id = await Graphic("Callout");
        // Something longer goes first, so that the other still waits when it is held.
        var first = await Ask(
            id,
            new
            {
                kinds = new[] { "prores" },
                backing = new { kind = "none" },
                scales = new[] { 0.5 },
            }
        );
        var held = await Ask(
            id,
            new
            {
                kinds = new[] { "still" },
                backing = new { kind = "none" },
                scales = new[] { 0.1 },
            }
        );
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await http.PostAsJsonAsync($"/api/handoffs/{held[0]}/arrange", new { held = true, note = "wait for the name" })).StatusCode
        );
        await Done(id, first);
        await Task.Delay(500);
        var waiting = (await Handoffs(id)).Single(h => h.GetProperty("id").GetGuid() == held[0]);
        Assert.Equal(
            ("queued", true, "wait for the name"),
            (waiting.GetProperty("state").GetString(), waiting.GetProperty("held").GetBoolean(), waiting.GetProperty("note").GetString())
        );
        await http.PostAsJsonAsync($"/api/handoffs/{held[0]}/arrange", new { held = false });
        Assert.True((await Done(id, held))[0].GetProperty("holds").GetBoolean());
        Assert.Equal(HttpStatusCode.NotFound, (await http.PostAsJsonAsync($"/api/handoffs/{Guid.NewGuid()}/arrange", new { held = true })).StatusCode);
    }

    [Fact]
    public async Task ARefusedFileNeedsAWordToBeDownloaded()
    {
        var id = await Graphic("Corner bug");
        var asked = await Ask(
            id,
            new
            {
                kinds = new[] { "png" },
                backing = new { kind = "none" },
                scales = new[] { 0.1 },
                from = 100,
                to = 101,
                firstNumber = 7,
            }
        );
        await Done(id, asked);
        var file = await http.GetByteArrayAsync($"/api/handoffs/{asked[0]}/file");
        using (var zip = new ZipArchive(new MemoryStream(file)))
        {
            Assert.EndsWith("_00007.png", zip.Entries[0].Name, StringComparison.Ordinal);
        }
        await using (var database = await server.Services.GetRequiredService<NpgsqlDataSource>().OpenConnectionAsync())
        {
            await database.ExecuteAsync("update handoffs set proof = jsonb_set(proof, '{differing}', '[3]') where id = @id", new { id = asked[0] });
        }
        Assert.False((await Handoffs(id)).Single(h => h.GetProperty("id").GetGuid() == asked[0]).GetProperty("holds").GetBoolean());
        var refused = await http.GetAsync($"/api/handoffs/{asked[0]}/file");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.Contains("refused by its proof", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(file, await http.GetByteArrayAsync($"/api/handoffs/{asked[0]}/file?anyway=true"));
    }

    /// <summary>The stills are the file's own, and OpenTimelineIO's JSON has the cut frame as a marker.</summary>
    [Fact]
    public async Task AFileIsLookedAtAndStandsOnATimeline()
    {
        var id = await Graphic("Stinger");
        var asked = await Ask(
            id,
            new
            {
                kinds = new[] { "prores" },
                backing = new { kind = "none" },
                scales = new[] { 0.1 },
            }
        );
        var card = (await Done(id, asked))[0].GetProperty("card");
        Assert.InRange(card.GetProperty("cutFrame").GetInt32(), card.GetProperty("coverFrom").GetInt32(), card.GetProperty("coverTo").GetInt32());
        var frames = await http.GetFromJsonAsync<JsonElement>($"/api/handoffs/{asked[0]}/frames");
        Assert.Equal(card.GetProperty("frames").GetInt32(), frames.GetProperty("times").EnumerateArray().Sum(t => t.GetInt32()));
        using var found = SkiaSharp.SKBitmap.Decode(await http.GetByteArrayAsync($"/api/handoffs/{asked[0]}/frames/20"));
        using var meant = SkiaSharp.SKBitmap.Decode(await http.GetByteArrayAsync($"/api/handoffs/{asked[0]}/meant/20"));
        Assert.Equal((192, 108), (found.Width, found.Height));
        Assert.InRange(Math.Abs(found.GetPixel(96, 54).Red - meant.GetPixel(96, 54).Red), 0, 4);
        Assert.Equal(HttpStatusCode.NotFound, (await http.GetAsync($"/api/handoffs/{asked[0]}/frames/9999")).StatusCode);
        var timeline = await http.GetFromJsonAsync<JsonElement>($"/api/timeline?graphic={id}");
        Assert.Equal("Timeline.1", timeline.GetProperty("OTIO_SCHEMA").GetString());
        var clip = timeline.GetProperty("tracks").GetProperty("children")[0].GetProperty("children")[0];
        var cut = clip.GetProperty("markers")[0];
        Assert.Equal("Cut", cut.GetProperty("name").GetString());
        Assert.Equal(card.GetProperty("cutFrame").GetInt32(), cut.GetProperty("marked_range").GetProperty("start_time").GetProperty("value").GetInt32());
        var report = await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{id}/report?key=%23F2A51E");
        Assert.Equal(card.GetProperty("cutFrame").GetInt32(), report.GetProperty("cover").GetProperty("cut").GetInt32());
        Assert.True(report.GetProperty("chosenKey").GetProperty("wouldKeyOut").GetBoolean());
    }

    [Fact]
    public void FilesArePutOutsideWholeAndNeverOverAnother()
    {
        var folder = Directory.CreateTempSubdirectory("hang-outside-");
        try
        {
            var source = Path.Combine(folder.FullName, "source");
            File.WriteAllText(source, "new");
            var outside = new OutsideFolder(new() { Outside = folder.FullName }, NullLogger<OutsideFolder>.Instance);
            outside.Put(source, "a.mov");
            File.WriteAllText(Path.Combine(folder.FullName, "b.mov"), "old");
            outside.Put(source, "b.mov");
            Assert.Equal(("new", "old"), (File.ReadAllText(Path.Combine(folder.FullName, "a.mov")), File.ReadAllText(Path.Combine(folder.FullName, "b.mov"))));
            Assert.Equal(3, folder.GetFiles().Length);
        }
        finally
        {
            folder.Delete(true);
        }
    }

    private async Task<Guid> Graphic(string name) =>
        (await http.GetFromJsonAsync<JsonElement>("/api/packages"))
            .EnumerateArray()
            .SelectMany(p => p.GetProperty("graphics").EnumerateArray())
            .First(g => g.GetProperty("name").GetString() == name)
            .GetProperty("id")
            .GetGuid();

    private async Task<JsonElement[]> Handoffs(Guid graphic) =>
        [.. (await http.GetFromJsonAsync<JsonElement>($"/api/handoffs?graphic={graphic}")).EnumerateArray()];

    private async Task<Guid[]> Ask(Guid graphic, object order)
    {
        var answer = await http.PostAsJsonAsync("/api/handoffs", new { graphics = new[] { graphic }, order });
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return (await answer.Content.ReadFromJsonAsync<Guid[]>())!;
    }

    private async Task<JsonElement[]> Done(Guid graphic, Guid[] ids)
    {
        using var limit = new CancellationTokenSource(TimeSpan.FromMinutes(2));
        while (true)
        {
            var mine = (await Handoffs(graphic)).Where(h => ids.Contains(h.GetProperty("id").GetGuid())).ToArray();
            Assert.DoesNotContain(mine, h => h.GetProperty("state").GetString() == "failed");
            if (mine.All(h => h.GetProperty("state").GetString() == "done"))
            {
                return mine;
            }
            await Task.Delay(200, limit.Token);
        }
    }
}
