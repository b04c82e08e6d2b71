using Dapper;
using Npgsql;

namespace Hang.Store.Accounts;

/// <summary>A browser that is signed in, or a program that holds a key.</summary>
/// <param name="Role">The account's role now, whatever it was when the session began.</param>
/// <param name="Agent">What it was begun with.</param>
/// <param name="Scope">What a program's key is for; null for a browser.</param>
public sealed record Session(
    Guid Id,
    Guid Account,
    string Name,
    Role Role,
    string Agent,
    DateTime MadeAt,
    DateTime SeenAt,
    DateTime EndsAt,
    Scope? Scope = null
);

/// <summary>Who is signed in. A session ends at its end, when it was not seen for a while, and when it or its account is taken away.</summary>
public sealed class SessionStore(NpgsqlDataSource database)
{
    /// <summary>How long a session lives that nothing is heard of.</summary>
    public static readonly TimeSpan Idle = TimeSpan.FromMinutes(30);

    /// <summary>How long a browser's session lives at most.</summary>
    public static readonly TimeSpan Longest = TimeSpan.FromHours(12);

    /// <summary>Told after sessions were ended here.</summary>
    public event Action? Ended;

    private const string Columns =
        "s.id, s.account_id as account, a.name, a.role, s.agent, s.made_at as madeAt, s.seen_at as seenAt, s.ends_at as endsAt, s.scope";

    // Programs' keys live for months and need not be used daily.
    private const string Alive = "s.ends_at > now() and (s.seen_at > now() - @Idle or s.ends_at - s.made_at > @Longest)";

    /// <param name="keyHash">SHA-256 of the key that the browser or the program holds.</param>
    public async Task AddAsync(Guid id, byte[] keyHash, Guid account, string agent, TimeSpan lasts, Scope? scope = null, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                "delete from sessions where ends_at < now(); insert into sessions (id, key_hash, account_id, agent, ends_at, scope) values (@id, @keyHash, @account, @agent, now() + @lasts, @scope)",
                new
                {
                    id,
                    keyHash,
                    account,
                    agent,
                    lasts,
                    scope = scope?.Text(),
                },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>The session of a key, which is seen by this; null when there is none or it has ended.</summary>
    public Task<Session?> OfKeyAsync(byte[] keyHash, CancellationToken cancel = default) =>
        SeeAsync(
            "s.key_hash = @keyHash",
            new
            {
                keyHash,
                Idle,
                Longest,
            },
            cancel
        );

    /// <summary>A session, which is seen by this; null when it has ended.</summary>
    public Task<Session?> SeenAsync(Guid id, CancellationToken cancel = default) =>
        SeeAsync(
            "s.id = @id",
            new
            {
                id,
                Idle,
                Longest,
            },
            cancel
        );

    /// <summary>Those of some sessions that have not ended. It counts as no sign of life.</summary>
    public async Task<IReadOnlyList<Guid>> AliveAsync(IEnumerable<Guid> ids, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return
        [
            .. await connection.QueryAsync<Guid>(
                new(
                    $"select s.id from sessions s where s.id = any(@ids) and {Alive}",
                    new
                    {
                        ids = ids.ToArray(),
                        Idle,
                        Longest,
                    },
                    cancellationToken: cancel
                )
            ),
        ];
    }

    /// <summary>The sessions of an account, the newest first.</summary>
    public async Task<IReadOnlyList<Session>> OfAccountAsync(Guid account, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return
        [
            .. (
                await connection.QueryAsync<Row>(
                    new(
                        $"select {Columns} from sessions s join accounts a on a.id = s.account_id where s.account_id = @account and {Alive} order by s.made_at desc",
                        new
                        {
                            account,
                            Idle,
                            Longest,
                        },
                        cancellationToken: cancel
                    )
                )
            ).Select(r => r.Session),
        ];
    }

    /// <summary>Ends the session of a key.</summary>
    public async Task EndAsync(byte[] keyHash, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new("delete from sessions where key_hash = @keyHash", new { keyHash }, cancellationToken: cancel));
        Ended?.Invoke();
    }

    /// <summary>Ends a session of an account; false when it has none of that id.</summary>
    public async Task<bool> EndAsync(Guid account, Guid id, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        var found =
            await connection.ExecuteAsync(new("delete from sessions where account_id = @account and id = @id", new { account, id }, cancellationToken: cancel))
            > 0;
        Ended?.Invoke();
        return found;
    }

    /// <summary>Says that sessions have ended with their account.</summary>
    public void Gone() => Ended?.Invoke();

    /// <summary>Ends all sessions of an account but one.</summary>
    public async Task EndOthersAsync(Guid account, Guid? but, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new("delete from sessions where account_id = @account and id is distinct from @but", new { account, but }, cancellationToken: cancel)
        );
        Ended?.Invoke();
    }

    private async Task<Session?> SeeAsync(string which, object values, CancellationToken cancel)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        var row = await connection.QuerySingleOrDefaultAsync<Row>(
            new($"select {Columns} from sessions s join accounts a on a.id = s.account_id where {which} and {Alive}", values, cancellationToken: cancel)
        );
        if (row is not null && row.SeenAt < DateTime.UtcNow - TimeSpan.FromMinutes(1))
        {
            await connection.ExecuteAsync(new("update sessions set seen_at = now() where id = @Id", new { row.Id }, cancellationToken: cancel));
        }
        return row?.Session;
    }

    private sealed record Row(Guid Id, Guid Account, string Name, string Role, string Agent, DateTime MadeAt, DateTime SeenAt, DateTime EndsAt, string? Scope)
    {
        public Session Session => new(Id, Account, Name, RoleText.Parse(Role), Agent, MadeAt, SeenAt, EndsAt, ScopeText.Parse(Scope));
    }
}
