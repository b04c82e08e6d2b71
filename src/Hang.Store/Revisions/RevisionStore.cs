using Dapper;
using Npgsql;

namespace Hang.Store.Revisions;

/// <summary>The revision that a graphic shows.</summary>
/// <param name="Number">From 0.</param>
/// <param name="Last">Number of the newest revision; larger than <paramref name="Number"/> when there is something to redo.</param>
public sealed record RevisionRow(Guid GraphicId, Guid PackageId, int Number, int Last, string Document, string Label);

/// <summary>Thrown when another process has moved the graphic on in the meantime.</summary>
public sealed class RevisionConflictException(Guid graphic) : Exception($"Graphic {graphic} was changed elsewhere.");

/// <summary>The revisions of graphics. Each kept edit is one; undo and redo move the head along them.</summary>
public sealed class RevisionStore(NpgsqlDataSource database)
{
    private const string Head =
        """
        select g.id as graphicId, g.package_id as packageId, g.head as number,
               (select max(number) from revisions where graphic_id = g.id) as last, r.document, r.label
        from graphics g join revisions r on r.graphic_id = g.id and r.number = g.head where g.id = @id
        """;

    /// <summary>Adds a graphic with its first revision.</summary>
    public async Task<Guid> AddAsync(Guid package, string document, string label)
    {
        var id = Guid.NewGuid();
        await using var connection = await database.OpenConnectionAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync("insert into graphics (id, package_id, head) values (@id, @package, 0)", new { id, package }, transaction);
        await connection.ExecuteAsync("insert into revisions (graphic_id, number, document, label) values (@id, 0, @document, @label)", new { id, document, label }, transaction);
        await transaction.CommitAsync();
        return id;
    }

    public async Task<RevisionRow?> HeadAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<RevisionRow>(Head, new { id });
    }

    /// <summary>Keeps an edit as the revision after <paramref name="after"/>, and drops what was undone. On return it is on disk.</summary>
    /// <exception cref="RevisionConflictException">The head is no longer <paramref name="after"/>.</exception>
    public async Task KeepAsync(Guid id, int after, string document, string edit, string label)
    {
        // One statement, so one round trip and one commit; what was undone is replaced or deleted by it.
        const string Keep =
            """
            with moved as (update graphics set head = @after + 1, changed_at = now() where id = @id and head = @after returning id),
                 dropped as (delete from revisions where graphic_id in (select id from moved) and number > @after + 1)
            insert into revisions (graphic_id, number, document, edit, label)
            select id, @after + 1, @document, @edit, @label from moved
            on conflict (graphic_id, number) do update set document = @document, edit = @edit, label = @label, made_at = now()
            """;
        await using var connection = await database.OpenConnectionAsync();
        if (await connection.ExecuteAsync(Keep, new { id, after, document, edit, label }) == 0)
        {
            throw new RevisionConflictException(id);
        }
    }

    /// <summary>Moves the head by one revision, back (-1) or forth (+1); null when there is none in that direction.</summary>
    public async Task<RevisionRow?> StepAsync(Guid id, int by)
    {
        await using var connection = await database.OpenConnectionAsync();
        var moved = await connection.ExecuteAsync(
            """
            update graphics set head = head + @by, changed_at = now()
            where id = @id and exists (select from revisions where graphic_id = @id and number = graphics.head + @by)
            """, new { id, by });
        return moved == 0 ? null : await connection.QuerySingleOrDefaultAsync<RevisionRow>(Head, new { id });
    }
}
