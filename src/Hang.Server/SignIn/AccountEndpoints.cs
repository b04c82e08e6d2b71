using System.Collections.Immutable;
using System.Security.Claims;
using Hang.Scene;
using Hang.Server.Safety;
using Hang.Store.Accounts;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.SignIn;

/// <summary>Somebody who may sign in.</summary>
/// <param name="Locked">True: the password was wrong too often, and none is taken for a while.</param>
public sealed record AccountView(Guid Id, string Name, Role Role, bool Locked);

/// <summary>A role, given to an account or to whoever uses a code.</summary>
public sealed record RoleGiven(Role Role);

/// <summary>Who else may come. Designers say so.</summary>
public static class AccountEndpoints
{
    /// <summary>How long a code is good for.</summary>
    private static readonly TimeSpan CodeLasts = TimeSpan.FromDays(3);

    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/accounts").WithTags("Sign-in").WithMetadata(new NoKeys()).Refuses();
        api.MapGet("", ListAsync).Needing(Role.Designer).WithName("accounts").WithSummary("Who may sign in.");
        api.MapPost("/codes", InviteAsync)
            .Needing(Role.Designer)
            .WithName("invite")
            .WithSummary("A code by which somebody makes an account for themselves, within three days; it is told once.");
        api.MapPost("/{id:guid}/code", RenewAsync)
            .Needing(Role.Designer)
            .WithName("renewPassword")
            .WithSummary("A code by which the owner of an account gives it a new password; it is told once.");
        api.MapPut("/{id:guid}/role", GiveAsync).Needing(Role.Designer).WithName("giveRole").WithSummary("Gives an account another role, at once.");
        api.MapDelete("/{id:guid}", RemoveAsync).Needing(Role.Designer).WithName("removeAccount").WithSummary("Removes an account; its sessions end.");
    }

    private static async Task<ImmutableArray<AccountView>> ListAsync(ClaimsPrincipal user, AccountStore accounts, CancellationToken cancel)
    {
        SessionEndpoints.Me(user);
        return [.. (await accounts.ListAsync(cancel)).Select(a => new AccountView(a.Id, a.Name, a.Role, a.LockedUntil > DateTime.UtcNow))];
    }

    private static async Task<Told> InviteAsync(
        RoleGiven given,
        ClaimsPrincipal user,
        InvitationStore invitations,
        ILogger<RoleGiven> log,
        CancellationToken cancel
    )
    {
        var me = SessionEndpoints.Me(user);
        var code = Secrets.Code();
        await invitations.AddAsync(Secrets.CodeHash(code), new(given.Role, null), CodeLasts, cancel);
        log.LogInformation("{Account} asked for a code for a new {Role}", me, given.Role);
        return new(code);
    }

    private static async Task<Told> RenewAsync(
        Guid id,
        ClaimsPrincipal user,
        AccountStore accounts,
        InvitationStore invitations,
        ILogger<RoleGiven> log,
        CancellationToken cancel
    )
    {
        var me = SessionEndpoints.Me(user);
        var account = await accounts.FindAsync(id, cancel) ?? throw Gone();
        var code = Secrets.Code();
        await invitations.AddAsync(Secrets.CodeHash(code), new(account.Role, id), CodeLasts, cancel);
        log.LogInformation("{Account} asked for a code for a new password of {Other}", me, id);
        return new(code);
    }

    private static async Task<NoContent> GiveAsync(
        Guid id,
        RoleGiven given,
        ClaimsPrincipal user,
        AccountStore accounts,
        ILogger<RoleGiven> log,
        CancellationToken cancel
    )
    {
        var me = SessionEndpoints.Me(user);
        _ = await accounts.FindAsync(id, cancel) ?? throw Gone();
        DemandLeft(await accounts.SetRoleAsync(id, given.Role, cancel));
        log.LogInformation("{Account} made {Other} a {Role}", me, id, given.Role);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> RemoveAsync(
        Guid id,
        ClaimsPrincipal user,
        AccountStore accounts,
        SessionStore sessions,
        ILogger<RoleGiven> log,
        CancellationToken cancel
    )
    {
        var me = SessionEndpoints.Me(user);
        _ = await accounts.FindAsync(id, cancel) ?? throw Gone();
        DemandLeft(await accounts.RemoveAsync(id, cancel));
        sessions.Gone();
        log.LogInformation("{Account} removed {Other}", me, id);
        return TypedResults.NoContent();
    }

    private static MissingException Gone() => new($"There is no such account.", $"Look at the list again.");

    private static void DemandLeft(bool done)
    {
        if (!done)
        {
            throw new ProblemException(
                $"This is the last designer, and nobody else could let people in.",
                $"Make somebody else a designer first.",
                field: "role"
            );
        }
    }
}
