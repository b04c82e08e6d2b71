using System.Globalization;
using Hang.Store.Accounts;
using Microsoft.AspNetCore.Identity;

namespace Hang.Server.SignIn;

/// <summary>Accounts as ASP.NET Core Identity asks for them.</summary>
internal sealed class AccountIdentity(AccountStore accounts) : IUserPasswordStore<Account>, IUserSecurityStampStore<Account>, IUserLockoutStore<Account>
{
    private static readonly IdentityError Taken = new SaidError(nameof(Taken), $"Somebody has this name already.");

    public async Task<IdentityResult> CreateAsync(Account user, CancellationToken cancellationToken) =>
        await accounts.AddAsync(user, cancellationToken) ? IdentityResult.Success : IdentityResult.Failed(Taken);

    public async Task<IdentityResult> UpdateAsync(Account user, CancellationToken cancellationToken) =>
        await accounts.SaveAsync(user, cancellationToken) ? IdentityResult.Success : IdentityResult.Failed(new SaidError("Gone", $"There is no such account."));

    public async Task<IdentityResult> DeleteAsync(Account user, CancellationToken cancellationToken) =>
        await accounts.RemoveAsync(user.Id, cancellationToken)
            ? IdentityResult.Success
            : IdentityResult.Failed(new SaidError("Gone", $"There is no such account."));

    public Task<Account?> FindByIdAsync(string userId, CancellationToken cancellationToken) => accounts.FindAsync(Guid.Parse(userId), cancellationToken);

    public Task<Account?> FindByNameAsync(string normalizedUserName, CancellationToken cancellationToken) =>
        accounts.NamedAsync(normalizedUserName, cancellationToken);

    public Task<string> GetUserIdAsync(Account user, CancellationToken cancellationToken) =>
        Task.FromResult(user.Id.ToString("D", CultureInfo.InvariantCulture));

    public Task<string?> GetUserNameAsync(Account user, CancellationToken cancellationToken) => Task.FromResult<string?>(user.Name);

    public Task<string?> GetNormalizedUserNameAsync(Account user, CancellationToken cancellationToken) => Task.FromResult<string?>(user.PlainName);

    public Task<string?> GetPasswordHashAsync(Account user, CancellationToken cancellationToken) =>
        Task.FromResult(user.PasswordHash.Length > 0 ? user.PasswordHash : null);

    public Task<bool> HasPasswordAsync(Account user, CancellationToken cancellationToken) => Task.FromResult(user.PasswordHash.Length > 0);

    public Task<string?> GetSecurityStampAsync(Account user, CancellationToken cancellationToken) => Task.FromResult<string?>(user.Stamp);

    public Task<DateTimeOffset?> GetLockoutEndDateAsync(Account user, CancellationToken cancellationToken) =>
        Task.FromResult<DateTimeOffset?>(user.LockedUntil is { } until ? new DateTimeOffset(until, TimeSpan.Zero) : null);

    public Task<int> GetAccessFailedCountAsync(Account user, CancellationToken cancellationToken) => Task.FromResult(user.Failed);

    public Task<bool> GetLockoutEnabledAsync(Account user, CancellationToken cancellationToken) => Task.FromResult(true);

    public Task<int> IncrementAccessFailedCountAsync(Account user, CancellationToken cancellationToken) => Task.FromResult(++user.Failed);

    public Task SetUserNameAsync(Account user, string? userName, CancellationToken cancellationToken) => Done(user.Name = userName ?? "");

    public Task SetNormalizedUserNameAsync(Account user, string? normalizedName, CancellationToken cancellationToken) =>
        Done(user.PlainName = normalizedName ?? "");

    public Task SetPasswordHashAsync(Account user, string? passwordHash, CancellationToken cancellationToken) => Done(user.PasswordHash = passwordHash ?? "");

    public Task SetSecurityStampAsync(Account user, string stamp, CancellationToken cancellationToken) => Done(user.Stamp = stamp);

    public Task SetLockoutEndDateAsync(Account user, DateTimeOffset? lockoutEnd, CancellationToken cancellationToken) =>
        Done(user.LockedUntil = lockoutEnd?.UtcDateTime);

    public Task ResetAccessFailedCountAsync(Account user, CancellationToken cancellationToken) => Done(user.Failed = 0);

    public Task SetLockoutEnabledAsync(Account user, bool enabled, CancellationToken cancellationToken) => Task.CompletedTask;

    public void Dispose()
    {
        // Connections are opened and closed by each call.
    }

    private static Task Done(object? _) => Task.CompletedTask;
}
