using System.Net;
using System.Net.Http.Json;
using System.Text.Json;

namespace Hang.Server.Tests;

/// <summary>A package saved and opened again.</summary>
[Collection(OneServer.Name)]
public sealed class PackTests(RunningServer server)
{
    private readonly HttpClient http = server.CreateClient();

    private async Task<JsonElement[]> Packages() => [.. (await http.GetFromJsonAsync<JsonElement>("/api/packages")).EnumerateArray()];

    [Fact]
    public async Task ASavedPackageOpensAsAnotherWithAllThatItHad()
    {
        var demo = (await Packages()).First(p => p.GetProperty("graphics").GetArrayLength() > 5);
        var saved = await http.GetAsync($"/api/packages/{demo.GetProperty("id").GetGuid()}/pack");
        Assert.EndsWith(".hangpack", saved.Content.Headers.ContentDisposition!.FileName, StringComparison.Ordinal);
        var bytes = await saved.Content.ReadAsByteArrayAsync();
        var opened = await (await http.PostAsync("/api/packs?name=a.hangpack", new ByteArrayContent(bytes))).Content.ReadFromJsonAsync<Guid>();
        var twin = (await Packages()).Single(p => p.GetProperty("id").GetGuid() == opened);
        string[] Names(JsonElement package) =>
            [
                .. package
                    .GetProperty("graphics")
                    .EnumerateArray()
                    .Where(g => !g.GetProperty("removed").GetBoolean())
                    .Select(g => g.GetProperty("name").GetString()!)
                    .Order(StringComparer.Ordinal),
            ];
        Assert.Equal(Names(demo), Names(twin));
        Assert.Equal(demo.GetProperty("colourways").ToString(), twin.GetProperty("colourways").ToString());
        async Task<string> Document(JsonElement package, string name) =>
            await http.GetStringAsync(
                $"/api/graphics/{package.GetProperty("graphics").EnumerateArray().First(g => g.GetProperty("name").GetString() == name).GetProperty("id").GetGuid()}/document"
            );
        Assert.Equal(await Document(demo, "Logo sting"), await Document(twin, "Logo sting"));
    }

    [Fact]
    public async Task WhatIsNoPackageIsRefusedAndLeavesNothing()
    {
        var before = (await Packages()).Length;
        var refused = await http.PostAsync("/api/packs?name=a.hangpack", new ByteArrayContent([1, 2, 3]));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.Contains("no package", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(before, (await Packages()).Length);
    }
}
