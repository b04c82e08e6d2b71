using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Store.Files;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Hang.Store.Sentences;
using Hang.Store.Sources;
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

    private Task<string> Keep(Guid graphic, int after, string before, string document, string label) =>
        KeepAsync(revisions, graphic, after, before, document, label);

    private static async Task<string> KeepAsync(RevisionStore store, Guid graphic, int after, string before, string document, string label = "edit") =>
        await store.KeepAsync((await store.FindAsync(graphic, after))!, Guid.NewGuid(), before, document, "{}", $"{label}", GraphicFacts.Of(document));

    /// <summary>Another server that has not heard of it would go on from a revision that is gone, and its differences would fit nothing.</summary>
    [Fact]
    public async Task ARevisionOfTheSameNumberThatIsAnotherIsAConflict()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d0", $"made");
        await Keep(graphic, 0, "d0", "one", "one");
        var seen = (await revisions.HeadAsync(graphic))!;
        await revisions.StepAsync(graphic, -1);
        await Keep(graphic, 0, "d0", "other", "other");
        Assert.Equal(seen.Number, (await revisions.HeadAsync(graphic))!.Number);
        await Assert.ThrowsAsync<RevisionConflictException>(() =>
            revisions.KeepAsync(seen, Guid.NewGuid(), "one", "one more", "{}", $"more", GraphicFacts.Of(""))
        );
        await Assert.ThrowsAsync<RevisionConflictException>(() => revisions.StepAsync(graphic, -1, seen.Id));
        Assert.Equal("other", (await revisions.HeadAsync(graphic))!.Document);
    }

    [Fact]
    public void MigratingTwiceIsHarmless() =>
        Schema.Migrate(
            database.ConnectionString + ";Password=" + new NpgsqlConnectionStringBuilder(Environment.GetEnvironmentVariable("HANG_TEST_DATABASE")).Password
        );

    [Fact]
    public async Task UndoAndRedoWalkTheRevisionsAndANewEditDropsWhatWasUndone()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d0", $"made");
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
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d0", $"made");
        await Keep(graphic, 0, "d0", "d1", "one");
        await Assert.ThrowsAsync<RevisionConflictException>(() => Keep(graphic, 0, "d0", "lost", "two"));
        Assert.Equal("d1", (await revisions.HeadAsync(graphic))!.Document);
    }

    [Fact]
    public async Task WhatIsRemovedCanBeBroughtBack()
    {
        var package = await packages.AddAsync("Removed");
        var graphic = await revisions.AddAsync(package, "d", $"made");
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
    public async Task SentencesAreKeptInPartsAndTextsOfBeforeAreTakenApart()
    {
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), "d0", $"Made");
        await revisions.KeepAsync((await revisions.HeadAsync(graphic))!, Guid.NewGuid(), "d0", "d1", "{}", $"Hide {"Plate"}", GraphicFacts.Of("d1"));
        Assert.Equal((Sentence)$"Hide {"Plate"}", (await revisions.HeadAsync(graphic))!.Label);
        // As a version of before writes it: the parts are no longer those of the text.
        await using (var connection = await database.OpenConnectionAsync())
        {
            await using var write = connection.CreateCommand();
            write.CommandText = "update revisions set label = 'Show Comb' where number = 1";
            await write.ExecuteNonQueryAsync();
        }
        Assert.Equal((Sentence)$"{"Show Comb"}", (await revisions.ListAsync(graphic))[0].Label);
        Assert.NotEqual(
            0,
            await new KeptTexts(database).TakeApartAsync(text => text.StartsWith("Show ", StringComparison.Ordinal) ? (Sentence)$"Show {text[5..]}" : $"{text}")
        );
        Assert.Equal([(Sentence)$"Show {"Comb"}", (Sentence)$"Made"], (await revisions.ListAsync(graphic)).Select(r => r.Label));
    }

    [Fact]
    public async Task PicturesAreKeptOnceUnderTheirHashAndKeysCannotLeaveTheFolder()
    {
        var folder = Directory.CreateTempSubdirectory("hang-files-").FullName;
        var files = new FolderFileStore(folder);
        var (sources, kind) = (new SourceStore(database, files), PictureSources.Kind);
        var hash = "sha256-" + new string('a', 64);
        await sources.AddAsync(
            kind,
            new(
                hash,
                new Asset
                {
                    Name = "a.png",
                    Type = "image/png",
                    Width = 3,
                    Height = 4,
                },
                [1, 2]
            )
        );
        await sources.AddAsync(
            kind,
            new(
                hash,
                new Asset
                {
                    Name = "b.png",
                    Type = "image/png",
                    Width = 3,
                    Height = 4,
                },
                [3]
            )
        );
        Assert.Equal([1, 2], sources.Bytes(kind, hash));
        Assert.Equal(
            new Asset
            {
                Name = "a.png",
                Type = "image/png",
                Width = 3,
                Height = 4,
            },
            await sources.FindAsync(kind, hash)
        );
        Assert.Null(await sources.FindAsync(SoundSources.Kind, hash));
        Assert.Null(sources.Bytes(kind, "sha256-../../../../etc/passwd"));
        Assert.Throws<ArgumentException>(() => files.PathOf("../x"));
        Directory.Delete(folder, true);
    }

    [Fact]
    public async Task RevisionsAreDifferencesWithAWholeDocumentEvery64th()
    {
        var document = string.Concat(Enumerable.Range(0, 200).Select(i => $"layer {i} at 0 with words and numbers that stay as they are;"));
        var graphic = await revisions.AddAsync(await packages.AddAsync("P"), document, $"made");
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
        var graphic = await thin.AddAsync(await packages.AddAsync("P"), "d0", $"made");
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

    /// <summary>What was kept in a table for each kind is found among the sources; a version before can be gone back to, and forth from again.</summary>
    [Fact]
    public async Task SourcesOfTheOldTablesAreCarriedOverBothWays()
    {
        var fresh = new FreshDatabase();
        Schema.Migrate(fresh.ConnectionString, upTo: 17);
        await using var old = NpgsqlDataSource.Create(fresh.ConnectionString);
        async Task Run(string sql)
        {
            await using var command = old.CreateCommand(sql);
            await command.ExecuteNonQueryAsync();
        }
        static string Hash(char digit) => "sha256-" + new string(digit, 64);
        var (one, two) = (Guid.NewGuid(), Guid.NewGuid());
        await Run(
            $"""
            insert into packages (id, name) values ('{one}', 'P'), ('{two}', 'Q');
            insert into graphics (id, package_id, head) values ('{one}', '{one}', 0), ('{two}', '{two}', 0);
            insert into pictures (hash, name, type, width, height) values ('{Hash('a')}', 'a.png', 'image/png', 3, 4);
            insert into sounds (hash, name, type, samples, channels) values ('{Hash('b')}', 'b.wav', 'audio/wav', 480, 1);
            insert into fonts (package_id, hash, name, family, weight, embedding) values
                ('{one}', '{Hash('c')}', 'c.ttf', 'Meadowand', 400, 'preview'), ('{two}', '{Hash(
                'c'
            )}', 'c.ttf', 'Meadowand', 400, 'preview'), ('{two}', '{Hash('d')}', 'd.ttf', 'Meadowand', 700, 'editable');
            """
        );
        Schema.Migrate(fresh.ConnectionString);
        var store = new SourceStore(old, new FolderFileStore(Path.Combine(Path.GetTempPath(), "hang-no-files")));
        Assert.Equal(
            new Asset
            {
                Name = "a.png",
                Type = "image/png",
                Width = 3,
                Height = 4,
            },
            await store.FindAsync(PictureSources.Kind, Hash('a'))
        );
        Assert.Equal(
            new SoundAsset
            {
                Name = "b.wav",
                Type = "audio/wav",
                Samples = 480,
                Channels = 1,
            },
            await store.FindAsync(SoundSources.Kind, Hash('b'))
        );
        var bold = new FontAsset
        {
            Name = "d.ttf",
            Family = "Meadowand",
            Weight = 700,
        };
        Assert.Equal(
            [new(Hash('c'), bold with { Name = "c.ttf", Weight = 400 }, false), new(Hash('d'), bold, true)],
            (await store.OfPackageAsync(FontSources.Kind, two)).OrderBy(f => f.Hash, StringComparer.Ordinal)
        );
        Assert.Single(await store.OfPackageAsync(FontSources.Kind, one));
        Assert.Equal(2, store.Where(FontSources.Kind, "family", "Meadowand").Count);
        // The version before finds what this one keeps, and this one what that one keeps.
        await Run(
            $"insert into sources (kind, hash, facts) values ('sound', '{Hash('e')}', '{SoundSources.Kind.Write(new SoundAsset { Name = "e.wav", Type = "audio/wav", Samples = 9, Channels = 2 })}')"
        );
        await store.CopyAsync(two, one);
        await using (
            var back = old.CreateCommand(
                $"select (select samples from sounds where hash = '{Hash('e')}'), (select count(*) from fonts where package_id = '{one}' and embedding = 'installable')"
            )
        )
        await using (var row = await back.ExecuteReaderAsync())
        {
            Assert.True(await row.ReadAsync());
            Assert.Equal((9, 1L), (row.GetInt32(0), row.GetInt64(1)));
        }
        await Run(
            $"insert into pictures (hash, name, type, width, height) values ('{Hash('f')}', 'f.png', 'image/png', 5, 6); insert into fonts (package_id, hash, name, family, weight, embedding) values ('{one}', '{Hash('0')}', 'g.ttf', 'Hives', 400, 'preview')"
        );
        Assert.Equal("f.png", (await store.FindAsync(PictureSources.Kind, Hash('f')))!.Name);
        Assert.False(store.Where(FontSources.Kind, "family", "Hives").Single().IsCarried);
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
        await using (
            var command = old.CreateCommand(
                "with g as (insert into graphics (id, package_id, head) values ($1, $1, 1) returning id) insert into revisions (graphic_id, number, document, label) select id, n, 'd' || n, 'edit' from g, generate_series(0, 2) n"
            )
        )
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
