using Dapper;
using Npgsql;

namespace Hang.Store.Rosters;

/// <summary>A roster as it is kept.</summary>
/// <param name="Body">As JSON.</param>
/// <param name="Version">Goes up with each change.</param>
public sealed record RosterRecord(string Body, int Version);

/// <summary>Which graphic and which table there are, without reading them: where it is the same, so are they.</summary>
/// <param name="Head">Number of the graphic's revision. Numbers come back after an undo; together with the moment of the change they do not.</param>
/// <param name="ChangedAt">When the graphic was changed last.</param>
/// <param name="Version">Of the roster; 0 before there is one.</param>
public sealed record RosterStamp(int Head, DateTime ChangedAt, int Version);

/// <summary>What a row was when it was handed off last.</summary>
/// <param name="MadeOf">Hash of all that decided what its file is.</param>
public sealed record RosterFile(string RowId, Guid HandoffId, string MadeOf);

/// <summary>The rosters of graphics.</summary>
public sealed class RosterStore(NpgsqlDataSource database)
{
    /// <summary>What tells whether a graphic and its roster are still as they were read; null where there is no such graphic.</summary>
    public async Task<RosterStamp?> StampAsync(Guid graphic, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<RosterStamp>(
            new(
                "select g.head, g.changed_at as changedAt, coalesce(r.version, 0) as version from graphics g left join rosters r on r.graphic_id = g.id where g.id = @graphic",
                new { graphic },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>The roster of a graphic; null before there is one.</summary>
    public async Task<RosterRecord?> FindAsync(Guid graphic, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<RosterRecord>(
            new("select body::text as body, version from rosters where graphic_id = @graphic", new { graphic }, cancellationToken: cancel)
        );
    }

    /// <summary>Keeps a roster.</summary>
    /// <param name="known">The version that was changed; 0: there was none.</param>
    /// <returns>The new version; null when another change came first.</returns>
    public async Task<int?> KeepAsync(Guid graphic, string body, int known, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<int?>(
            new(
                known == 0
                    ? "insert into rosters (graphic_id, body) values (@graphic, @body::jsonb) on conflict do nothing returning version"
                    : "update rosters set body = @body::jsonb, version = version + 1, changed_at = now() where graphic_id = @graphic and version = @known returning version",
                new
                {
                    graphic,
                    body,
                    known,
                },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>What the rows were when they were handed off last.</summary>
    public async Task<IReadOnlyList<RosterFile>> FilesAsync(Guid graphic, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return
        [
            .. await connection.QueryAsync<RosterFile>(
                new(
                    "select row_id as rowId, handoff_id as handoffId, made_of as madeOf from roster_files where graphic_id = @graphic",
                    new { graphic },
                    cancellationToken: cancel
                )
            ),
        ];
    }

    /// <summary>Notes what rows were when they were handed off.</summary>
    public async Task NoteAsync(Guid graphic, IEnumerable<RosterFile> files, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        var all = files.ToArray();
        await connection.ExecuteAsync(
            new(
                """
                insert into roster_files (graphic_id, row_id, handoff_id, made_of) select @graphic, f.r, f.h, f.m
                    from unnest(@rows, @handoffs, @made) as f(r, h, m)
                on conflict (graphic_id, row_id) do update set handoff_id = excluded.handoff_id, made_of = excluded.made_of
                """,
                new
                {
                    graphic,
                    rows = all.Select(f => f.RowId).ToArray(),
                    handoffs = all.Select(f => f.HandoffId).ToArray(),
                    made = all.Select(f => f.MadeOf).ToArray(),
                },
                cancellationToken: cancel
            )
        );
    }
}
