using System.Collections.Concurrent;
using System.Reflection;
using System.Security.Claims;
using Hang.Server.SignIn;
using Hang.Store.Accounts;
using Microsoft.AspNetCore.SignalR;

namespace Hang.Server.Live;

/// <summary>
/// Holds the live line to sessions and roles: a line outlives the request that it began with, so each call asks again. Lines of sessions that have ended are
/// cut at once where they end here, and within seconds where they end by themselves or at another server.
/// </summary>
internal sealed class LiveGate(SessionStore sessions, ILogger<LiveGate> log) : BackgroundService, IHubFilter
{
    /// <summary>Makes every call of the live line ask first.</summary>
    public static void Add(IServiceCollection services)
    {
        services.AddSingleton<LiveGate>().AddHostedService(s => s.GetRequiredService<LiveGate>());
        services.Configure<HubOptions>(hub => hub.AddFilter<LiveGate>());
    }

    private static readonly TimeSpan Round = TimeSpan.FromSeconds(5);
    private static readonly ConcurrentDictionary<string, Role> Needed = new(
        typeof(LiveHub)
            .GetMethods()
            .Where(m => m.DeclaringType == typeof(LiveHub) && !m.IsSpecialName)
            .DistinctBy(m => m.Name)
            .Select(m => KeyValuePair.Create(m.Name, m.GetCustomAttribute<NeedsAttribute>()?.Role ?? Role.Viewer))
    );

    private readonly ConcurrentDictionary<string, HubCallerContext> lines = new();

    public async ValueTask<object?> InvokeMethodAsync(HubInvocationContext invocationContext, Func<HubInvocationContext, ValueTask<object?>> next)
    {
        // Asked anew for each call: a role that was given or taken counts at once, whichever server it was taken at.
        if (SessionOf(invocationContext.Context.User) is not { } id || await sessions.SeenAsync(id) is not { } session)
        {
            invocationContext.Context.Abort();
            throw new HubException("The session has ended. Sign in again.");
        }
        var needed = Needed.GetValueOrDefault(invocationContext.HubMethodName, Role.Designer);
        var scope = new NeedsAttribute(needed).Scope;
        if (session.Role >= needed && !(session.Scope < scope))
        {
            return await next(invocationContext);
        }
        var problem = session.Role < needed ? Needs.Refusal(session.Role, needed) : Needs.Refusal(session.Scope!.Value);
        return invocationContext.HubMethod.ReturnType == typeof(Task<Refusal?>) ? Refusal.Of(problem) : throw new HubException(problem.ToString());
    }

    public async Task OnConnectedAsync(HubLifetimeContext context, Func<HubLifetimeContext, Task> next)
    {
        lines[context.Context.ConnectionId] = context.Context;
        await next(context);
    }

    public async Task OnDisconnectedAsync(HubLifetimeContext context, Exception? exception, Func<HubLifetimeContext, Exception?, Task> next)
    {
        lines.TryRemove(context.Context.ConnectionId, out _);
        await next(context, exception);
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        sessions.Ended += () => _ = CutNowAsync(stoppingToken);
        using var timer = new PeriodicTimer(Round);
        while (await timer.WaitForNextTickAsync(stoppingToken))
        {
            await CutNowAsync(stoppingToken);
        }
    }

    private async Task CutNowAsync(CancellationToken cancel)
    {
        try
        {
            await CutAsync(cancel);
        }
        catch (Exception e) when (e is Npgsql.NpgsqlException or OperationCanceledException)
        {
            log.LogWarning(e, "Sessions could not be looked through");
        }
    }

    /// <summary>Cuts the lines whose sessions have ended.</summary>
    public async Task CutAsync(CancellationToken cancel)
    {
        var open = lines.Values.Select(c => (Line: c, Session: SessionOf(c.User))).ToList();
        var alive = (await sessions.AliveAsync(open.Select(o => o.Session).OfType<Guid>().Distinct(), cancel)).ToHashSet();
        foreach (var (line, session) in open)
        {
            if (session is not { } s || !alive.Contains(s))
            {
                line.Abort();
            }
        }
    }

    private static Guid? SessionOf(ClaimsPrincipal? user) => Guid.TryParse(user?.FindFirstValue(SessionTickets.SessionClaim), out var id) ? id : null;
}
