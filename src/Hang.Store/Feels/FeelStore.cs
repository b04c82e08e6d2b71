using Dapper;
using Npgsql;

namespace Hang.Store.Feels;

/// <summary>A feel of a package's own.</summary>
/// <param name="Css">CSS easing text.</param>
public sealed record FeelRow(string Name, string Css);

/// <summary>The feels that packages keep for all their graphics.</summary>
public sealed class FeelStore(NpgsqlDataSource database)
{
    /// <summary>The feels of a graphic's package, the oldest first; null when there is no such graphic.</summary>
    public async Task<IReadOnlyList<FeelRow>?> ListAsync(Guid graphic)
    {
        await using var connection = await database.OpenConnectionAsync();
        var package = await PackageAsync(connection, graphic);
        return package is null ? null : [.. await connection.QueryAsync<FeelRow>("select name, css from feels where package_id = @package order by made_at, name", new { package })];
    }

    /// <summary>Keeps a feel under a name; one of that name is replaced. False when there is no such graphic.</summary>
    public async Task<bool> KeepAsync(Guid graphic, string name, string css)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
            """
            insert into feels (package_id, name, css) select package_id, @name, @css from graphics where id = @graphic
            on conflict (package_id, name) do update set css = @css
            """,
            new { graphic, name, css }) > 0;
    }

    /// <summary>Forgets a feel; keyframes that have it keep it. False when there is none of that name.</summary>
    public async Task<bool> ForgetAsync(Guid graphic, string name)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync("delete from feels where package_id = (select package_id from graphics where id = @graphic) and name = @name", new { graphic, name }) > 0;
    }

    /// <summary>Gives a package the feels of another.</summary>
    public async Task CopyAsync(Guid from, Guid to)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("insert into feels (package_id, name, css, made_at) select @to, name, css, made_at from feels where package_id = @from", new { from, to });
    }

    private static async Task<Guid?> PackageAsync(NpgsqlConnection connection, Guid graphic) =>
        await connection.QuerySingleOrDefaultAsync<Guid?>("select package_id from graphics where id = @graphic", new { graphic });
}
