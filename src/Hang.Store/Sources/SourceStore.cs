using Dapper;
using Hang.Scene.Sources;
using Hang.Scene.Values;
using Hang.Store.Files;
using Npgsql;

namespace Hang.Store.Sources;

/// <summary>A source that is kept.</summary>
/// <param name="IsCarried">False where its maker does not let documents take it along.</param>
public sealed record KeptSource(string Hash, Source Facts, bool IsCarried);

/// <summary>Sources by kind and content hash: what they are in the database, their bytes among the files.</summary>
public sealed class SourceStore(NpgsqlDataSource database, IFileStore files) : ISourceRoom
{
    private const string Columns = "s.hash, s.facts::text as facts, s.is_carried as IsCarried";

    /// <summary>Keeps a source; one that is there already is left alone.</summary>
    /// <param name="package">The package that it belongs to, where the kind belongs to packages.</param>
    public async Task AddAsync(SourceKind kind, Judged source, Guid? package = null, CancellationToken cancel = default)
    {
        await files.SaveAsync(kind.KeyOf(source.Hash), source.Bytes);
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                "insert into sources (kind, hash, facts, is_carried) values (@kind, @Hash, @facts::jsonb, @IsCarried) on conflict do nothing",
                new
                {
                    kind = kind.Name,
                    source.Hash,
                    facts = kind.Write(source.Facts),
                    source.IsCarried,
                },
                cancellationToken: cancel
            )
        );
        if (package is not null)
        {
            await connection.ExecuteAsync(
                new(
                    "insert into package_sources (package_id, kind, hash) values (@package, @kind, @Hash) on conflict do nothing",
                    new
                    {
                        package,
                        kind = kind.Name,
                        source.Hash,
                    },
                    cancellationToken: cancel
                )
            );
        }
    }

    /// <summary>What is known of a source; null: there is none.</summary>
    public async Task<Source?> FindAsync(SourceKind kind, string hash, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return
            await connection.QuerySingleOrDefaultAsync<string>(
                new("select facts::text from sources where kind = @kind and hash = @hash", new { kind = kind.Name, hash }, cancellationToken: cancel)
            )
                is { } facts
            ? kind.Read(facts)
            : null;
    }

    /// <summary>The sources of a kind that a graphic's package has.</summary>
    public async Task<IReadOnlyList<KeptSource>> OfPackageAsync(SourceKind kind, Guid graphic, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return Kept(
            kind,
            await connection.QueryAsync<Row>(
                new(
                    $"select {Columns} from sources s join package_sources p using (kind, hash) where s.kind = @kind and p.package_id = (select package_id from graphics where id = @graphic)",
                    new { kind = kind.Name, graphic },
                    cancellationToken: cancel
                )
            )
        );
    }

    /// <summary>The sources of a kind of which some word is known, whichever package has them.</summary>
    /// <param name="fact">Name of the fact, as JSON has it.</param>
    public IReadOnlyList<KeptSource> Where(SourceKind kind, string fact, string word)
    {
        using var connection = database.OpenConnection();
        return Kept(
            kind,
            connection.Query<Row>($"select {Columns} from sources s where s.kind = '{kind.Name}' and s.facts ->> @fact = @word", new { fact, word })
        );
    }

    /// <summary>Gives a package what another has.</summary>
    public async Task CopyAsync(Guid from, Guid to, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                "insert into package_sources (package_id, kind, hash) select @to, kind, hash from package_sources where package_id = @from on conflict do nothing",
                new { from, to },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>The bytes, or null.</summary>
    public byte[]? Bytes(SourceKind kind, string hash) => HashKind.IsHash(hash) ? files.Read(kind.KeyOf(hash)) : null;

    /// <summary>The path of the file on this machine, or null.</summary>
    public async Task<string?> FileAsync(SourceKind kind, string hash, CancellationToken cancel = default) =>
        HashKind.IsHash(hash) && await files.FetchAsync(kind.KeyOf(hash), cancel) ? files.PathOf(kind.KeyOf(hash)) : null;

    /// <inheritdoc/>
    public string MadePath(SourceKind kind, string hash, string what) => files.PathOf($"{kind.KeyOf(hash)}.{what}");

    private static KeptSource[] Kept(SourceKind kind, IEnumerable<Row> rows) => [.. rows.Select(r => new KeptSource(r.Hash, kind.Read(r.Facts), r.IsCarried))];

    private sealed record Row(string Hash, string Facts, bool IsCarried);
}
