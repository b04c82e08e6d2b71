using Dapper;
using Npgsql;

namespace Hang.Store.Accounts;

/// <summary>Who may sign in.</summary>
public sealed class AccountStore(NpgsqlDataSource database)
{
    private const string Columns = "id, name, plain_name as plainName, password_hash as passwordHash, stamp, role, failed, locked_until as lockedUntil";

    /// <summary>Whether anybody has an account yet.</summary>
    public async Task<bool> AnyAsync(CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteScalarAsync<bool>(new("select exists (select from accounts)", cancellationToken: cancel));
    }

    /// <summary>All accounts, by name.</summary>
    public async Task<IReadOnlyList<Account>> ListAsync(CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return
        [
            .. (
                await connection.QueryAsync<Row>(
                    new(
                        "select id, name, plain_name as plainName, password_hash as passwordHash, stamp, role, failed, (select max(f.locked_until) from sign_in_failures f where f.account_id = accounts.id) as lockedUntil from accounts order by plain_name",
                        cancellationToken: cancel
                    )
                )
            ).Select(r => r.Account),
        ];
    }

    public async Task<Account?> FindAsync(Guid id, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return (
            await connection.QuerySingleOrDefaultAsync<Row>(new($"select {Columns} from accounts where id = @id", new { id }, cancellationToken: cancel))
        )?.Account;
    }

    /// <param name="plainName">The name as it is compared.</param>
    public async Task<Account?> NamedAsync(string plainName, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return (
            await connection.QuerySingleOrDefaultAsync<Row>(
                new($"select {Columns} from accounts where plain_name = @plainName", new { plainName }, cancellationToken: cancel)
            )
        )?.Account;
    }

    /// <summary>Adds an account; false when one of that name is there.</summary>
    public async Task<bool> AddAsync(Account account, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new(
                    """
                    insert into accounts (id, name, plain_name, password_hash, stamp, role, failed, locked_until)
                    values (@Id, @Name, @PlainName, @PasswordHash, @Stamp, @role, @Failed, @LockedUntil) on conflict (plain_name) do nothing
                    """,
                    Written(account),
                    cancellationToken: cancel
                )
            ) > 0;
    }

    /// <summary>Keeps what has changed of an account, but for its role.</summary>
    public async Task<bool> SaveAsync(Account account, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new(
                    "update accounts set name = @Name, plain_name = @PlainName, password_hash = @PasswordHash, stamp = @Stamp, failed = @Failed, locked_until = @LockedUntil where id = @Id",
                    Written(account),
                    cancellationToken: cancel
                )
            ) > 0;
    }

    /// <summary>Gives an account another role; false when that would leave no designer, or there is no such account.</summary>
    public Task<bool> SetRoleAsync(Guid id, Role role, CancellationToken cancel = default) =>
        WithDesignersAsync(id, role == Role.Designer, "update accounts set role = @role where id = @id", new { id, role = role.Text() }, cancel);

    /// <summary>Removes an account with its sessions; false when that would leave no designer, or there is no such account.</summary>
    public Task<bool> RemoveAsync(Guid id, CancellationToken cancel = default) =>
        WithDesignersAsync(id, false, "delete from accounts where id = @id", new { id }, cancel);

    /// <summary>Does something to an account where a designer is left after it. Two at once could each see the other: designers are locked meanwhile.</summary>
    private async Task<bool> WithDesignersAsync(Guid id, bool stays, string command, object values, CancellationToken cancel)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var designers = (
            await connection.QueryAsync<Guid>(
                new("select id from accounts where role = 'designer' for update", transaction: transaction, cancellationToken: cancel)
            )
        ).ToHashSet();
        var done = (stays || designers.Any(d => d != id)) && await connection.ExecuteAsync(new(command, values, transaction, cancellationToken: cancel)) > 0;
        await transaction.CommitAsync(cancel);
        return done;
    }

    private static object Written(Account a) =>
        new
        {
            a.Id,
            a.Name,
            a.PlainName,
            a.PasswordHash,
            a.Stamp,
            role = a.Role.Text(),
            a.Failed,
            a.LockedUntil,
        };

    private sealed record Row(Guid Id, string Name, string PlainName, string PasswordHash, string Stamp, string Role, int Failed, DateTime? LockedUntil)
    {
        public Account Account =>
            new()
            {
                Id = Id,
                Name = Name,
                PlainName = PlainName,
                PasswordHash = PasswordHash,
                Stamp = Stamp,
                Role = RoleText.Parse(Role),
                Failed = Failed,
                LockedUntil = LockedUntil,
            };
    }
}
