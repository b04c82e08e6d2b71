using Dapper;
using Npgsql;

namespace Hang.Store.Accounts;

/// <summary>Wrong passwords, counted for each account and each place that they come from.</summary>
public sealed class SignInFailures(NpgsqlDataSource database)
{
    /// <summary>So many wrong ones from one place, and it has to wait.</summary>
    public const int Most = 10;

    /// <summary>How long it waits. Wrong ones that are older count no more.</summary>
    public static readonly TimeSpan LockedFor = TimeSpan.FromMinutes(15);

    /// <summary>Whether no password from a place is taken for an account at the moment: it had too many wrong ones, or as many places had some.</summary>
    public async Task<bool> IsLockedAsync(Guid account, string place, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteScalarAsync<bool>(
            new(
                """
                select exists (select from sign_in_failures where account_id = @account and place = @place and locked_until > now())
                    or (select count(*) >= @Most from sign_in_failures where account_id = @account and tried_at > now() - @LockedFor)
                """,
                new
                {
                    account,
                    place,
                    Most,
                    LockedFor,
                },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>Notes a wrong password.</summary>
    public async Task AddAsync(Guid account, string place, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                """
                delete from sign_in_failures where tried_at < now() - @LockedFor and (locked_until is null or locked_until < now());
                insert into sign_in_failures (account_id, place, failed) values (@account, @place, 1)
                on conflict (account_id, place) do update set
                    failed = case when sign_in_failures.failed + 1 >= @Most then 0 else sign_in_failures.failed + 1 end,
                    locked_until = case when sign_in_failures.failed + 1 >= @Most then now() + @LockedFor else sign_in_failures.locked_until end,
                    tried_at = now()
                """,
                new
                {
                    account,
                    place,
                    Most,
                    LockedFor,
                },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>Forgets the wrong ones of an account, from one place or from all.</summary>
    public async Task ForgetAsync(Guid account, string? place = null, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                "delete from sign_in_failures where account_id = @account and (@place::text is null or place = @place)",
                new { account, place },
                cancellationToken: cancel
            )
        );
    }
}
