using System.Net;
using System.Net.Http.Json;
using System.Text.Json;

namespace Hang.Server.Tests;

/// <summary>Fields filled over REST: looked at, checked, handed off, and the document as it was.</summary>
[Collection(OneServer.Name)]
public sealed class TakeTests(RunningServer server)
{
    private readonly HttpClient http = server.CreateClient();

    private async Task<Guid> Graphic(string name) =>
        (await http.GetFromJsonAsync<JsonElement>("/api/packages"))
            .EnumerateArray()
            .SelectMany(p => p.GetProperty("graphics").EnumerateArray())
            .First(g => g.GetProperty("name").GetString() == name)
            .GetProperty("id")
            .GetGuid();

    private static object Take(string name) => new { values = new Dictionary<string, string> { ["Name"] = name } };

    [Fact]
    public async Task TheDeskSaysWhatCanBeFilled()
    {
        var desk = await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{await Graphic("Lower third")}/desk");
        var name = desk.GetProperty("fields")[0];
        Assert.Equal(
            ("Name", "text", "Maren Oakhollow", 40),
            (
                name.GetProperty("name").GetString(),
                name.GetProperty("kind").GetString(),
                name.GetProperty("default").GetString(),
                name.GetProperty("mostCharacters").GetInt32()
            )
        );
        Assert.Equal("Meadow", desk.GetProperty("colourways")[0].GetString());
    }

    [Fact]
    public async Task ATakeIsPaintedAndCheckedAndNothingIsKept()
    {
        var id = await Graphic("Lower third");
        var before = await http.GetStringAsync($"/api/graphics/{id}/document");
        async Task<byte[]> Still(string name) =>
            await (await http.PostAsJsonAsync($"/api/graphics/{id}/take/still?width=320", Take(name))).Content.ReadAsByteArrayAsync();
        Assert.NotEqual(await Still("Bea"), await Still("Ida"));
        Assert.Equal(await Still("Bea"), await Still("Bea"));
        Assert.Empty(
            (await (await http.PostAsJsonAsync($"/api/graphics/{id}/take/checks", Take("Bea"))).Content.ReadFromJsonAsync<JsonElement>()).EnumerateArray()
        );
        // A letter that no font has.
        Assert.Contains(
            "characters",
            await (await http.PostAsJsonAsync($"/api/graphics/{id}/take/checks", Take("B\U00012000"))).Content.ReadAsStringAsync(),
            StringComparison.Ordinal
        );
        var refused = await http.PostAsJsonAsync($"/api/graphics/{id}/take/still", Take(""));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.Contains("Name: It is empty", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(before, await http.GetStringAsync($"/api/graphics/{id}/document"));
    }

    [Fact]
    public async Task TakesAreHandedOffUnderTheirNamesAllOrNone()
    {
        var id = await Graphic("Lower third");
        object Order(params object[] takes) =>
            new
            {
                graphics = new[] { id },
                order = new
                {
                    kinds = new[] { "still" },
                    backing = new { kind = "none" },
                    scales = new[] { 0.1 },
                    takes,
                },
            };
        object Named(string name, string take) =>
            new
            {
                name = take,
                values = new Dictionary<string, string> { ["Name"] = name },
                colourway = take == "one" ? "Frost" : null,
            };
        var refused = await http.PostAsJsonAsync("/api/handoffs", Order(Named("Bea", "one"), Named("", "two")));
        Assert.Contains("two: Name: It is empty", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.DoesNotContain((await Handoffs(id)), h =>
            h.GetProperty("take").ValueKind == JsonValueKind.Object && h.GetProperty("take").GetProperty("name").GetString() == "one"
        );
        Assert.Equal(HttpStatusCode.OK, (await http.PostAsJsonAsync("/api/handoffs", Order(Named("Bea", "one"), Named("Ida", "two")))).StatusCode);
        var made = (await Handoffs(id)).Take(2).ToArray();
        Assert.Equal(
            ["fernhollow-apiary_lower-third_one_frost_v001.png", "fernhollow-apiary_lower-third_two_v001.png"],
            made.Select(h => h.GetProperty("fileName").GetString()!).Order()
        );
        Assert.Contains(made, h => h.GetProperty("take").GetProperty("values").GetProperty("Name").GetString() == "Ida");
        // What was filled in is not what the next order begins with.
        var start = await http.GetFromJsonAsync<JsonElement>($"/api/graphics/{id}/order");
        Assert.Empty(start.GetProperty("last").GetProperty("takes").EnumerateArray());
    }

    private async Task<JsonElement[]> Handoffs(Guid graphic) =>
        [.. (await http.GetFromJsonAsync<JsonElement>($"/api/handoffs?graphic={graphic}")).EnumerateArray()];
}
