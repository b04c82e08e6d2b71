using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Hang.Server.Handoffs;
using Hang.Tests.Shared;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Hang.Server.Tests;

/// <summary>What can go wrong while a handoff is under way: it ends in words and can be run again, or goes on as if nothing had been.</summary>
[Collection(Alone.Name)]
public sealed class HandoffFaultTests : IDisposable
{
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(2);
    private readonly FreshDatabase database = new();
    private readonly string files = Directory.CreateTempSubdirectory("hang-faults-").FullName;
    private readonly Relay relay;
    private readonly WebApplicationFactory<Program> server;
    private readonly HttpClient http;

    public HandoffFaultTests()
    {
        var direct = new NpgsqlConnectionStringBuilder(database.ConnectionString);
        relay = new(direct.Host!, direct.Port);
        // The demo is loaded in a second, and a database that goes away is noticed at once.
        server = Start(new NpgsqlConnectionStringBuilder(database.ConnectionString) { Host = "127.0.0.1", Port = relay.Port }.ConnectionString, true);
        http = server.CreateClient();
    }

    public void Dispose()
    {
        server.Dispose();
        relay.Dispose();
        Directory.Delete(files, true);
    }

    private WebApplicationFactory<Program> Start(string connection, bool work) =>
        new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
            b.UseSetting("Hang:Database", connection)
                .UseSetting("Hang:Files", files)
                .UseSetting("Hang:Demo", Path.Combine(ProjectFolder.Root, "demo"))
                .UseSetting("Hang:Work", work ? "true" : "false")
        );

    private async Task<Guid> Graphic() => (await http.GetFromJsonAsync<JsonElement>("/api/packages"))[0].GetProperty("graphics")[0].GetProperty("id").GetGuid();

    private async Task<Guid> Ask(double scale = 0.5, string kind = "prores")
    {
        var answer = await http.PostAsJsonAsync(
            $"/api/graphics/{await Graphic()}/handoffs",
            new
            {
                kind,
                backing = new { kind = "none", colour = (string?)null },
                from = 0,
                to = 479,
                scale,
            }
        );
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return await answer.Content.ReadFromJsonAsync<Guid>();
    }

    private async Task<JsonElement> View(Guid id) =>
        (await http.GetFromJsonAsync<JsonElement>($"/api/handoffs?graphic={await Graphic()}"))
            .EnumerateArray()
            .Single(h => h.GetProperty("id").GetGuid() == id);

    private async Task<JsonElement> Until(Guid id, Func<JsonElement, bool> wanted)
    {
        using var limit = new CancellationTokenSource(Longest);
        while (true)
        {
            var view = await View(id);
            if (wanted(view))
            {
                return view;
            }
            await Task.Delay(20, limit.Token);
        }
    }

    private static bool HasEnded(JsonElement h) => State(h) is "done" or "failed" or "cancelled";

    private static string State(JsonElement h) => h.GetProperty("state").GetString()!;

    /// <summary>Waits for an encoder or decoder of this process, and sends it a signal.</summary>
    /// <param name="of">What its arguments must have in them.</param>
    private static async Task Signal(string signal, string of = "")
    {
        using var limit = new CancellationTokenSource(Longest);
        int[] found;
        while ((found = [.. Encoders().Where(e => ArgumentsOf(e).Contains(of, StringComparison.Ordinal))]).Length == 0)
        {
            await Task.Delay(5, limit.Token);
        }
        foreach (var process in found)
        {
            await Process.Start("kill", ["-" + signal, process.ToString(CultureInfo.InvariantCulture)]).WaitForExitAsync(limit.Token);
        }
    }

    private static string ArgumentsOf(int process)
    {
        try
        {
            return File.ReadAllText($"/proc/{process}/cmdline");
        }
        catch (IOException)
        {
            return "";
        }
    }

    private static IEnumerable<int> Encoders()
    {
        foreach (var folder in Directory.EnumerateDirectories("/proc").Where(d => int.TryParse(Path.GetFileName(d), out _)))
        {
            string[] status;
            try
            {
                status = File.ReadAllLines(folder + "/status");
            }
            catch (IOException)
            {
                continue;
            }
            if (
                status[0] == "Name:\tffmpeg"
                && status.Contains($"PPid:\t{Environment.ProcessId}")
                && !status.Any(l => l.StartsWith("State:\tZ", StringComparison.Ordinal))
            )
            {
                yield return int.Parse(Path.GetFileName(folder), CultureInfo.InvariantCulture);
            }
        }
    }

    private async Task RunsAgain(Guid id)
    {
        Assert.Empty(Directory.EnumerateFiles(files, "*.part", SearchOption.AllDirectories));
        Assert.Equal(HttpStatusCode.NoContent, (await http.PostAsync($"/api/handoffs/{id}/again", null)).StatusCode);
        var done = await Until(id, HasEnded);
        Assert.True(State(done) == "done" && done.GetProperty("holds").GetBoolean(), done.ToString());
    }

    [Fact]
    public async Task ADatabaseThatIsStartedAgainStopsNoRender()
    {
        var id = await Ask(1);
        await Until(id, h => State(h) == "rendering" && h.GetProperty("framesDone").GetInt32() > 0);
        relay.GoDown();
        await Task.Delay(TimeSpan.FromSeconds(3));
        relay.ComeBack();
        var done = await Until(id, HasEnded);
        Assert.Equal("done", State(done));
        Assert.Equal(1, await Runs(id));
        // The line is heard again, too: what is asked for now is begun.
        Assert.Equal("done", State(await Until(await Ask(0.1), HasEnded)));
    }

    [Fact]
    public async Task AnEncoderThatIsKilledEndsTheHandoffInWords()
    {
        var id = await Ask();
        await Signal("KILL");
        var failed = await Until(id, HasEnded);
        Assert.Equal("failed", State(failed));
        Assert.Contains("encoder", failed.GetProperty("problem").GetString(), StringComparison.Ordinal);
        await RunsAgain(id);
    }

    [Fact]
    public async Task ADecoderThatIsKilledWhileTheFileIsProvedEndsTheHandoffInWords()
    {
        var id = await Ask(1);
        await Until(id, h => State(h) == "proving");
        await Signal("KILL", "hang-slices");
        var failed = await Until(id, HasEnded);
        Assert.Equal("failed", State(failed));
        Assert.NotEmpty(failed.GetProperty("problem").GetString()!);
        await RunsAgain(id);
    }

    [Fact]
    public async Task AnEncoderThatHangsIsCancelled()
    {
        var id = await Ask();
        await Signal("STOP");
        await Task.Delay(500);
        Assert.Equal(HttpStatusCode.NoContent, (await http.PostAsync($"/api/handoffs/{id}/cancel", null)).StatusCode);
        Assert.Equal("cancelled", State(await Until(id, HasEnded)));
        Assert.Empty(Encoders());
        await RunsAgain(id);
    }

    [Fact]
    public async Task AFolderThatCannotBeWrittenIsToldAndNothingStays()
    {
        var id = await Graphic();
        // Whoever runs the tests may write anywhere, so a file stands where the folder should be.
        await File.WriteAllTextAsync(Path.Combine(files, "handoffs"), "");
        var handoff = await Ask(0.1);
        var failed = await Until(handoff, HasEnded);
        Assert.Equal("failed", State(failed));
        Assert.Contains("cannot be written", failed.GetProperty("problem").GetString(), StringComparison.Ordinal);
        File.Delete(Path.Combine(files, "handoffs"));
        await RunsAgain(handoff);

        var picture = await http.GetByteArrayAsync($"/api/graphics/{id}/stills/0");
        Directory.Move(Path.Combine(files, "pictures"), Path.Combine(files, "away"));
        await File.WriteAllTextAsync(Path.Combine(files, "pictures"), "");
        var refused = await http.PostAsync("/api/pictures?name=logo.png", new ByteArrayContent(picture));
        Assert.Equal(HttpStatusCode.InsufficientStorage, refused.StatusCode);
        Assert.Contains("cannot be written", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        File.Delete(Path.Combine(files, "pictures"));
        Directory.Move(Path.Combine(files, "away"), Path.Combine(files, "pictures"));
        Assert.Equal(HttpStatusCode.OK, (await http.PostAsync("/api/pictures?name=logo.png", new ByteArrayContent(picture))).StatusCode);
    }

    [Fact]
    public async Task AWorkerThatIsStoppedPutsItsHandoffBackAndTheNextDoesIt()
    {
        var id = await Ask();
        await Until(id, h => State(h) == "rendering");
        server.Dispose();
        await using var next = Start(database.ConnectionString, false);
        using var page = next.CreateClient();
        async Task<JsonElement> Row() =>
            (await page.GetFromJsonAsync<JsonElement>("/api/handoffs")).EnumerateArray().Single(h => h.GetProperty("id").GetGuid() == id);
        Assert.Equal("queued", State(await Row()));
        await using var worker = Start(database.ConnectionString, true);
        using var _ = worker.CreateClient();
        using var limit = new CancellationTokenSource(Longest);
        while (State(await Row()) != "done")
        {
            await Task.Delay(100, limit.Token);
        }
        Assert.Equal(1, await Runs(id));
    }

    /// <summary>What somebody did not want is not begun again by the next worker, and does not stand in the line for ever.</summary>
    [Fact]
    public async Task AHandoffThatIsCancelledWhileItsWorkerStopsIsEnded()
    {
        var id = await Ask();
        await Until(id, h => State(h) == "rendering");
        await Signal("STOP");
        var cancelled = http.PostAsync($"/api/handoffs/{id}/cancel", null);
        Assert.Equal(HttpStatusCode.NoContent, (await cancelled).StatusCode);
        server.Dispose();
        Assert.Empty(Encoders());
        await using var next = Start(database.ConnectionString, true);
        using var page = next.CreateClient();
        using var limit = new CancellationTokenSource(Longest);
        string? state;
        do
        {
            await Task.Delay(100, limit.Token);
            var all = await page.GetFromJsonAsync<JsonElement>("/api/handoffs", limit.Token);
            state = State(all.EnumerateArray().Single(h => h.GetProperty("id").GetGuid() == id));
        } while (state is not "cancelled");
        Assert.Empty(Directory.GetFiles(files, "*.mov*", SearchOption.AllDirectories));
    }

    [Fact]
    public async Task AHandoffThatKillsItsWorkerAgainAndAgainIsGivenUpInWords()
    {
        await Run("alter table handoffs alter column runs set default 3");
        var failed = await Until(await Ask(0.1), HasEnded);
        Assert.Equal("failed", State(failed));
        Assert.Contains($"died {HandoffJob.MostRuns} times", failed.GetProperty("problem").GetString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task PagesAreToldOfEveryChange()
    {
        await using var line = new HubConnectionBuilder()
            .WithUrl(new Uri(server.Server.BaseAddress, "live"), o => o.HttpMessageHandlerFactory = _ => server.Server.CreateHandler())
            .AddMessagePackProtocol()
            .Build();
        var told = System.Threading.Channels.Channel.CreateUnbounded<JsonElement>();
        line.On<string>("handoff", json => told.Writer.TryWrite(JsonDocument.Parse(json).RootElement));
        await line.StartAsync();
        await line.InvokeAsync("WatchHandoffs", (await Graphic()).ToString());
        var id = await Ask(0.1);
        List<string> states = [];
        using var limit = new CancellationTokenSource(Longest);
        while (!states.Contains("done"))
        {
            var handoff = await told.Reader.ReadAsync(limit.Token);
            Assert.Equal(id, handoff.GetProperty("id").GetGuid());
            states.Add(State(handoff));
            Assert.True(handoff.TryGetProperty("fileName", out _), handoff.ToString());
        }
        Assert.Contains("rendering", states);
    }

    private Task<int> Runs(Guid id) => Scalar($"select runs from handoffs where id = '{id}'");

    private async Task<int> Scalar(string sql)
    {
        await using var source = NpgsqlDataSource.Create(database.ConnectionString);
        await using var command = source.CreateCommand(sql);
        return (int)(await command.ExecuteScalarAsync())!;
    }

    private async Task Run(string sql)
    {
        await using var source = NpgsqlDataSource.Create(database.ConnectionString);
        await using var command = source.CreateCommand(sql);
        await command.ExecuteNonQueryAsync();
    }
}
