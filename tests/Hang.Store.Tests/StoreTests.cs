using Hang.Store.Files;
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

    public StoreTests(FreshDatabase fresh)
    {
        Schema.Migrate(fresh.ConnectionString);
        database = NpgsqlDataSource.Create(fresh.ConnectionString);
        (packages, revisions) = (new(database), new(database));
    }

    public ValueTask DisposeAsync() => database.DisposeAsync();

    private Task<string> Keep(Guid graphic, int after, string before, string document, string label) => KeepAsync(revisions, graphic, after, before, document, label);

    private static async Task<string> KeepAsync(RevisionStore store, Guid graphic, int after, string before, string document, string label = "edit") =>
        await store.KeepAsync((await store.FindAsync(graphic, after))!, Guid.NewGuid(), before, document, "{}", label, GraphicFacts.Of(document));

    /// <summary>Another server that has not heard of it would go on from a revision that is gone, and its differences would fit nothing.</summary>
    [Fact]
    public async Task ARevisionOfTheSameNumberThatIsAnotherIsAConflict()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d0", "made");
        await Keep(graphic, 0, "d0", "one", "one");
        var seen = (await revisions.HeadAsync(graphic))!;
        await revisions.StepAsync(graphic, -1);
        await Keep(graphic, 0, "d0", "other", "other");
        Assert.Equal(seen.Number, (await revisions.HeadAsync(graphic))!.Number);
        await Assert.ThrowsAsync<RevisionConflictException>(() => revisions.KeepAsync(seen, Guid.NewGuid(), "one", "one more", "{}", "more", GraphicFacts.Of("")));
        await Assert.ThrowsAsync<RevisionConflictException>(() => revisions.StepAsync(graphic, -1, seen.Id));
        Assert.Equal("other", (await revisions.HeadAsync(graphic))!.Document);
    }

    [Fact]
    public void MigratingTwiceIsHarmless() => Schema.Migrate(database.ConnectionString + ";Password=" + new NpgsqlConnectionStringBuilder(Environment.GetEnvironmentVariable("HANG_TEST_DATABASE")).Password);

    [Fact]
    public async Task UndoAndRedoWalkTheRevisionsAndANewEditDropsWhatWasUndone()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d0", "made");
        foreach (var n in Enumerable.Range(0, 4))
        {
            await Keep(graphic, n, $"d{n}", $"d{n + 1}", $"edit {n + 1}");
        }
        Assert.Equal("d3", (await revisions.StepAsync(graphic, -1))!.Document);
        Assert.Equal("d2", (await revisions.StepAsync(graphic, -1))!.Document);
        Assert.Equal("d3", (await revisions.StepAsync(graphic, 1))!.Document);
        await Keep(graphic, 3, "d3", "other", "other");
        Assert.Null(await revisions.StepAsync(graphic, 1));
        var head = (await revisions.HeadAsync(graphic))!;
        Assert.Equal(("other", 4, 4), (head.Document, head.Number, head.Last));
        for (var i = 0; i < 4; i++)
        {
            Assert.NotNull(await revisions.StepAsync(graphic, -1));
        }
        Assert.Null(await revisions.StepAsync(graphic, -1));
        await Keep(graphic, 0, "d0", "fresh", "fresh");
        Assert.Equal(1, (await revisions.HeadAsync(graphic))!.Last);
    }

    [Fact]
    public async Task AnEditOnAnOldHeadIsAConflict()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d0", "made");
        await Keep(graphic, 0, "d0", "d1", "one");
        await Assert.ThrowsAsync<RevisionConflictException>(() => Keep(graphic, 0, "d0", "lost", "two"));
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

    [Fact]
    public async Task RevisionsAreDifferencesWithAWholeDocumentEvery64th()
    {
        var document = string.Concat(Enumerable.Range(0, 200).Select(i => $"layer {i} at 0 with words and numbers that stay as they are;"));
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), document, "made");
        var (texts, wholes) = (new List<string> { document }, (long)document.Length);
        for (var n = 0; n < 200; n++)
        {
            var next = texts[n].Replace($"layer {n} at 0", $"layer {n} at {n + 7} \U0001F41D", StringComparison.Ordinal);
            await Keep(graphic, n, texts[n], next, $"move {n}");
            texts.Add(next);
            wholes += next.Length;
        }
        Assert.InRange(await revisions.BytesAsync(graphic) / (double)wholes, 0, 0.05);
        for (var n = 199; n >= 0; n--)
        {
            var row = (await revisions.StepAsync(graphic, -1))!;
            Assert.Equal((n, texts[n]), (row.Number, row.Document));
        }
        Assert.Equal(texts[1], (await revisions.StepAsync(graphic, 1))!.Document);
        Assert.Equal(200, (await revisions.HeadAsync(graphic))!.Last);
    }

    [Fact]
    public async Task OldRevisionsAreThinnedWhereTheSettingSaysSo()
    {
        var thin = new RevisionStore(database, 40);
        var graphic = await thin.AddAsync(await packages.AddAsync("P"), "d0", "made");
        for (var n = 0; n < 130; n++)
        {
            await KeepAsync(thin, graphic, n, $"d{n}", $"d{n + 1}");
        }
        var head = (await thin.HeadAsync(graphic))!;
        Assert.Equal(("d130", 130), (head.Document, head.Number));
        Assert.InRange(head.First, 1, 90);
        var steps = 0;
        while (await thin.StepAsync(graphic, -1) is { } row)
        {
            Assert.Equal($"d{row.Number}", row.Document);
            steps++;
        }
        Assert.Equal(130 - head.First, steps);
    }

    /// <summary>Rows from before differences are whole, and go on from there.</summary>
    [Fact]
    public async Task RowsOfTheOldSchemaAreCarriedOver()
    {
        var fresh = new FreshDatabase();
        Schema.Migrate(fresh.ConnectionString, upTo: 2);
        await using var old = NpgsqlDataSource.Create(fresh.ConnectionString);
        var id = Guid.NewGuid();
        await using (var command = old.CreateCommand("insert into packages (id, name) values ($1, 'P'); "))
        {
            command.Parameters.AddWithValue(id);
            await command.ExecuteNonQueryAsync();
        }
        await using (var command = old.CreateCommand("with g as (insert into graphics (id, package_id, head) values ($1, $1, 1) returning id) insert into revisions (graphic_id, number, document, label) select id, n, 'd' || n, 'edit' from g, generate_series(0, 2) n"))
        {
            command.Parameters.AddWithValue(id);
            await command.ExecuteNonQueryAsync();
        }
        Schema.Migrate(fresh.ConnectionString);
        var store = new RevisionStore(old);
        Assert.Equal(("d1", 2), ((await store.HeadAsync(id))!.Document, (await store.HeadAsync(id))!.Last));
        await KeepAsync(store, id, 1, "d1", "d1 and more");
        Assert.Equal("d1 and more", (await store.HeadAsync(id))!.Document);
        Assert.Equal("d1", (await store.StepAsync(id, -1))!.Document);
        Assert.Equal("d0", (await store.StepAsync(id, -1))!.Document);
    }
}
