using System.Security.Claims;
using Hang.Store.Accounts;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;

namespace Hang.Server.SignIn;

/// <summary>
/// Sessions are kept by the server and the cookie holds a key only, so that signing out, another role and a removed account take effect at once
/// (OWASP ASVS 4.0.3, 3.3.1 and 3.3.3).
/// </summary>
internal sealed class SessionTickets(SessionStore sessions) : ITicketStore
{
    /// <summary>Claim that says which session it is.</summary>
    public const string SessionClaim = "session";

    /// <summary>Claim that says what a program's key is for.</summary>
    public const string ScopeClaim = "scope";

    /// <summary>What the session is begun with, among the ticket's properties.</summary>
    public const string Agent = "agent";

    public async Task<string> StoreAsync(AuthenticationTicket ticket)
    {
        var key = Secrets.Key();
        var account = Guid.Parse(ticket.Principal.FindFirstValue(ClaimTypes.NameIdentifier)!);
        await sessions.AddAsync(Guid.NewGuid(), Secrets.Hash(key), account, ticket.Properties.GetString(Agent) ?? "", SessionStore.Longest);
        return key;
    }

    /// <summary>Nothing is renewed: a session's end is fixed when it begins.</summary>
    public Task RenewAsync(string key, AuthenticationTicket ticket) => Task.CompletedTask;

    public async Task<AuthenticationTicket?> RetrieveAsync(string key) =>
        await sessions.OfKeyAsync(Secrets.Hash(key)) is { } session
            ? new(
                Principal(session, IdentityConstants.ApplicationScheme),
                new AuthenticationProperties { IssuedUtc = session.MadeAt, ExpiresUtc = session.EndsAt },
                IdentityConstants.ApplicationScheme
            )
            : null;

    public Task RemoveAsync(string key) => sessions.EndAsync(Secrets.Hash(key));

    public static ClaimsPrincipal Principal(Session session, string scheme) =>
        new(
            new ClaimsIdentity(
                [
                    new(ClaimTypes.NameIdentifier, session.Account.ToString()),
                    new(ClaimTypes.Name, session.Name),
                    new(ClaimTypes.Role, session.Role.Text()),
                    new(SessionClaim, session.Id.ToString()),
                    .. session.Scope is { } scope ? (Claim[])[new(ScopeClaim, scope.Text())] : [],
                ],
                scheme
            )
        );
}
