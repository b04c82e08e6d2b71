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
    public async Task<IReadOnlyList<FeelRow>?> ListAsync(Guid graphic, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        var package = await PackageAsync(connection, graphic, cancel);
        return package is null
            ? null
            :
            [
                .. await connection.QueryAsync<FeelRow>(
                    new("select name, css from feels where package_id = @package order by made_at, name", new { package }, cancellationToken: cancel)
                ),
            ];
    }

    /// <summary>The feels of a package, the oldest first.</summary>
    public async Task<IReadOnlyList<FeelRow>> OfPackageAsync(Guid package, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return
        [
            .. await connection.QueryAsync<FeelRow>(
                new("select name, css from feels where package_id = @package order by made_at, name", new { package }, cancellationToken: cancel)
            ),
        ];
    }

    /// <summary>Keeps a feel in a package; one of that name is replaced.</summary>
    public async Task AddAsync(Guid package, string name, string css, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                "insert into feels (package_id, name, css) values (@package, @name, @css) on conflict (package_id, name) do update set css = @css",
                new
                {
                    package,
                    name,
                    css,
                },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>Keeps a feel under a name; one of that name is replaced. False when there is no such graphic.</summary>
    public async Task<bool> KeepAsync(Guid graphic, string name, string css, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new(
                    """
                    insert into feels (package_id, name, css) select package_id, @name, @css from graphics where id = @graphic
                    on conflict (package_id, name) do update set css = @css
                    """,
                    new
                    {
                        graphic,
                        name,
                        css,
                    },
                    cancellationToken: cancel
                )
            ) > 0;
    }

    /// <summary>Forgets a feel; keyframes that have it keep it. False when there is none of that name.</summary>
    public async Task<bool> ForgetAsync(Guid graphic, string name, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new(
                    "delete from feels where package_id = (select package_id from graphics where id = @graphic) and name = @name",
                    new { graphic, name },
                    cancellationToken: cancel
                )
            ) > 0;
    }

    /// <summary>Gives a package the feels of another.</summary>
    public async Task CopyAsync(Guid from, Guid to, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                "insert into feels (package_id, name, css, made_at) select @to, name, css, made_at from feels where package_id = @from",
                new { from, to },
                cancellationToken: cancel
            )
        );
    }

    private static async Task<Guid?> PackageAsync(NpgsqlConnection connection, Guid graphic, CancellationToken cancel) =>
        await connection.QuerySingleOrDefaultAsync<Guid?>(
            new("select package_id from graphics where id = @graphic", new { graphic }, cancellationToken: cancel)
        );
}
