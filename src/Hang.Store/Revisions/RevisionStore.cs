using Dapper;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Store.Sentences;
using Npgsql;

namespace Hang.Store.Revisions;

/// <summary>The revision that a graphic shows.</summary>
/// <param name="Number">From 0. Numbers come again when something was undone and something else done; <paramref name="Id"/> does not.</param>
/// <param name="First">Number of the oldest revision that is kept.</param>
/// <param name="Last">Number of the newest revision; larger than <paramref name="Number"/> when there is something to redo.</param>
public sealed record RevisionRow(Guid GraphicId, Guid PackageId, int Number, int First, int Last, string Document, Sentence Label, Guid Id);

/// <summary>A revision in a list.</summary>
/// <param name="MadeBy">Who made it, as they call themselves; null where nobody said.</param>
public sealed record RevisionEntry(int Number, Sentence Label, DateTime MadeAt, string? MadeBy);

/// <summary>Thrown when another process has moved the graphic on in the meantime, or removed it.</summary>
public sealed class RevisionConflictException(Guid graphic) : Exception($"Graphic {graphic} was changed elsewhere.");

/// <summary>
/// The revisions of graphics. Each kept edit is one; undo and redo move the head along them. A revision is kept as its difference from the
/// one before it, and every <see cref="WholeEvery"/>th as a whole document.
/// </summary>
/// <param name="keepAtLeast">How many revisions of a graphic are kept at the least; older ones are thinned out. 0: all are kept.</param>
public sealed class RevisionStore(NpgsqlDataSource database, int keepAtLeast = 0)
{
    public const int WholeEvery = 64;

    private const int MostListed = 200;

    /// <summary>Adds a graphic with its first revision.</summary>
    public Task<Guid> AddAsync(Guid package, string document, Sentence label, CancellationToken cancel = default) =>
        AddAsAsync(Guid.NewGuid(), package, document, label, cancel);

    /// <summary>The same under an id that had to be known beforehand.</summary>
    public async Task<Guid> AddAsAsync(Guid id, Guid package, string document, Sentence label, CancellationToken cancel = default)
    {
        var first = Guid.NewGuid();
        await using var connection = await database.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                "insert into graphics (id, package_id, head, head_id, facts) values (@id, @package, 0, @first, @facts::jsonb)",
                new
                {
                    id,
                    package,
                    first,
                    facts = GraphicFacts.Of(document).Write(),
                },
                transaction,
                cancellationToken: cancel
            )
        );
        await connection.ExecuteAsync(
            new(
                "insert into revisions (graphic_id, number, id, document, label, label_say) values (@id, 0, @first, @document, @label, @say::jsonb)",
                new
                {
                    id,
                    first,
                    document,
                    label = label.ToString(),
                    say = SentenceJson.Text(label),
                },
                transaction,
                cancellationToken: cancel
            )
        );
        await transaction.CommitAsync(cancel);
        return id;
    }

    public async Task<RevisionRow?> HeadAsync(Guid id, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await HeadAsync(connection, id, cancel);
    }

    /// <summary>Keeps an edit as the revision after another, and drops what was undone. On return it is on disk.</summary>
    /// <param name="at">The revision that the edit was made to.</param>
    /// <param name="made">Id of the revision that is made.</param>
    /// <param name="before">The document of the one that it was made to.</param>
    /// <param name="document">The document after the edit.</param>
    /// <param name="facts">What the rack shows afterwards.</param>
    /// <param name="by">Who makes it; null where nobody says.</param>
    /// <returns>The document.</returns>
    /// <exception cref="RevisionConflictException">The head is no longer <paramref name="at"/>, though one of that number may be.</exception>
    public async Task<string> KeepAsync(
        RevisionRow at,
        Guid made,
        string before,
        string document,
        string edit,
        Sentence label,
        GraphicFacts facts,
        string? by = null,
        CancellationToken cancel = default
    )
    {
        var (id, after, shown) = (at.GraphicId, at.Number, at.Id);
        // One statement, so one round trip and one commit; what was undone is replaced or deleted by it.
        const string Keep = """
            with moved as (update graphics set head = @after + 1, head_id = @made, changed_at = now(), facts = @facts::jsonb where id = @id
                and head_id = @shown and removed_at is null returning id),
                 dropped as (delete from revisions where graphic_id in (select id from moved) and number > @after + 1)
            insert into revisions (graphic_id, number, id, document, difference, edit, label, label_say, made_by)
            select id, @after + 1, @made, @whole, @difference, @edit, @label, @say::jsonb, @by from moved
            on conflict (graphic_id, number) do update
                set id = @made, document = @whole, difference = @difference, edit = @edit, label = @label, label_say = @say::jsonb,
                    made_by = @by, made_at = now()
            """;
        var isWhole = (after + 1) % WholeEvery == 0;
        await using var connection = await database.OpenConnectionAsync(cancel);
        var kept = await connection.ExecuteAsync(
            new(
                Keep,
                new
                {
                    id,
                    after,
                    shown,
                    made,
                    whole = isWhole ? document : null,
                    difference = isWhole ? null : Difference.Between(before, document),
                    edit,
                    label = label.ToString(),
                    say = SentenceJson.Text(label),
                    by,
                    facts = facts.Write(),
                },
                cancellationToken: cancel
            )
        );
        if (kept == 0)
        {
            throw new RevisionConflictException(id);
        }
        if (isWhole && keepAtLeast > 0)
        {
            await ThinAsync(connection, id, after + 1 - keepAtLeast, cancel);
        }
        return document;
    }

    /// <summary>Moves the head by one revision, back (-1) or forth (+1); null when there is none in that direction.</summary>
    /// <param name="shown">Id of the revision that it is moved from; null: whichever it is.</param>
    /// <exception cref="RevisionConflictException">The head is another.</exception>
    public async Task<RevisionRow?> StepAsync(Guid id, int by, Guid? shown = null, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var moved = await connection.ExecuteAsync(
            new(
                """
                update graphics set head = head + @by, head_id = (select r.id from revisions r where r.graphic_id = @id
                    and r.number = graphics.head + @by), changed_at = now()
                where id = @id and removed_at is null and head_id = coalesce(@shown::uuid, head_id)
                  and exists (select from revisions where graphic_id = @id and number = graphics.head + @by)
                """,
                new
                {
                    id,
                    by,
                    shown,
                },
                transaction,
                cancellationToken: cancel
            )
        );
        if (moved == 0)
        {
            return shown is not null && await HeadAsync(connection, id, cancel) is { } other && other.Id != shown
                ? throw new RevisionConflictException(id)
                : null;
        }
        var row = await HeadAsync(connection, id, cancel);
        await connection.ExecuteAsync(
            new(
                "update graphics set facts = @facts::jsonb where id = @id",
                new { id, facts = GraphicFacts.Of(row!.Document).Write() },
                transaction,
                cancellationToken: cancel
            )
        );
        await transaction.CommitAsync(cancel);
        return row;
    }

    /// <summary>The revisions of a graphic that are kept, the newest first; of many the newest.</summary>
    public async Task<IReadOnlyList<RevisionEntry>> ListAsync(Guid id, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return
        [
            .. await connection.QueryAsync<RevisionEntry>(
                new(
                    $"""
                    select number, {KeptSentence.Column("label")}, made_at as madeAt, made_by as madeBy from revisions
                    where graphic_id = @id order by number desc limit @MostListed
                    """,
                    new { id, MostListed },
                    cancellationToken: cancel
                )
            ),
        ];
    }

    /// <summary>One revision, whichever is shown; null when it is not kept.</summary>
    public async Task<RevisionRow?> FindAsync(Guid id, int number, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await HeadAsync(connection, id, cancel) is { } head && number >= head.First && number <= head.Last
            ? await AtAsync(connection, id, head, number, cancel)
            : null;
    }

    /// <summary>Bytes that the revisions of a graphic take, documents, differences and edits.</summary>
    public async Task<long> BytesAsync(Guid id, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleAsync<long>(
            new(
                "select coalesce(sum(octet_length(coalesce(document, '')) + octet_length(coalesce(difference, '')) + octet_length(coalesce(edit, ''))), 0) from revisions where graphic_id = @id",
                new { id },
                cancellationToken: cancel
            )
        );
    }

    private static async Task<RevisionRow?> HeadAsync(NpgsqlConnection connection, Guid id, CancellationToken cancel)
    {
        var head = await connection.QuerySingleOrDefaultAsync<HeadRow>(
            new(
                """
                select g.package_id as packageId, g.head as number, (select min(number) from revisions where graphic_id = g.id) as first,
                       (select max(number) from revisions where graphic_id = g.id) as last
                from graphics g where g.id = @id
                """,
                new { id },
                cancellationToken: cancel
            )
        );
        if (head is null)
        {
            return null;
        }
        return await AtAsync(connection, id, new(id, head.PackageId, head.Number, head.First, head.Last, "", $"", default), head.Number, cancel);
    }

    /// <summary>A revision, put together from the whole document before it.</summary>
    private static async Task<RevisionRow?> AtAsync(NpgsqlConnection connection, Guid id, RevisionRow head, int number, CancellationToken cancel)
    {
        var rows = (
            await connection.QueryAsync<PartRow>(
                new(
                    $"""
                    select id, document, difference, {KeptSentence.Column("label")} from revisions
                    where graphic_id = @id and number <= @number
                      and number >= (select max(number) from revisions where graphic_id = @id and number <= @number and document is not null)
                    order by number
                    """,
                    new { id, number },
                    cancellationToken: cancel
                )
            )
        ).ToArray();
        var document = rows.Aggregate("", (text, row) => row.Document ?? Revisions.Difference.Apply(text, row.Difference!));
        return rows.Length == 0 ? null : head with { Number = number, Document = document, Label = rows[^1].Label, Id = rows[^1].Id };
    }

    /// <summary>Deletes revisions before a number, but none that a later one is a difference from.</summary>
    private static Task<int> ThinAsync(NpgsqlConnection connection, Guid id, int before, CancellationToken cancel) =>
        connection.ExecuteAsync(
            new(
                """
                delete from revisions where graphic_id = @id
                  and number < (select max(number) from revisions where graphic_id = @id and number <= @before and document is not null)
                """,
                new { id, before },
                cancellationToken: cancel
            )
        );

    private sealed record HeadRow(Guid PackageId, int Number, int First, int Last);

    private sealed record PartRow(Guid Id, string? Document, string? Difference, Sentence Label);
}
