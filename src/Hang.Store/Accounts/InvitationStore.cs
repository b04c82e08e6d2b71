using Dapper;
using Npgsql;

namespace Hang.Store.Accounts;

/// <summary>What a code is good for.</summary>
/// <param name="Account">The account that gets a new password; null: a new account.</param>
public sealed record Invitation(Role Role, Guid? Account);

/// <summary>Codes by which accounts are made, each for one use.</summary>
public sealed class InvitationStore(NpgsqlDataSource database)
{
    /// <param name="codeHash">SHA-256 of the code.</param>
    public async Task AddAsync(byte[] codeHash, Invitation invitation, TimeSpan lasts, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                """
                delete from invitations where ends_at < now() or (account_id is not null and account_id = @Account);
                insert into invitations (code_hash, role, account_id, ends_at) values (@codeHash, @role, @Account, now() + @lasts)
                """,
                new
                {
                    codeHash,
                    role = invitation.Role.Text(),
                    invitation.Account,
                    lasts,
                },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>What a code is good for; null when it is none, was used, or is too old.</summary>
    public async Task<Invitation?> FindAsync(byte[] codeHash, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        var row = await connection.QuerySingleOrDefaultAsync<Row>(
            new(
                "select role, account_id as account from invitations where code_hash = @codeHash and ends_at > now()",
                new { codeHash },
                cancellationToken: cancel
            )
        );
        return row is null ? null : new(RoleText.Parse(row.Role), row.Account);
    }

    /// <summary>Uses a code up; false when somebody else has just done so.</summary>
    public async Task<bool> UseAsync(byte[] codeHash, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new("delete from invitations where code_hash = @codeHash and ends_at > now()", new { codeHash }, cancellationToken: cancel)
            ) > 0;
    }

    /// <summary>Takes back every code for a new account.</summary>
    public async Task ForgetNewAsync(CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new("delete from invitations where account_id is null", cancellationToken: cancel));
    }

    private sealed record Row(string Role, Guid? Account);
}
