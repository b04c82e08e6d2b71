using System.Collections.Immutable;
using System.Net;
using System.Net.Sockets;
using System.Security.Claims;
using Hang.Scene;
using Hang.Server.Hosting;
using Hang.Server.Safety;
using Hang.Store.Accounts;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;

namespace Hang.Server.SignIn;

/// <summary>Who is signed in here.</summary>
/// <param name="Asked">True: Hang asks everybody to sign in. False: it is open to this machine alone, and everybody here is a designer.</param>
/// <param name="Name">Null: nobody is signed in.</param>
/// <param name="First">True: there is no account yet.</param>
public sealed record SessionView(bool Asked, string? Name, Role Role, bool First);

/// <summary>A name with its password.</summary>
public sealed record Credentials(string Name, string Password);

/// <summary>A code that was given to somebody, and the password they choose.</summary>
/// <param name="Name">What they want to be called; not needed where the code is for an account that is there.</param>
public sealed record CodeUse(string Code, string? Name, string Password);

/// <summary>Another password for one's own account.</summary>
public sealed record PasswordChange(string Now, string Then);

/// <summary>A browser or program that is signed in under one's own account.</summary>
/// <param name="Here">True: this one.</param>
public sealed record OwnSession(Guid Id, string Agent, DateTime MadeAt, DateTime SeenAt, DateTime EndsAt, bool Here);

/// <summary>A key for a program.</summary>
/// <param name="For">What it is for.</param>
/// <param name="Scope">What it may do; filling only, where nothing is said.</param>
public sealed record KeyFor(string For, Scope Scope = Scope.Fill);

/// <summary>What is told once and kept by nobody else.</summary>
public sealed record Told(string Secret);

/// <summary>Signing in and out, and one's own account.</summary>
public static class SessionEndpoints
{
    private const int MostAgent = 120;

    // What a wrong password is compared with where there is no such account, so that both take as long.
    private static readonly Account Nobody = new() { Name = "nobody" };
    private static readonly Lazy<string> NobodysHash = new(() => SignInSetup.Hasher.HashPassword(Nobody, Secrets.Key()));

    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/session").WithTags("Sign-in").WithMetadata(new NoKeys()).Refuses();
        // A program may ask who it is; the rest is for people.
        app.MapGroup("/api/session")
            .WithTags("Sign-in")
            .Refuses()
            .MapGet("", ViewAsync)
            .ToAll()
            .WithName("session")
            .WithSummary("Who is signed in here, and whether that is asked for.");
        api.MapPost("", SignInAsync)
            .ToAll()
            .WithMetadata(new RateLimits.Attempt())
            .WithName("signIn")
            .WithSummary("Signs in by name and password.")
            .ProducesProblem(StatusCodes.Status429TooManyRequests);
        api.MapPost("/code", UseCodeAsync)
            .ToAll()
            .WithMetadata(new RateLimits.Attempt())
            .WithName("useCode")
            .WithSummary("Makes an account, or gives one a new password, by a code, and signs in.")
            .ProducesProblem(StatusCodes.Status429TooManyRequests);
        api.MapDelete("", SignOutAsync).ToAll().WithName("signOut").WithSummary("Signs out; the session has ended.");
        api.MapPut("/password", ChangeAsync)
            .Needing(Role.Viewer)
            .WithMetadata(new RateLimits.Attempt())
            .WithName("changePassword")
            .WithSummary("Gives one's own account another password, and ends its other sessions.");
        api.MapGet("/all", OwnAsync).WithName("ownSessions").WithSummary("Browsers and programs that are signed in under one's own account.");
        api.MapDelete("/all/{id:guid}", async (Guid id, ClaimsPrincipal user, SessionStore sessions, CancellationToken cancel) =>
                Demands.Found(await sessions.EndAsync(Me(user), id, cancel))
            )
            .Needing(Role.Viewer)
            .WithName("endSession")
            .WithSummary("Ends one of one's own sessions.");
        api.MapPost("/keys", AddKeyAsync)
            .Needing(Role.Viewer)
            .WithName("addKey")
            .WithSummary("A key by which a program does what this account may; it is told once.");
    }

    /// <exception cref="ProblemException">Nobody is signed in.</exception>
    internal static Guid Me(ClaimsPrincipal user) =>
        Guid.TryParse(user.FindFirstValue(ClaimTypes.NameIdentifier), out var id)
            ? id
            : throw new MissingException($"There are no accounts here.", $"Hang asks nobody to sign in where it is open to this machine alone.");

    private static async Task<SessionView> ViewAsync(ClaimsPrincipal user, ServerOptions options, IServiceProvider services, CancellationToken cancel) =>
        options.SignIn
            ? new(
                true,
                user.Identity?.Name,
                RoleGate.RoleOf(user) ?? Role.Viewer,
                user.Identity?.Name is null && !await services.GetRequiredService<AccountStore>().AnyAsync(cancel)
            )
            : new(false, null, Role.Designer, false);

    private static async Task<Results<NoContent, ProblemHttpResult>> SignInAsync(
        Credentials who,
        HttpContext context,
        IServiceProvider services,
        ILogger<Credentials> log
    )
    {
        var users = Asked<UserManager<Account>>(services);
        if (await users.FindByNameAsync(who.Name.Trim()) is not { } account)
        {
            SignInSetup.Hasher.VerifyHashedPassword(Nobody, NobodysHash.Value, who.Password);
            log.LogWarning("Nobody of that name could sign in, from {From}", context.Connection.RemoteIpAddress);
            return Wrong();
        }
        if (!await IsRightAsync(services, context, account, who.Password))
        {
            log.LogWarning("{Account} could not sign in, from {From}", account.Id, context.Connection.RemoteIpAddress);
            return Wrong();
        }
        await BeginAsync(context, account);
        log.LogInformation("{Account} signed in, from {From}", account.Id, context.Connection.RemoteIpAddress);
        return TypedResults.NoContent();

        // One answer for all: who has an account and whose is locked is nobody else's business.
        static ProblemHttpResult Wrong() =>
            TypedResults.Problem(
                ProblemAnswers.Details(
                    StatusCodes.Status401Unauthorized,
                    new(
                        $"The name or the password is wrong, or was wrong too often.",
                        $"Try again; after ten wrong ones, in a quarter of an hour. A designer can give you a code for a new password."
                    )
                )
            );
    }

    /// <summary>
    /// Whether a password is right, and its place may try: after ten wrong ones from there none is taken for a while. Every answer takes as long as hashing one
    /// does, so that how long it takes tells nothing.
    /// </summary>
    private static async Task<bool> IsRightAsync(IServiceProvider services, HttpContext context, Account account, string password)
    {
        var failures = services.GetRequiredService<SignInFailures>();
        var place = PlaceOf(context.Connection.RemoteIpAddress);
        var locked = await failures.IsLockedAsync(account.Id, place, context.RequestAborted);
        var hash = account.PasswordHash.Length > 0 ? account.PasswordHash : NobodysHash.Value;
        var right = SignInSetup.Hasher.VerifyHashedPassword(account, hash, password) != PasswordVerificationResult.Failed && account.PasswordHash.Length > 0;
        if (locked)
        {
            return false;
        }
        if (right)
        {
            await failures.ForgetAsync(account.Id, place, context.RequestAborted);
        }
        else
        {
            await failures.AddAsync(account.Id, place, context.RequestAborted);
        }
        return right;
    }

    /// <summary>Where somebody tries from: an address, of IPv6 the network that one subscriber has.</summary>
    private static string PlaceOf(IPAddress? from) =>
        from is null ? ""
        : from is { AddressFamily: AddressFamily.InterNetworkV6, IsIPv4MappedToIPv6: false } ? Convert.ToHexStringLower(from.GetAddressBytes().AsSpan(0, 8))
        : from.MapToIPv4().ToString();

    private static async Task<NoContent> UseCodeAsync(
        CodeUse use,
        HttpContext context,
        IServiceProvider services,
        ILogger<CodeUse> log,
        CancellationToken cancel
    )
    {
        var (users, invitations) = (Asked<UserManager<Account>>(services), services.GetRequiredService<InvitationStore>());
        var hash = Secrets.CodeHash(use.Code);
        var invitation = await invitations.FindAsync(hash, cancel)
            ?? throw new ProblemException($"This code is none, was used, or is too old.", $"Ask a designer for another.", field: "code");
        Account account;
        if (invitation.Account is { } id)
        {
            account = await users.FindByIdAsync(id.ToString())
                ?? throw new MissingException($"The account is gone.", $"Ask a designer for a code for a new one.");
            await DemandStrongAsync(users, account, use.Password);
            await DemandUnusedAsync(invitations, hash, cancel);
            Demand(await users.RemovePasswordAsync(account));
            Demand(await users.AddPasswordAsync(account, use.Password));
            await services.GetRequiredService<SignInFailures>().ForgetAsync(account.Id, cancel: cancel);
            await services.GetRequiredService<SessionStore>().EndOthersAsync(account.Id, null, cancel);
        }
        else
        {
            account = new() { Name = Person.Named(use.Name ?? ""), Role = invitation.Role };
            await DemandStrongAsync(users, account, use.Password);
            if (await users.FindByNameAsync(account.Name) is not null)
            {
                throw new ProblemException($"Somebody has this name already.", $"Choose another, such as with your family name.", field: "name");
            }
            await DemandUnusedAsync(invitations, hash, cancel);
            Demand(await users.CreateAsync(account, use.Password));
            services.GetRequiredService<FirstAccount>().Made();
        }
        log.LogInformation("{Account} was made or got a new password by a code, as {Role}", account.Id, account.Role);
        await BeginAsync(context, account);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignOutAsync(HttpContext context, ServerOptions options)
    {
        if (options.SignIn)
        {
            await context.SignOutAsync(IdentityConstants.ApplicationScheme);
        }
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> ChangeAsync(
        PasswordChange change,
        ClaimsPrincipal user,
        HttpContext context,
        IServiceProvider services,
        ILogger<PasswordChange> log,
        CancellationToken cancel
    )
    {
        var users = Asked<UserManager<Account>>(services);
        var account = (await users.FindByIdAsync(Me(user).ToString()))!;
        if (!await IsRightAsync(services, context, account, change.Now))
        {
            throw new ProblemException($"The password that you have now is another.", $"Type the one that you signed in with.", field: "now");
        }
        await DemandStrongAsync(users, account, change.Then);
        Demand(await users.ChangePasswordAsync(account, change.Now, change.Then));
        await services.GetRequiredService<SessionStore>().EndOthersAsync(account.Id, Here(user), cancel);
        log.LogInformation("{Account} has another password", account.Id);
        return TypedResults.NoContent();
    }

    private static async Task<ImmutableArray<OwnSession>> OwnAsync(ClaimsPrincipal user, IServiceProvider services, CancellationToken cancel)
    {
        var (me, here) = (Me(user), Here(user));
        return
        [
            .. (await services.GetRequiredService<SessionStore>().OfAccountAsync(me, cancel)).Select(s => new OwnSession(
                s.Id,
                s.Agent,
                s.MadeAt,
                s.SeenAt,
                s.EndsAt,
                s.Id == here
            )),
        ];
    }

    private static async Task<Told> AddKeyAsync(KeyFor key, ClaimsPrincipal user, IServiceProvider services, CancellationToken cancel)
    {
        var me = Me(user);
        var name = key.For.Trim();
        if (name.Length is 0 or > MostAgent || name.Any(char.IsControl))
        {
            throw new ProblemException(
                $"It is not said what the key is for.",
                $"Use 1 to {MostAgent} ordinary characters, such as the program's name.",
                field: "for"
            );
        }
        var secret = Secrets.Key();
        await services.GetRequiredService<SessionStore>().AddAsync(Guid.NewGuid(), Secrets.Hash(secret), me, name, ProgramKeys.Lasts, key.Scope, cancel);
        return new(secret);
    }

    /// <summary>A new session: whatever was signed in here before has ended (OWASP ASVS 4.0.3, 3.2.1).</summary>
    private static async Task BeginAsync(HttpContext context, Account account)
    {
        await context.SignOutAsync(IdentityConstants.ApplicationScheme);
        var agent = context.Request.Headers.UserAgent.ToString();
        var properties = new AuthenticationProperties();
        properties.SetString(SessionTickets.Agent, agent.Length > MostAgent ? agent[..MostAgent] : agent);
        var principal = new ClaimsPrincipal(new ClaimsIdentity([new(ClaimTypes.NameIdentifier, account.Id.ToString())], IdentityConstants.ApplicationScheme));
        await context.SignInAsync(IdentityConstants.ApplicationScheme, principal, properties);
    }

    private static async Task DemandStrongAsync(UserManager<Account> users, Account account, string password)
    {
        foreach (var rule in users.PasswordValidators)
        {
            Demand(await rule.ValidateAsync(users, account, password));
        }
    }

    private static async Task DemandUnusedAsync(InvitationStore invitations, byte[] hash, CancellationToken cancel)
    {
        if (!await invitations.UseAsync(hash, cancel))
        {
            throw new ProblemException($"This code has just been used.", $"Ask a designer for another.", field: "code");
        }
    }

    private static void Demand(IdentityResult result)
    {
        if (!result.Succeeded)
        {
            throw new ProblemException(
                result.Errors.First() is SaidError said ? said.Words : $"{result.Errors.First().Description}",
                $"Use {PasswordRules.Fewest} to {PasswordRules.Most} characters, such as four words that nobody would put together.",
                field: "password"
            );
        }
    }

    private static Guid? Here(ClaimsPrincipal user) => Guid.TryParse(user.FindFirstValue(SessionTickets.SessionClaim), out var id) ? id : null;

    /// <exception cref="MissingException">Hang asks nobody to sign in.</exception>
    private static T Asked<T>(IServiceProvider services)
        where T : notnull =>
        services.GetService<T>()
        ?? throw new MissingException($"There are no accounts here.", $"Hang asks nobody to sign in where it is open to this machine alone.");
}
