using Dapper;
using Npgsql;

namespace Hang.Store.Packages;

/// <summary>A package as the rack shows it.</summary>
/// <param name="Palette">Its roles and colourways, as JSON; null for none.</param>
public sealed record PackageRow(Guid Id, string Name, DateTime? RemovedAt, string? Palette);

/// <summary>A graphic as the rack shows it.</summary>
/// <param name="Head">Number of the revision shown.</param>
/// <param name="Facts">What it is, as JSON; null for one that was kept before facts were.</param>
/// <param name="Tags">Words by which it is found again, one a line.</param>
public sealed record GraphicRow(Guid Id, Guid PackageId, int Head, string? Facts, DateTime ChangedAt, DateTime? RemovedAt, string Tags);

/// <summary>Packages and the graphics in them. What is removed stays, marked, and can be brought back.</summary>
public sealed class PackageStore(NpgsqlDataSource database)
{
    public async Task<IReadOnlyList<PackageRow>> ListAsync(CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return
        [
            .. await connection.QueryAsync<PackageRow>(
                new("select id, name, removed_at as removedAt, palette::text as palette from packages order by made_at, name", cancellationToken: cancel)
            ),
        ];
    }

    public async Task<PackageRow?> FindAsync(Guid id, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<PackageRow>(
            new("select id, name, removed_at as removedAt, palette::text as palette from packages where id = @id", new { id }, cancellationToken: cancel)
        );
    }

    public async Task<Guid> AddAsync(string name, CancellationToken cancel = default)
    {
        var id = Guid.NewGuid();
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new("insert into packages (id, name) values (@id, @name)", new { id, name }, cancellationToken: cancel));
        return id;
    }

    public async Task<bool> RenameAsync(Guid id, string name, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(new("update packages set name = @name where id = @id", new { id, name }, cancellationToken: cancel)) > 0;
    }

    /// <summary>Removes a package, or brings it back.</summary>
    public async Task<bool> SetRemovedAsync(Guid id, bool removed, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new("update packages set removed_at = case when @removed then now() end where id = @id", new { id, removed }, cancellationToken: cancel)
            ) > 0;
    }

    /// <summary>Keeps the roles and colourways of a package, as JSON; null for none.</summary>
    public async Task SetPaletteAsync(Guid id, string? palette, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new("update packages set palette = @palette::jsonb where id = @id", new { id, palette }, cancellationToken: cancel));
    }

    /// <summary>Keeps what a graphic is.</summary>
    public async Task SetFactsAsync(Guid id, string facts, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new("update graphics set facts = @facts::jsonb where id = @id", new { id, facts }, cancellationToken: cancel));
    }

    /// <summary>All graphics, without their documents.</summary>
    public async Task<IReadOnlyList<GraphicRow>> GraphicsAsync(CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return
        [
            .. await connection.QueryAsync<GraphicRow>(
                new(
                    """
                    select id, package_id as packageId, head, facts::text as facts, changed_at as changedAt, removed_at as removedAt, tags
                    from graphics order by made_at
                    """,
                    cancellationToken: cancel
                )
            ),
        ];
    }

    /// <summary>Gives a graphic other tags.</summary>
    public async Task<bool> SetTagsAsync(Guid id, IEnumerable<string> tags, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new("update graphics set tags = @tags where id = @id", new { id, tags = string.Join('\n', tags) }, cancellationToken: cancel)
            ) > 0;
    }

    /// <summary>Removes a graphic, or brings it back.</summary>
    public async Task<bool> SetGraphicRemovedAsync(Guid id, bool removed, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new("update graphics set removed_at = case when @removed then now() end where id = @id", new { id, removed }, cancellationToken: cancel)
            ) > 0;
    }

    /// <summary>A setting of this installation, or null.</summary>
    public async Task<string?> SettingAsync(string name, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<string>(
            new("select value from settings where name = @name", new { name }, cancellationToken: cancel)
        );
    }

    public async Task SetSettingAsync(string name, string value, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                "insert into settings (name, value) values (@name, @value) on conflict (name) do update set value = @value",
                new { name, value },
                cancellationToken: cancel
            )
        );
    }
}
