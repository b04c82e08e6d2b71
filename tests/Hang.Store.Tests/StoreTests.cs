using Hang.Store.Files;
using Hang.Store.Handoffs;
using Hang.Store.Packages;
using Hang.Store.Pictures;
using Hang.Store.Revisions;
using Hang.Tests.Shared;
using Npgsql;

namespace Hang.Store.Tests;

public sealed class StoreTests : IClassFixture<FreshDatabase>, IAsyncDisposable
{
    private readonly NpgsqlDataSource database;
    private readonly PackageStore packages;
    private readonly RevisionStore revisions;
    private readonly HandoffStore handoffs;

    public StoreTests(FreshDatabase fresh)
    {
        Schema.Migrate(fresh.ConnectionString);
        database = NpgsqlDataSource.Create(fresh.ConnectionString);
        (packages, revisions, handoffs) = (new(database), new(database), new(database));
    }

    public ValueTask DisposeAsync() => database.DisposeAsync();

    [Fact]
    public void MigratingTwiceIsHarmless() => Schema.Migrate(database.ConnectionString + ";Password=" + new NpgsqlConnectionStringBuilder(Environment.GetEnvironmentVariable("HANG_TEST_DATABASE")).Password);

    [Fact]
    public async Task UndoAndRedoWalkTheRevisionsAndANewEditDropsWhatWasUndone()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d0", "made");
        foreach (var n in Enumerable.Range(0, 4))
        {
            await revisions.KeepAsync(graphic, n, $"d{n + 1}", "{}", $"edit {n + 1}");
        }
        Assert.Equal("d3", (await revisions.StepAsync(graphic, -1))!.Document);
        Assert.Equal("d2", (await revisions.StepAsync(graphic, -1))!.Document);
        Assert.Equal("d3", (await revisions.StepAsync(graphic, 1))!.Document);
        await revisions.KeepAsync(graphic, 3, "other", "{}", "other");
        Assert.Null(await revisions.StepAsync(graphic, 1));
        var head = (await revisions.HeadAsync(graphic))!;
        Assert.Equal(("other", 4, 4), (head.Document, head.Number, head.Last));
        for (var i = 0; i < 4; i++)
        {
            Assert.NotNull(await revisions.StepAsync(graphic, -1));
        }
        Assert.Null(await revisions.StepAsync(graphic, -1));
        await revisions.KeepAsync(graphic, 0, "fresh", "{}", "fresh");
        Assert.Equal(1, (await revisions.HeadAsync(graphic))!.Last);
    }

    [Fact]
    public async Task AnEditOnAnOldHeadIsAConflict()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d0", "made");
        await revisions.KeepAsync(graphic, 0, "d1", "{}", "one");
        await Assert.ThrowsAsync<RevisionConflictException>(() => revisions.KeepAsync(graphic, 0, "lost", "{}", "two"));
        Assert.Equal("d1", (await revisions.HeadAsync(graphic))!.Document);
    }

    [Fact]
    public async Task WhatIsRemovedCanBeBroughtBack()
    {
        var package = await packages.AddAsync("Removed");
        var graphic = await revisions.AddAsync(package, "d", "made");
        await packages.SetRemovedAsync(package, true);
        await packages.SetGraphicRemovedAsync(graphic, true);
        Assert.NotNull((await packages.FindAsync(package))!.RemovedAt);
        await packages.SetRemovedAsync(package, false);
        await packages.SetGraphicRemovedAsync(graphic, false);
        Assert.Null((await packages.FindAsync(package))!.RemovedAt);
        Assert.Null((await packages.GraphicsAsync()).Single(g => g.Id == graphic).RemovedAt);
        Assert.False(await packages.SetRemovedAsync(Guid.NewGuid(), true));
    }

    [Fact]
    public async Task VersionsOfFilesCountUpAndAreNeverGivenTwice()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d", "made");
        var ids = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => handoffs.AddAsync(graphic, "P", "G", "d", "{}", 10, "p_g", v => $"p_g_v{v:000}.mov")));
        var names = (await handoffs.ListAsync(graphic)).Select(h => h.FileName).Order();
        Assert.Equal(Enumerable.Range(1, 8).Select(v => $"p_g_v{v:000}.mov"), names);
        Assert.Equal(8, ids.Distinct().Count());
    }

    [Fact]
    public async Task AHandoffIsBegunCountedCancelledAndRunAgain()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d", "made");
        var id = await handoffs.AddAsync(graphic, "P", "G", "doc", "{\"kind\": \"png\"}", 10, "x", v => $"x{v}");
        Assert.Equal(1, await handoffs.BeginAsync(id));
        Assert.False(await handoffs.ProgressAsync(id, HandoffState.Rendering, 4));
        Assert.Equal(2, await handoffs.BeginAsync(id));
        await handoffs.PutBackAsync(id);
        Assert.Equal(2, await handoffs.BeginAsync(id));
        Assert.True(await handoffs.CancelAsync(id));
        Assert.True(await handoffs.ProgressAsync(id, HandoffState.Proving, 5));
        await handoffs.EndAsync(id, HandoffState.Cancelled);
        Assert.Null(await handoffs.BeginAsync(id));
        Assert.True(await handoffs.AgainAsync(id));
        Assert.Equal(1, await handoffs.BeginAsync(id));
        await handoffs.EndAsync(id, HandoffState.Done, 42, proof: "{}");
        var row = (await handoffs.FindAsync(id))!;
        Assert.Equal((HandoffState.Done, 42, "doc"), (row.State, row.Bytes, await handoffs.DocumentAsync(id)));
        Assert.False(await handoffs.CancelAsync(id));
    }

    [Fact]
    public async Task PicturesAreKeptOnceUnderTheirHashAndKeysCannotLeaveTheFolder()
    {
        var folder = Directory.CreateTempSubdirectory("hang-files-").FullName;
        var files = new FolderFileStore(folder);
        var pictures = new PictureStore(database, files);
        var hash = "sha256-" + new string('a', 64);
        await pictures.AddAsync(hash, new() { Name = "a.png", Type = "image/png", Width = 3, Height = 4 }, [1, 2]);
        await pictures.AddAsync(hash, new() { Name = "b.png", Type = "image/png", Width = 3, Height = 4 }, [3]);
        Assert.Equal([1, 2], pictures.Bytes(hash));
        Assert.Equal("a.png", (await pictures.FindAsync(hash))!.Name);
        Assert.Null(pictures.Bytes("sha256-../../../../etc/passwd"));
        Assert.Throws<ArgumentException>(() => files.PathOf("../x"));
        Directory.Delete(folder, true);
    }
}
