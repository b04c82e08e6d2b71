using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json;
using Hang.Tests.Shared;

namespace Hang.Server.Tests;

/// <summary>Graphics within graphics, in other sizes, read off footage, compared, and shown as small moving pictures.</summary>
[Collection(OneServer.Name)]
public sealed class PlacingServerTests(RunningServer server)
{
    private readonly HttpClient http = server.CreateClient();

    [Fact]
    public async Task WhatIsPlacedFollowsItsOriginalAndNothingIsPlacedInItself()
    {
        var (inner, outer) = (await CopyAsync("Corner bug"), await CopyAsync("Title"));
        Assert.Equal(HttpStatusCode.NoContent, (await http.PostAsJsonAsync($"/api/graphics/{outer}/placed", new { graphic = inner, at = 10 })).StatusCode);
        var before = (await DocumentAsync(outer)).GetProperty("placed").GetProperty(inner.ToString()).GetRawText();
        // It carries no second copy of what the outer one has for all.
        Assert.False((await DocumentAsync(outer)).GetProperty("placed").GetProperty(inner.ToString()).TryGetProperty("palette", out _));
        await http.PatchAsJsonAsync($"/api/graphics/{inner}", new { name = "Other bug" });
        await UntilAsync(async () =>
            (await DocumentAsync(outer)).GetProperty("placed").GetProperty(inner.ToString()).GetProperty("name").GetString() == "Other bug"
        );
        Assert.NotEqual(before, (await DocumentAsync(outer)).GetProperty("placed").GetProperty(inner.ToString()).GetRawText());
        foreach (var (into, what) in new[] { (inner, outer), (outer, outer) })
        {
            var refused = await http.PostAsJsonAsync($"/api/graphics/{into}/placed", new { graphic = what, at = 0 });
            Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
            Assert.Contains("in itself", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }
        // Carried elsewhere it still has its picture, which only what is placed in it shows.
        Assert.NotEmpty(await http.GetByteArrayAsync($"/api/graphics/{outer}/document"));
    }

    [Fact]
    public async Task WhatStandsAroundAPlacedGraphicIsPainted()
    {
        var (inner, outer) = (await CopyAsync("Corner bug"), await CopyAsync("Title"));
        await http.PostAsJsonAsync($"/api/graphics/{outer}/placed", new { graphic = inner, at = 0 });
        var layer = (await DocumentAsync(outer)).GetProperty("layers").EnumerateArray().Last().GetProperty("id").GetString();
        var around = await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{outer}/around/{layer}?frame=3");
        Assert.Equal(3, around.GetProperty("frame").GetInt32());
        var sides = await Task.WhenAll(new[] { "behind", "before" }.Select(side => http.GetByteArrayAsync(around.GetProperty(side).GetString())));
        Assert.All(sides, side => Assert.Equal(0x89, side[0]));
        // Another title has pictures at another address, though an undo brings its number back.
        await http.PatchAsJsonAsync($"/api/graphics/{outer}", new { name = "Another title" });
        Assert.NotEqual(
            around.GetProperty("behind").GetString(),
            (await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{outer}/around/{layer}?frame=3")).GetProperty("behind").GetString()
        );
        // All of the title is behind the bug; nothing is before it.
        Assert.True(sides[0].Length > sides[1].Length);
        foreach (var wrong in new[] { $"around/none?frame=3", $"around/{layer}/beside?at=3" })
        {
            Assert.Equal(HttpStatusCode.UnprocessableEntity, (await http.GetAsync($"/api/graphics/{outer}/{wrong}")).StatusCode);
        }
    }

    [Fact]
    public async Task InACopyOfAPackageTheCopiesArePlaced()
    {
        var package = (await http.GetFromJsonAsync<JsonElement>("/api/packages"))
            .EnumerateArray()
            .First(p => p.GetProperty("graphics").EnumerateArray().Any(g => g.GetProperty("name").GetString() == "Title"))
            .GetProperty("id")
            .GetGuid();
        var (inner, outer) = (await CopyAsync("Corner bug"), await CopyAsync("Title"));
        await http.PostAsJsonAsync($"/api/graphics/{outer}/placed", new { graphic = inner, at = 0 });
        await http.PatchAsJsonAsync($"/api/graphics/{outer}", new { name = "Holder" });
        await http.PatchAsJsonAsync($"/api/graphics/{inner}", new { name = "Held" });
        await UntilAsync(async () =>
            (await DocumentAsync(outer)).GetProperty("placed").GetProperty(inner.ToString()).GetProperty("name").GetString() == "Held"
        );
        using var pack = new ByteArrayContent(await http.GetByteArrayAsync($"/api/packages/{package}/pack"));
        foreach (
            var made in new[] { await http.PostAsync($"/api/packages/{package}/duplicate", null), await http.PostAsync("/api/packs?name=p.hangpack", pack) }
        )
        {
            var copy = await made.Content.ReadFromJsonAsync<Guid>();
            var graphics = (await http.GetFromJsonAsync<JsonElement>("/api/packages"))
                .EnumerateArray()
                .First(p => p.GetProperty("id").GetGuid() == copy)
                .GetProperty("graphics")
                .EnumerateArray()
                .ToDictionary(g => g.GetProperty("name").GetString()!, g => g.GetProperty("id").GetGuid());
            Assert.Equal(graphics["Held"].ToString(), Assert.Single((await DocumentAsync(graphics["Holder"])).GetProperty("placed").EnumerateObject()).Name);
        }
    }

    [Fact]
    public async Task TagsAreKeptAndTooManyAreRefused()
    {
        var id = await CopyAsync("Title");
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await http.PutAsJsonAsync($"/api/graphics/{id}/tags", new { all = new[] { " spring ", "Spring", "", "titles" } })).StatusCode
        );
        var graphic = (await http.GetFromJsonAsync<JsonElement>("/api/packages"))
            .EnumerateArray()
            .SelectMany(p => p.GetProperty("graphics").EnumerateArray())
            .First(g => g.GetProperty("id").GetGuid() == id);
        Assert.Equal(["spring", "titles"], graphic.GetProperty("tags").EnumerateArray().Select(t => t.GetString()));
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await http.PutAsJsonAsync($"/api/graphics/{id}/tags", new { all = new[] { new string('x', 31) } })).StatusCode
        );
    }

    [Fact]
    public async Task ARefittedCopyStandsBesideAndWhatIsWrappedIsOnTheRack()
    {
        var id = await CopyAsync("Lower third");
        var refit = await (
            await http.PostAsJsonAsync(
                $"/api/graphics/{id}/refit",
                new
                {
                    width = 1080,
                    height = 1920,
                    copy = true,
                }
            )
        ).Content.ReadFromJsonAsync<JsonElement>();
        var copy = await DocumentAsync(refit.GetProperty("graphic").GetGuid());
        Assert.Equal((1080, 1920), (copy.GetProperty("width").GetInt32(), copy.GetProperty("height").GetInt32()));
        Assert.Empty(refit.GetProperty("crowded").EnumerateArray());
        Assert.Equal(1920, (await DocumentAsync(id)).GetProperty("width").GetInt32());
        Assert.Contains(
            "no size",
            await (await http.PostAsJsonAsync($"/api/graphics/{id}/refit", new { width = 1, height = 1 })).Content.ReadAsStringAsync(),
            StringComparison.Ordinal
        );
        var layers = (await DocumentAsync(id)).GetProperty("layers").EnumerateArray().Select(l => l.GetProperty("id").GetString()).ToArray();
        var made = await (await http.PostAsJsonAsync($"/api/graphics/{id}/wrapped", new { layers, name = "Strap" })).Content.ReadFromJsonAsync<Guid>();
        Assert.Equal(layers.Length, (await DocumentAsync(made)).GetProperty("layers").GetArrayLength());
        Assert.Equal("Strap", Assert.Single((await DocumentAsync(id)).GetProperty("layers").EnumerateArray()).GetProperty("name").GetString());
    }

    [Fact]
    public async Task AFormatIsReadOffAClipAndWhatIsNoneIsSaid()
    {
        using var clip = new ByteArrayContent(await File.ReadAllBytesAsync(Path.Combine(ProjectFolder.Root, "demo", "meadow.webm")));
        clip.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        var format = await (await http.PostAsync("/api/formats?name=meadow.webm", clip)).Content.ReadFromJsonAsync<JsonElement>();
        Assert.Equal(
            "640 360 30 240",
            $"{format.GetProperty("width")} {format.GetProperty("height")} {format.GetProperty("rate")} {format.GetProperty("frames")}"
        );
        using var words = new ByteArrayContent("no clip"u8.ToArray());
        var refused = await http.PostAsync("/api/formats?name=notes.txt", words);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.Contains("notes.txt is no clip", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("arrivals/fade")]
    [InlineData("departures/typeOn")]
    [InlineData("idles/spin")]
    [InlineData("effects/dropShadow")]
    [InlineData("shapes/star")]
    public async Task WhatCanBeChosenHasASmallMovingPicture(string sample)
    {
        var png = await http.GetByteArrayAsync($"/api/samples/{sample}");
        // PNG (ISO/IEC 15948), 24 moments of 96 px side by side.
        Assert.Equal([0x89, 0x50, 0x4E, 0x47], png[..4]);
        Assert.Equal(24 * 96, System.Buffers.Binary.BinaryPrimitives.ReadInt32BigEndian(png.AsSpan(16)));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await http.GetAsync($"/api/samples/{sample.Split('/')[0]}/nothing")).StatusCode);
    }

    private async Task<Guid> CopyAsync(string name)
    {
        var packages = await http.GetFromJsonAsync<JsonElement>("/api/packages");
        var first = packages
            .EnumerateArray()
            .SelectMany(p => p.GetProperty("graphics").EnumerateArray())
            .First(g => g.GetProperty("name").GetString() == name && !g.GetProperty("removed").GetBoolean())
            .GetProperty("id")
            .GetGuid();
        return await (await http.PostAsync($"/api/graphics/{first}/duplicate", null)).Content.ReadFromJsonAsync<Guid>();
    }

    private async Task<JsonElement> DocumentAsync(Guid id) => await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{id}/document");

    private static async Task UntilAsync(Func<Task<bool>> seen)
    {
        for (var i = 0; i < 100 && !await seen(); i++)
        {
            await Task.Delay(100);
        }
        Assert.True(await seen());
    }
}
