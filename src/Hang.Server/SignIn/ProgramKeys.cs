using System.Text.Encodings.Web;
using Hang.Store.Accounts;
using Microsoft.AspNetCore.Authentication;
using Microsoft.Extensions.Options;

namespace Hang.Server.SignIn;

/// <summary>Programs sign in with a key in the request's head: "Authorization: Bearer KEY" (RFC 6750).</summary>
internal sealed class ProgramKeys(IOptionsMonitor<AuthenticationSchemeOptions> options, ILoggerFactory logger, UrlEncoder encoder, SessionStore sessions)
    : AuthenticationHandler<AuthenticationSchemeOptions>(options, logger, encoder)
{
    public const string Named = "key";
    private const string Begins = "Bearer ";

    /// <summary>How long a key is good for.</summary>
    public static readonly TimeSpan Lasts = TimeSpan.FromDays(180);

    /// <summary>Whether a request brings a key.</summary>
    public static bool Brought(HttpRequest request) => request.Headers.Authorization.ToString().StartsWith(Begins, StringComparison.OrdinalIgnoreCase);

    protected override async Task<AuthenticateResult> HandleAuthenticateAsync() =>
        await sessions.OfKeyAsync(Secrets.Hash(Request.Headers.Authorization.ToString()[Begins.Length..].Trim()), Context.RequestAborted) is { } session
            ? AuthenticateResult.Success(new(SessionTickets.Principal(session, Scheme.Name), Scheme.Name))
            : AuthenticateResult.Fail("The key is none, or has ended.");
}
