using Dapper;
using Npgsql;

namespace Hang.Store.Packages;

/// <summary>A package as the rack shows it.</summary>
public sealed record PackageRow(Guid Id, string Name, DateTime? RemovedAt);

/// <summary>A graphic as the rack shows it.</summary>
/// <param name="Head">Number of the revision shown.</param>
/// <param name="Facts">What it is, as JSON; null for one that was kept before facts were.</param>
public sealed record GraphicRow(Guid Id, Guid PackageId, int Head, string? Facts, DateTime ChangedAt, DateTime? RemovedAt);

/// <summary>Packages and the graphics in them. What is removed stays, marked, and can be brought back.</summary>
public sealed class PackageStore(NpgsqlDataSource database)
{
    public async Task<IReadOnlyList<PackageRow>> ListAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return [.. await connection.QueryAsync<PackageRow>("select id, name, removed_at as removedAt from packages order by made_at, name")];
    }

    public async Task<PackageRow?> FindAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<PackageRow>("select id, name, removed_at as removedAt from packages where id = @id", new { id });
    }

    public async Task<Guid> AddAsync(string name)
    {
        var id = Guid.NewGuid();
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("insert into packages (id, name) values (@id, @name)", new { id, name });
        return id;
    }

    public async Task<bool> RenameAsync(Guid id, string name)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync("update packages set name = @name where id = @id", new { id, name }) > 0;
    }

    /// <summary>Removes a package, or brings it back.</summary>
    public async Task<bool> SetRemovedAsync(Guid id, bool removed)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync("update packages set removed_at = case when @removed then now() end where id = @id", new { id, removed }) > 0;
    }

    /// <summary>Keeps what a graphic is.</summary>
    public async Task SetFactsAsync(Guid id, string facts)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("update graphics set facts = @facts::jsonb where id = @id", new { id, facts });
    }

    /// <summary>All graphics, without their documents.</summary>
    public async Task<IReadOnlyList<GraphicRow>> GraphicsAsync()
    {
        await using var connection = await database.OpenConnectionAsync();
        return [.. await connection.QueryAsync<GraphicRow>(
            """
            select id, package_id as packageId, head, facts::text as facts, changed_at as changedAt, removed_at as removedAt
            from graphics order by made_at
            """)];
    }

    /// <summary>Removes a graphic, or brings it back.</summary>
    public async Task<bool> SetGraphicRemovedAsync(Guid id, bool removed)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync("update graphics set removed_at = case when @removed then now() end where id = @id", new { id, removed }) > 0;
    }

    /// <summary>A setting of this installation, or null.</summary>
    public async Task<string?> SettingAsync(string name)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<string>("select value from settings where name = @name", new { name });
    }

    public async Task SetSettingAsync(string name, string value)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("insert into settings (name, value) values (@name, @value) on conflict (name) do update set value = @value", new { name, value });
    }
}
