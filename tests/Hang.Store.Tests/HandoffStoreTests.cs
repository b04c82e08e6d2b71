using Hang.Store.Handoffs;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Hang.Tests.Shared;
using Npgsql;

namespace Hang.Store.Tests;

/// <summary>The line of handoffs; every test has a line of its own.</summary>
public sealed class HandoffStoreTests : IAsyncDisposable
{
    private readonly NpgsqlDataSource database;
    private readonly PackageStore packages;
    private readonly RevisionStore revisions;
    private readonly HandoffStore handoffs;

    public HandoffStoreTests()
    {
        var fresh = new FreshDatabase();
        Schema.Migrate(fresh.ConnectionString);
        database = NpgsqlDataSource.Create(fresh.ConnectionString);
        (packages, revisions, handoffs) = (new(database), new(database), new(database));
    }

    public ValueTask DisposeAsync() => database.DisposeAsync();

    [Fact]
    public async Task VersionsOfFilesCountUpAndAreNeverGivenTwice()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d", $"made");
        var ids = await Task.WhenAll(
            Enumerable.Range(0, 8).Select(_ => handoffs.AddAsync(new NewHandoff(graphic, "P", "G", "d", "{}", 10, "p_g", v => ($"p_g_v{v:000}.mov", null))))
        );
        var names = (await handoffs.ListAsync(graphic)).Select(h => h.FileName).Order();
        Assert.Equal(Enumerable.Range(1, 8).Select(v => $"p_g_v{v:000}.mov"), names);
        Assert.Equal(8, ids.Distinct().Count());
    }

    [Fact]
    public async Task TheLineIsCountedAndWorkersAreListedWhileTheyAreThere()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d", $"made");
        foreach (var frames in new[] { 10, 30, 60 })
        {
            await handoffs.AddAsync(new NewHandoff(graphic, "P", "G", "doc", "{}", frames, "x", v => ($"x{v}", null)));
        }
        var minute = TimeSpan.FromMinutes(1);
        var run = (await handoffs.TakeAsync(minute))!;
        await handoffs.ProgressAsync(run.Handoff, run.Number, HandoffState.Rendering, 4);
        var line = await handoffs.LineAsync(minute);
        Assert.Equal((2, 1, 96), (line.Waiting, line.UnderWay, line.Frames));
        Assert.True(line.OldestSeconds > 0);
        // What is proved is rendered.
        await handoffs.ProgressAsync(run.Handoff, run.Number, HandoffState.Proving, 4);
        Assert.Equal(90, (await handoffs.LineAsync(minute)).Frames);
        await handoffs.EndAsync(run.Handoff, run.Number, HandoffState.Done);
        line = await handoffs.LineAsync(minute);
        Assert.Equal((2, 0), (line.Waiting, line.UnderWay));
        Assert.True(line.DonePerSecond > 0);

        var workers = new WorkerStore(database);
        var (one, two) = (Guid.NewGuid(), Guid.NewGuid());
        await workers.HereAsync(new(one, "Clover", 2, 0, "[]"), minute);
        Assert.Equal(2, await workers.HereAsync(new(two, "Heather", 8, 12.5, "[]"), minute));
        await workers.HereAsync(new(one, "Clover", 2, 3, """[{"part": 1}]"""), minute);
        Assert.Equal(
            [("Clover", 3.0, """[{"part": 1}]"""), ("Heather", 12.5, "[]")],
            (await workers.ListAsync(minute)).Select(w => (w.Host, w.FramesPerSecond, w.Doing))
        );
        await workers.GoneAsync(one);
        Assert.Equal(two, Assert.Single(await workers.ListAsync(minute)).Id);
    }

    [Fact]
    public async Task AHandoffIsBegunCountedCancelledAndRunAgain()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d", $"made");
        var id = await handoffs.AddAsync(new NewHandoff(graphic, "P", "G", "doc", "{\"kind\": \"png\"}", 10, "x", v => ($"x{v}", null)));
        var dead = TimeSpan.FromSeconds(-1);
        Assert.Equal(new(id, 1, 1, 10), await handoffs.TakeAsync(dead));
        Assert.False(await handoffs.ProgressAsync(id, 1, HandoffState.Rendering, 4));
        // It was heard of just now, so it is alive and nobody else may begin it.
        Assert.Null(await handoffs.TakeAsync(TimeSpan.FromMinutes(1)));
        Assert.Equal(new(id, 2, 2, 10), await handoffs.TakeAsync(dead));
        // A worker that was only paused finds its run over: it stops, and ends nothing.
        Assert.True(await handoffs.ProgressAsync(id, 1, HandoffState.Rendering, 9));
        Assert.False(await handoffs.EndAsync(id, 1, HandoffState.Failed, problem: $"late"));
        await handoffs.PutBackAsync(id, 1);
        Assert.Equal((HandoffState.Rendering, 2), ((await handoffs.FindAsync(id))!.State, (await handoffs.FindAsync(id))!.Run));
        Assert.Equal(1, await handoffs.QuietAsync(dead));
        Assert.Equal(0, await handoffs.QuietAsync(TimeSpan.FromMinutes(1)));
        await handoffs.PutBackAsync(id, 2);
        Assert.Equal(new(id, 3, 2, 10), await handoffs.TakeAsync(dead));
        Assert.True(await handoffs.CancelAsync(id));
        Assert.True(await handoffs.ProgressAsync(id, 3, HandoffState.Proving, 5));
        Assert.True(await handoffs.EndAsync(id, 3, HandoffState.Cancelled));
        Assert.Null(await handoffs.TakeAsync(dead));
        Assert.True(await handoffs.AgainAsync(id));
        Assert.Equal(new(id, 4, 1, 10), await handoffs.TakeAsync(dead));
        await handoffs.EndAsync(id, 4, HandoffState.Done, 42, proof: "{}");
        var row = (await handoffs.FindAsync(id))!;
        Assert.Equal((HandoffState.Done, 42, "doc"), (row.State, row.Bytes, await handoffs.DocumentAsync(id)));
        Assert.False(await handoffs.CancelAsync(id));
    }

    [Fact]
    public async Task ManyWorkersTakeEachHandoffOnceAndTheOldestFirst()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d", $"made");
        List<Guid> asked = [];
        for (var i = 0; i < 12; i++)
        {
            asked.Add(await handoffs.AddAsync(new NewHandoff(graphic, "P", "G", "doc", "{}", 10, "many", v => ($"many{v}", null))));
        }
        Assert.Equal(asked[0], (await handoffs.TakeAsync(TimeSpan.FromMinutes(1)))!.Handoff);
        var taken = await Task.WhenAll(Enumerable.Range(0, 16).Select(_ => handoffs.TakeAsync(TimeSpan.FromMinutes(1))));
        Assert.Equal(asked[1..].Order(), taken.OfType<HandoffRun>().Select(r => r.Handoff).Order());
    }

    [Fact]
    public async Task AHandoffWhoseWorkerDiedBeforeItHeardOfBeingCancelledIsEnded()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d", $"made");
        var id = await handoffs.AddAsync(new NewHandoff(graphic, "P", "G", "doc", "{\"kind\": \"png\"}", 10, "dead", v => ($"dead{v}", null)));
        await handoffs.TakeAsync(TimeSpan.Zero);
        Assert.True(await handoffs.CancelAsync(id));
        await handoffs.EndCancelledAsync(TimeSpan.FromMinutes(1));
        Assert.Equal(HandoffState.Rendering, (await handoffs.FindAsync(id))!.State);
        await handoffs.EndCancelledAsync(TimeSpan.FromSeconds(-1));
        Assert.Equal(HandoffState.Cancelled, (await handoffs.FindAsync(id))!.State);
        Assert.True(await handoffs.AgainAsync(id));
    }
}
