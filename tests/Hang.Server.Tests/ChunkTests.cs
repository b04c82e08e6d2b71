using System.Diagnostics.Metrics;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text.Json;
using Hang.Core.Handoff;
using Hang.Scene.Json;
using Hang.Server.StandIns;
using Hang.Store.Handoffs;
using Hang.Tests.Shared;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Hang.Server.Tests;

/// <summary>A long handoff that several workers render in parts, and workers that go away in the midst of it.</summary>
public sealed class ChunkTests : IDisposable
{
    private readonly FreshDatabase database = new();
    private readonly string files = Directory.CreateTempSubdirectory("hang-chunks-").FullName;
    private readonly List<WebApplicationFactory<Program>> started = [];

    public void Dispose()
    {
        foreach (var server in started)
        {
            server.Dispose();
        }
        Directory.Delete(files, true);
    }

    /// <summary>The file of two workers is the file of one, byte for byte but for the time that it says it was asked for.</summary>
    [Theory]
    [InlineData("prores", true)]
    [InlineData("png", true)]
    // What its encoder makes of a frame depends on all before it.
    [InlineData("mp4", false)]
    public async Task TwoWorkersMakeTheFileThatOneMakes(string kind, bool isSame)
    {
        using var listener = Proofs(out var proofs);
        var http = Start().CreateClient();
        var alone = await Done(http, await Ask(http, kind));
        Assert.Equal(0, await Parts(alone));
        Start();
        await Workers(2);
        var together = await Done(http, await Ask(http, kind));
        Assert.InRange(await Parts(together), 2, 64);
        Assert.True(together.GetProperty("holds").GetBoolean(), together.ToString());
        // Each part was proved by whoever rendered it.
        Assert.Contains("parts", proofs);
        if (isSame)
        {
            Assert.Equal(await Frames(http, alone), await Frames(http, together));
            var (one, two) = (await Proof(http, alone), await Proof(http, together));
            Assert.Equal(one.GetProperty("facts").ToString(), two.GetProperty("facts").ToString());
            Assert.Equal(one.GetProperty("frames").ToString(), two.GetProperty("frames").ToString());
        }
    }

    /// <summary>What was decoded for each proof from now on, in all servers of this process.</summary>
    private static MeterListener Proofs(out System.Collections.Concurrent.ConcurrentBag<object?> by)
    {
        var seen = by = [];
        var listener = new MeterListener { InstrumentPublished = (i, l) => l.EnableMeasurementEvents(i) };
        listener.SetMeasurementEventCallback<long>(
            (instrument, _, tags, _) =>
            {
                if (instrument.Name == "hang.proofs")
                {
                    seen.Add(tags[0].Value);
                }
            }
        );
        listener.Start();
        return listener;
    }

    private static Task<JsonElement> Proof(HttpClient http, JsonElement view) =>
        http.GetFromJsonAsync<JsonElement>($"/api/handoffs/{view.GetProperty("id").GetGuid()}/proof");

    /// <summary>Two machines with folders of their own, and a store between them that speaks S3.</summary>
    [Fact]
    public async Task WorkersWithoutACommonFolderJoinThroughAStore()
    {
        await using var s3 = await SmallS3.StartAsync(Path.Combine(files, "store"));
        var http = Start(s3: s3.Address, folder: "one").CreateClient();
        Start(s3: s3.Address, folder: "two");
        await Workers(2);
        using var listener = Proofs(out var proofs);
        // Not every frame of it stands by itself.
        var done = await Done(http, await Ask(http, "webm"));
        Assert.True(done.GetProperty("holds").GetBoolean(), done.ToString());
        Assert.InRange(await Parts(done), 2, 64);
        Assert.Contains("parts", proofs);
        var file = s3.Objects.Keys.Single(k => k.EndsWith(done.GetProperty("fileName").GetString()!, StringComparison.Ordinal));
        Assert.Equal(s3.Objects[file], (await http.GetByteArrayAsync($"/api/handoffs/{done.GetProperty("id").GetGuid()}/file")).LongLength);
        // The parts are gone when they are joined.
        Assert.DoesNotContain(s3.Objects.Keys, k => k.Contains("part-", StringComparison.Ordinal));
    }

    /// <summary>Workers are stopped again and again while parts are rendered: every handoff ends, with every frame.</summary>
    [Fact]
    public async Task WorkersThatGoAwayLoseNoFrame()
    {
        var http = Start().CreateClient();
        for (var i = 0; i < 4; i++)
        {
            var helper = Start();
            await Workers(2);
            var asked = await Ask(http, "prores");
            await Until(() => Scalar($"select count(*)::int from handoff_chunks where handoff_id = '{asked}' and state = 'rendering'"), n => n >= 1);
            await Task.Delay(150 * i);
            await helper.DisposeAsync();
            started.Remove(helper);
            var done = await Done(http, asked);
            Assert.True(done.GetProperty("holds").GetBoolean(), done.ToString());
            await NoPartStays();
        }
    }

    /// <summary>
    /// Worker processes are killed in the midst of parts: every handoff ends, with every frame, and no half file stays. HANG_KILLS says how many; each
    /// takes until the dead one is missed.
    /// </summary>
    [Fact]
    public async Task KilledWorkersLoseNoFrame()
    {
        var http = Start().CreateClient();
        var random = new Random(9);
        for (
            var kills = int.Parse(Environment.GetEnvironmentVariable("HANG_KILLS") ?? "2", System.Globalization.CultureInfo.InvariantCulture);
            kills > 0;
            kills--
        )
        {
            using var worker = StartProcess();
            try
            {
                await Workers(2);
                var asked = await Ask(http, random.Next(2) == 0 ? "prores" : "png");
                await Until(() => Scalar($"select count(*)::int from handoff_chunks where handoff_id = '{asked}' and state = 'rendering'"), n => n >= 1);
                await Task.Delay(random.Next(600));
                worker.Kill(true);
                var done = await Done(http, asked);
                Assert.True(done.GetProperty("holds").GetBoolean(), done.ToString());
            }
            finally
            {
                worker.Kill(true);
                await worker.WaitForExitAsync();
            }
        }
        await NoPartStays();
    }

    /// <summary>A handoff is done when its file is; what it was put together from goes right after.</summary>
    private Task NoPartStays() =>
        Until(
            () =>
                Task.FromResult(
                    Directory.GetFiles(files, "*.part", SearchOption.AllDirectories).Length
                        + Directory.GetFiles(files, "part-*", SearchOption.AllDirectories).Length
                ),
            n => n == 0
        );

    /// <summary>A worker as a process of its own, which can be killed.</summary>
    private System.Diagnostics.Process StartProcess()
    {
        var start = new System.Diagnostics.ProcessStartInfo(
            "dotnet",
            [Path.Combine(ProjectFolder.Root, "src/Hang.Server/bin/Release/net10.0/Hang.Server.dll"), "--urls", "http://127.0.0.1:0"]
        )
        {
            RedirectStandardOutput = true,
        };
        start.Environment["HANG_Database"] = database.ConnectionString;
        start.Environment["HANG_Files"] = files;
        start.Environment["HANG_WorkerOnly"] = "true";
        var process = System.Diagnostics.Process.Start(start)!;
        process.OutputDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        return process;
    }

    /// <summary>A worker that dies without a word leaves its part taken; after a while another takes it, and the late one is not heard any more.</summary>
    [Fact]
    public async Task APartOfADeadWorkerIsTakenByAnother()
    {
        using var server = Start(work: false);
        var http = server.CreateClient();
        var asked = await Ask(http, "prores");
        var (handoffs, chunks) = (server.Services.GetRequiredService<HandoffStore>(), server.Services.GetRequiredService<ChunkStore>());
        var run = (await handoffs.TakeAsync(TimeSpan.FromMinutes(1)))!;
        await chunks.CutAsync(asked, run.Number, [40, 30]);
        var first = (await chunks.TakeAsync(null, TimeSpan.FromMinutes(1)))!;
        var second = (await chunks.TakeAsync(asked, TimeSpan.FromMinutes(1)))!;
        Assert.Equal((0, 40, 40, 30), (first.First, first.Frames, second.First, second.Frames));
        Assert.Null(await chunks.TakeAsync(null, TimeSpan.FromMinutes(1)));
        Assert.False(await chunks.ProgressAsync(second, 12));
        var again = (await chunks.TakeAsync(null, TimeSpan.FromSeconds(-1)))!;
        Assert.Equal((0, 2), (again.Number, again.Taken));
        Assert.True(await chunks.ProgressAsync(first, 39));
        Assert.False(await chunks.EndAsync(first, "done"));
        Assert.True(await chunks.EndAsync(again, "done"));
        Assert.True(await chunks.EndAsync(second, "failed", $"The disk is full."));
        Assert.Equal(new(1, 40, $"The disk is full."), await chunks.ProgressOfAsync(asked, run.Number));
    }

    /// <summary>Whoever runs the farm sees what each worker is at, how fast, and that it is over.</summary>
    [Fact]
    public async Task WhatEachWorkerIsAtIsSeen()
    {
        var http = Start().CreateClient();
        Start();
        await Workers(2);
        var counted = 0L;
        using var listener = new MeterListener { InstrumentPublished = (i, l) => l.EnableMeasurementEvents(i) };
        listener.SetMeasurementEventCallback<long>((instrument, value, _, _) => Interlocked.Add(ref counted, instrument.Name == "hang.frames" ? value : 0));
        listener.Start();
        var asked = await Ask(http, "prores");
        List<JsonElement> seen = [];
        List<double> rates = [];
        async Task<JsonElement> Look()
        {
            var farm = await http.GetFromJsonAsync<JsonElement>("/api/workers");
            Assert.Equal(2, farm.GetProperty("workers").GetArrayLength());
            foreach (var worker in farm.GetProperty("workers").EnumerateArray())
            {
                Assert.Equal(
                    (Environment.MachineName, Environment.ProcessorCount),
                    (worker.GetProperty("host").GetString(), worker.GetProperty("cores").GetInt32())
                );
                seen.AddRange(worker.GetProperty("doing").EnumerateArray());
                rates.Add(worker.GetProperty("framesPerSecond").GetDouble());
            }
            return farm;
        }
        await Until(async () => (await Look()).GetProperty("frames").GetInt32(), f => f > 0);
        await Until(
            async () => await Look() is var farm && farm.GetProperty("waiting").GetInt32() + farm.GetProperty("underWay").GetInt32() == 0 ? 1 : 0,
            isOver => isOver == 1
        );
        await Until(async () => (await Look()).GetProperty("workers").EnumerateArray().Sum(w => w.GetProperty("doing").GetArrayLength()), left => left == 0);
        Assert.Contains(seen, d => d.GetProperty("handoff").GetGuid() == asked && d.GetProperty("fileName").GetString() == "same_001.mov");
        Assert.Contains(seen, d => d.GetProperty("step").GetString() == "proving" || d.GetProperty("part").ValueKind == JsonValueKind.Number);
        Assert.Contains(rates, r => r > 0);
        // Each counts what it paints; other servers in this process are counted too.
        Assert.True(Interlocked.Read(ref counted) >= 480);
    }

    /// <summary>Whoever watches the measures sees how long the line is; those of other servers in this process are measured too.</summary>
    [Fact]
    public async Task TheLineIsMeasured()
    {
        var http = Start(work: false).CreateClient();
        for (var i = 0; i < 17; i++)
        {
            await Ask(http, "still");
        }
        var seen = new System.Collections.Concurrent.ConcurrentBag<(string Name, double Value)>();
        using var listener = new MeterListener { InstrumentPublished = (i, l) => l.EnableMeasurementEvents(i) };
        listener.SetMeasurementEventCallback<double>((instrument, value, _, _) => seen.Add((instrument.Name, value)));
        listener.Start();
        await Until(
            () =>
            {
                listener.RecordObservableInstruments();
                return Task.FromResult(seen.Count(s => s is { Name: "hang.line.waiting" or "hang.line.frames", Value: 17 }));
            },
            n => n > 1,
            0
        );
        Assert.Contains(seen, s => s is { Name: "hang.line.oldest", Value: > 0 });
    }

    /// <summary>A still leaves cores idle, so that a worker makes several at once; a movie does not.</summary>
    [Fact]
    public async Task SmallHandoffsGoBesideEachOtherAndLongOnesDoNot()
    {
        var http = Start(work: false).CreateClient();
        List<Guid> asked = [];
        foreach (var kind in new[] { "still", "still", "prores", "prores", "still", "still", "still" })
        {
            asked.Add(await Ask(http, kind));
        }
        Start();
        foreach (var id in asked)
        {
            Assert.True((await Done(http, id)).GetProperty("holds").GetBoolean());
        }
        const string pairs = "select count(*)::int from handoffs a join handoffs b on a.id < b.id and a.begun_at < b.ended_at and b.begun_at < a.ended_at";
        Assert.InRange(await Scalar($"{pairs} where a.frames_total = 1 and b.frames_total = 1"), 1, 99);
        Assert.Equal(0, await Scalar($"{pairs} where a.frames_total > 1 and b.frames_total > 1"));
    }

    private WebApplicationFactory<Program> Start(bool work = true, string s3 = "", string folder = "")
    {
        var server = new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
            b.UseSetting("Hang:Database", database.ConnectionString)
                .UseSetting("Hang:Files", Path.Combine(files, folder))
                .UseSetting("Hang:S3Address", s3)
                .UseSetting("Hang:S3Bucket", "hang")
                .UseSetting("Hang:S3Key", "key")
                .UseSetting("Hang:S3Secret", "secret")
                .UseSetting("Hang:Demo", Path.Combine(ProjectFolder.Root, "demo"))
                .UseSetting("Hang:Work", work ? "true" : "false")
        );
        started.Add(server);
        _ = server.Services;
        return server;
    }

    private static async Task<Guid> Ask(HttpClient http, string kind)
    {
        var graphic = (await http.GetFromJsonAsync<JsonElement>("/api/packages"))[0]
            .GetProperty("graphics")
            .EnumerateArray()
            .First(g => g.GetProperty("name").GetString() == "Lower third")
            .GetProperty("id")
            .GetGuid();
        var order = new
        {
            kinds = new[] { kind },
            backing = kind == "mp4" ? new Backing(BackingKind.Key, "#00B140") : Backing.None,
            scales = new[] { 0.5 },
            pattern = "same_{version}",
            firstNumber = 1,
        };
        var answer = await http.PostAsJsonAsync("/api/handoffs", new { graphics = new[] { graphic }, order }, ReportJson.Options);
        return (await answer.Content.ReadFromJsonAsync<Guid[]>())![0];
    }

    private static async Task<JsonElement> Done(HttpClient http, Guid id)
    {
        using var limit = new CancellationTokenSource(TimeSpan.FromMinutes(3));
        while (true)
        {
            var view = (await http.GetFromJsonAsync<JsonElement>("/api/handoffs")).EnumerateArray().Single(h => h.GetProperty("id").GetGuid() == id);
            Assert.NotEqual("failed", view.GetProperty("state").GetString());
            if (view.GetProperty("state").GetString() == "done")
            {
                return view;
            }
            await Task.Delay(200, limit.Token);
        }
    }

    /// <summary>A hash of each frame of a file, by ffmpeg, without decoding it.</summary>
    private static async Task<string> Frames(HttpClient http, JsonElement view)
    {
        var bytes = await http.GetByteArrayAsync($"/api/handoffs/{view.GetProperty("id").GetGuid()}/file");
        if (view.GetProperty("fileName").GetString()!.EndsWith("zip", StringComparison.Ordinal))
        {
            using var zip = new System.IO.Compression.ZipArchive(new MemoryStream(bytes));
            return string.Join("\n", zip.Entries.Select(e => $"{e.Name[^9..]} {Convert.ToHexString(SHA256.HashData(Read(e)))}"));
        }
        var path = Path.Combine(Path.GetTempPath(), $"hang-frames-{Guid.NewGuid():N}.mov");
        try
        {
            await File.WriteAllBytesAsync(path, bytes);
            return System.Text.Encoding.UTF8.GetString(
                await Media.Processes.FfmpegProcess.RunAsync(
                    "ffmpeg",
                    ["-v", "error", .. Media.Processes.FfmpegProcess.Reading(path, "mov"), "-map", "0:v", "-c", "copy", "-f", "framehash", "-"],
                    default
                )
            );
        }
        finally
        {
            File.Delete(path);
        }
    }

    private static byte[] Read(System.IO.Compression.ZipArchiveEntry entry)
    {
        using var stream = entry.Open();
        using var bytes = new MemoryStream();
        stream.CopyTo(bytes);
        return bytes.ToArray();
    }

    private Task Workers(int count) =>
        Until(() => Scalar("select count(*)::int from workers where seen_at > now() - interval '10 seconds'"), n => n == count, 2500);

    private Task<int> Parts(JsonElement view) => Scalar($"select count(*)::int from handoff_chunks where handoff_id = '{view.GetProperty("id").GetGuid()}'");

    private static async Task Until(Func<Task<int>> value, Func<int, bool> wanted, int settle = 0)
    {
        using var limit = new CancellationTokenSource(TimeSpan.FromMinutes(1));
        while (!wanted(await value()))
        {
            await Task.Delay(50, limit.Token);
        }
        // Each worker counts the others every two seconds.
        await Task.Delay(settle, limit.Token);
    }

    private async Task<int> Scalar(string sql)
    {
        await using var connection = new NpgsqlConnection(database.ConnectionString);
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        return (int)(await command.ExecuteScalarAsync())!;
    }
}
