using System.Net;
using System.Net.Http.Json;
using System.Text.Json;

namespace Hang.Server.Tests;

/// <summary>The revisions of a graphic as a list, any of them brought back or copied out.</summary>
[Collection(OneServer.Name)]
public sealed class RevisionTests(RunningServer server)
{
    private readonly HttpClient http = server.CreateClient();

    [Fact]
    public async Task AnOlderRevisionIsBroughtBackAndCopiedOut()
    {
        var packages = await http.GetFromJsonAsync<JsonElement>("/api/packages");
        var first = packages
            .EnumerateArray()
            .SelectMany(p => p.GetProperty("graphics").EnumerateArray())
            .First(g => g.GetProperty("name").GetString() == "Title")
            .GetProperty("id")
            .GetGuid();
        var id = await (await http.PostAsync($"/api/graphics/{first}/duplicate", null)).Content.ReadFromJsonAsync<Guid>();
        var was = (await Name(id))!;
        await http.PatchAsJsonAsync($"/api/graphics/{id}", new { name = "Second" });
        await http.PatchAsJsonAsync($"/api/graphics/{id}", new { name = "Third" });
        var list = (await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{id}/revisions")).EnumerateArray().ToArray();
        Assert.Equal([2, 1, 0], list.Select(r => r.GetProperty("number").GetInt32()));
        Assert.True(list[0].GetProperty("isShown").GetBoolean());
        Assert.NotEmpty(await http.GetByteArrayAsync(list[2].GetProperty("still").GetString()));
        Assert.Equal(HttpStatusCode.NoContent, (await http.PostAsync($"/api/graphics/{id}/revisions/0/back", null)).StatusCode);
        Assert.Equal(was, await Name(id));
        // What was done since is still there.
        var copy = await (await http.PostAsync($"/api/graphics/{id}/revisions/1/copy", null)).Content.ReadFromJsonAsync<Guid>();
        Assert.Equal("Second", await Name(copy));
        Assert.StartsWith(
            "Back to: ",
            (await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{id}/revisions"))[0].GetProperty("label").GetString(),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "not kept any more",
            await (await http.PostAsync($"/api/graphics/{id}/revisions/99/back", null)).Content.ReadAsStringAsync(),
            StringComparison.Ordinal
        );
    }

    /// <summary>A page says them in its own language; programs go on reading the English.</summary>
    [Fact]
    public async Task FormAndHolesStandBesideTheEnglish()
    {
        var packages = await http.GetFromJsonAsync<JsonElement>("/api/packages");
        var first = packages[0].GetProperty("graphics")[0].GetProperty("id").GetGuid();
        var id = await (await http.PostAsync($"/api/graphics/{first}/duplicate", null)).Content.ReadFromJsonAsync<Guid>();
        Assert.Equal("Duplicated", Form((await Revisions(id))[0], "label"));
        await http.PostAsync($"/api/graphics/{id}/revisions/0/back", null);
        var back = (await Revisions(id))[0];
        Assert.Equal("Back to: Duplicated", back.GetProperty("label").GetString());
        Assert.Equal("Back to: {0}", Form(back, "label"));
        Assert.Equal("Duplicated", back.GetProperty("say").GetProperty("label").GetProperty("holes")[0].GetProperty("form").GetString());
        var refused = await (
            await http.PostAsJsonAsync(
                $"/api/graphics/{id}/refit",
                new
                {
                    width = 1,
                    height = 9,
                    copy = true,
                }
            )
        ).Content.ReadAsStringAsync();
        using var problem = JsonDocument.Parse(refused);
        Assert.Equal("1 × 9 is no size for a graphic.", problem.RootElement.GetProperty("title").GetString());
        Assert.Equal("{0} × {1} is no size for a graphic.", Form(problem.RootElement, "title"));
        Assert.Equal(1, problem.RootElement.GetProperty("say").GetProperty("title").GetProperty("holes")[0].GetInt32());
        Assert.NotEqual("", Form(problem.RootElement, "detail"));
        var report = await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{id}/report");
        Assert.All(report.GetProperty("findings").EnumerateArray(), f => Assert.NotEqual("", Form(f.GetProperty("problem"), "message")));

        static string? Form(JsonElement of, string member) => of.GetProperty("say").GetProperty(member).GetProperty("form").GetString();
    }

    private async Task<JsonElement> Revisions(Guid id) => await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{id}/revisions");

    private async Task<string?> Name(Guid id) => (await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{id}/document")).GetProperty("name").GetString();
}
