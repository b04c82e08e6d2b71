using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;

namespace Hang.Server.Tests;

/// <summary>A roster over REST: read, kept, seen, handed off, changed in one row, and filled from outside.</summary>
[Collection(OneServer.Name)]
public sealed class RosterTests(RunningServer server)
{
    private readonly HttpClient http = server.CreateClient();

    /// <summary>A copy of the demo's lower third, so that each test has a table of its own.</summary>
    private async Task<string> Roster()
    {
        var packages = await http.GetFromJsonAsync<JsonElement>("/api/packages");
        var id = packages
            .EnumerateArray()
            .SelectMany(p => p.GetProperty("graphics").EnumerateArray())
            .First(g => g.GetProperty("name").GetString() == "Lower third")
            .GetProperty("id")
            .GetGuid();
        return $"/api/graphics/{await (await http.PostAsync($"/api/graphics/{id}/duplicate", null)).Content.ReadFromJsonAsync<Guid>()}/roster";
    }

    private async Task<JsonElement> Table(string roster, string csv) =>
        await (await http.PostAsync($"{roster}/table?name=t.csv", new ByteArrayContent(Encoding.UTF8.GetBytes(csv)))).Content.ReadFromJsonAsync<JsonElement>();

    private async Task<HttpResponseMessage> Keep(string path, JsonElement roster, int version) => await http.PutAsJsonAsync(path, new { version, roster });

    private async Task<JsonElement[]> Rows(string path) => [.. (await http.GetFromJsonAsync<JsonElement>($"{path}/rows?from=0&count=50")).EnumerateArray()];

    private static object Order(bool changed) =>
        new
        {
            order = new
            {
                kinds = new[] { "still" },
                backing = new { kind = "none" },
                scales = new[] { 0.1 },
            },
            changed,
        };

    [Fact]
    public async Task RowsAreSeenHandedOffAndOnlyThoseThatChangedAgain()
    {
        var path = await Roster();
        Assert.Equal(HttpStatusCode.OK, (await Keep(path, await Table(path, "Name,Second line\nBea,Keeper\nIda,Queen breeder\nOskar,\n"), 0)).StatusCode);
        var rows = await Rows(path);
        Assert.Equal(["Bea", "Ida", "Oskar"], rows.Select(r => r.GetProperty("name").GetString()));
        Assert.All(rows, r => Assert.Equal(0, r.GetProperty("findings").GetArrayLength()));
        Assert.Equal(
            3,
            (await Task.WhenAll(rows.Select(r => http.GetByteArrayAsync(r.GetProperty("still").GetString())))).Select(Convert.ToHexString).Distinct().Count()
        );
        async Task<(int Files, int Left)> HandOff(bool changed)
        {
            var made = await (await http.PostAsJsonAsync($"{path}/handoffs", Order(changed))).Content.ReadFromJsonAsync<JsonElement>();
            return (made.GetProperty("handoffs").GetArrayLength(), made.GetProperty("left").GetInt32());
        }
        Assert.Equal((3, 0), await HandOff(true));
        Assert.Equal((0, 3), await HandOff(true));
        await http.PutAsJsonAsync($"{path}/rows/r2", new Dictionary<string, string> { ["second line"] = "Queen rearer" });
        Assert.Equal([true, false, true], (await Rows(path)).Select(r => r.GetProperty("sent").GetBoolean()));
        Assert.Equal((1, 2), await HandOff(true));
        Assert.Equal((3, 0), await HandOff(false));
    }

    /// <summary>The clear rows go, and the refused ones are listed; where none is clear, the first says why.</summary>
    [Fact]
    public async Task ARefusedRowIsNamedAndTheOthersGo()
    {
        var path = await Roster();
        await Keep(path, await Table(path, $"Name\nBea\n{new string('x', 60)}\n"), 0);
        var made = await (await http.PostAsJsonAsync($"{path}/handoffs", Order(true))).Content.ReadFromJsonAsync<JsonElement>();
        Assert.Equal((1, 0), (made.GetProperty("handoffs").GetArrayLength(), made.GetProperty("left").GetInt32()));
        var refused = made.GetProperty("refused")[0];
        Assert.Equal(2, refused.GetProperty("number").GetInt32());
        Assert.Contains("20 too many", refused.GetProperty("problem").GetProperty("message").GetString(), StringComparison.Ordinal);
        Assert.Equal("error", (await Rows(path))[1].GetProperty("findings")[0].GetProperty("weight").GetString());
        // The one that went has its file; what is left is refused.
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await http.PostAsJsonAsync($"{path}/handoffs", Order(true))).StatusCode);
    }

    /// <summary>Who is called "Bea 2" is so when the first Bea has gone, and her file is still hers.</summary>
    [Fact]
    public async Task NamesStayWithTheirRows()
    {
        var path = await Roster();
        var table = await Table(path, "Name,Second line\nBea,Keeper\nBea,Queen breeder\n");
        await Keep(path, table, 0);
        await http.PostAsJsonAsync($"{path}/handoffs", Order(true));
        await Keep(path, JsonSerializer.SerializeToElement(new { columns = table.GetProperty("columns"), rows = new[] { table.GetProperty("rows")[1] } }), 1);
        Assert.Equal("Bea 2", Assert.Single(await Rows(path)).GetProperty("name").GetString());
        var again = await (await http.PostAsJsonAsync($"{path}/handoffs", Order(true))).Content.ReadFromJsonAsync<JsonElement>();
        Assert.Equal((0, 1), (again.GetProperty("handoffs").GetArrayLength(), again.GetProperty("left").GetInt32()));
    }

    [Fact]
    public async Task TwoWindowsDoNotWriteOverEachOtherUnseen()
    {
        var path = await Roster();
        var table = await Table(path, "Name\nBea\n");
        Assert.Equal(HttpStatusCode.OK, (await Keep(path, table, 0)).StatusCode);
        Assert.Contains("changed elsewhere", await (await Keep(path, table, 0)).Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await Keep(path, table, 1)).StatusCode);
    }

    [Fact]
    public async Task AnotherProgramAddsARow()
    {
        var path = await Roster();
        Assert.Equal(
            HttpStatusCode.OK,
            (await http.PutAsJsonAsync($"{path}/rows/winner", new Dictionary<string, string> { ["Name"] = "Ida", ["Second line"] = "412 votes" })).StatusCode
        );
        Assert.Equal("Ida", Assert.Single(await Rows(path)).GetProperty("name").GetString());
        Assert.Contains(
            "no field",
            await (await http.PutAsJsonAsync($"{path}/rows/winner", new Dictionary<string, string> { ["Votes"] = "1" })).Content.ReadAsStringAsync(),
            StringComparison.Ordinal
        );
    }

    /// <summary>What is opened is kept at hand; every edit is seen all the same, and the same document is the same again.</summary>
    [Fact]
    public async Task AChangedGraphicIsSeenAtOnce()
    {
        var path = await Roster();
        var graphic = path.Replace("/roster", "", StringComparison.Ordinal);
        await Keep(path, await Table(path, "Name\nBea\n"), 0);
        async Task<string> Key() => (await http.GetFromJsonAsync<JsonElement>(path)).GetProperty("key").GetString()!;
        async Task<string> Edited(string name)
        {
            (await http.PatchAsJsonAsync(graphic, new { name })).EnsureSuccessStatusCode();
            return await Key();
        }
        var first = await Key();
        Assert.Equal(first, await Key());
        var second = await Edited("Another");
        Assert.NotEqual(first, second);
        Assert.NotEqual(second, await Edited("A third"));
        Assert.Equal(second, await Edited("Another"));
        await Edited("A third");
        Assert.Equal("A third", (await http.GetFromJsonAsync<JsonElement>(path)).GetProperty("graphic").GetString());
        Assert.Equal(HttpStatusCode.NotFound, (await http.GetAsync($"/api/graphics/{Guid.NewGuid()}/roster")).StatusCode);
    }

    [Fact]
    public async Task ListsAreReadFromTablesAndFromTheRoster()
    {
        async Task<HttpResponseMessage> Sent(string name, string text) =>
            await http.PostAsync($"/api/lists?name={name}", new ByteArrayContent(Encoding.UTF8.GetBytes(text)));
        async Task<string> Text(HttpResponseMessage answer) => (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("text").GetString()!;
        Assert.Equal("Camera\tBea\n\tIda", await Text(await Sent("crew.csv", "Role,Name\r\nCamera,Bea\r\n,Ida\r\n")));
        Assert.Equal("# Keepers\nIda", await Text(await Sent("crew.txt", "# Keepers\nIda\n")));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await Sent("crew.csv", "\n")).StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await http.PostAsync("/api/lists?name=a.csv", new ByteArrayContent([0, 1, 2, 3]))).StatusCode);
        var path = await Roster();
        Assert.Contains("no rows", await (await http.GetAsync($"{path}/lines")).Content.ReadAsStringAsync(), StringComparison.Ordinal);
        // What chooses the colourway is no part of a list.
        await Keep(path, await Table(path, "Name,Second line,Colourway\nBea,Keeper,Meadow\nIda,,\n"), 0);
        Assert.Equal("Bea\tKeeper\nIda", await Text(await http.GetAsync($"{path}/lines")));
    }
}
