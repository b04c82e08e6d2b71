using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using Npgsql;

namespace Hang.Benchmarks;

/// <summary>
/// A line of small handoffs, each with its proof, done by two workers that have just begun, against one. Each is a process that has one core and no more, as
/// on a machine of its own.
/// </summary>
internal static class SmallFilesMeasure
{
    private static readonly int Rounds = Measure.Times(2, 1),
        Files = Measure.Times(20, 2);

    public static async Task<Measure> RunAsync()
    {
        var name = $"small_{Guid.NewGuid():N}";
        var database = new NpgsqlConnectionStringBuilder(RunningHang.Database) { Database = name, MaxPoolSize = 20 }.ConnectionString;
        await SqlAsync($"create database {name}");
        var files = Directory.CreateTempSubdirectory("hang-bench-files-").FullName;
        try
        {
            await using var server = await HangProcess.StartAsync(database, files, new Dictionary<string, string> { ["Work"] = "false" });
            using var http = new HttpClient { BaseAddress = new(server.Address) };
            List<double> one = [],
                two = [];
            for (var i = 0; i < Rounds; i++)
            {
                one.Add(await DoneAsync(http, database, files, 1));
                two.Add(await DoneAsync(http, database, files, 2));
            }
            return new(
                "small",
                "one new worker / two of them, of a line of small handoffs, a core each",
                Measure.Median(one) / Measure.Median(two),
                ">= 1.8",
                new()
                {
                    ["s, one"] = Measure.Median(one),
                    ["s, two"] = Measure.Median(two),
                    ["handoffs"] = Files,
                }
            );
        }
        finally
        {
            Directory.Delete(files, true);
        }
    }

    /// <summary>Seconds from when workers are started until a line of handoffs is done.</summary>
    private static async Task<double> DoneAsync(HttpClient http, string database, string files, int workers)
    {
        var packages = await http.GetFromJsonAsync<JsonElement>("/api/packages");
        var graphic = packages[0].GetProperty("graphics").EnumerateArray().First(g => g.GetProperty("name").GetString() == "Lower third");
        var graphics = new[] { graphic.GetProperty("id").GetGuid() };
        var asked = await http.PostAsJsonAsync(
            "/api/handoffs",
            new
            {
                graphics,
                order = new
                {
                    kinds = new[] { "prores" },
                    backing = new { kind = "none" },
                    scales = new[] { Measure.Scale },
                    pattern = "small_{take}_{version}",
                    firstNumber = 1,
                    takes = Enumerable
                        .Range(0, Files)
                        .Select(i => new { name = $"Keeper {i}", values = new Dictionary<string, string> { ["Name"] = $"Keeper of hive {i}" } }),
                },
            }
        );
        asked.EnsureSuccessStatusCode();
        var watch = Stopwatch.StartNew();
        var begun = await Task.WhenAll(
            Enumerable
                .Range(0, workers)
                .Select(core => HangProcess.StartAsync(database, files, new Dictionary<string, string> { ["WorkerOnly"] = "true" }, core))
        );
        while (await SqlAsync("select count(*)::int from handoffs where state <> 'done'", database) > 0)
        {
            if (await SqlAsync("select count(*)::int from handoffs where state in ('failed', 'cancelled')", database) > 0)
            {
                throw new InvalidOperationException("A handoff failed.");
            }
            await Task.Delay(100);
        }
        var took = watch.Elapsed.TotalSeconds;
        foreach (var worker in begun)
        {
            await worker.DisposeAsync();
        }
        // One that is killed counts as there until it has been quiet for long.
        await SqlAsync("delete from workers", database);
        return took;
    }

    private static async Task<int> SqlAsync(string sql, string? database = null)
    {
        await using var connection = new NpgsqlConnection(database ?? RunningHang.Database);
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        return await command.ExecuteScalarAsync() is int number ? number : 0;
    }
}
