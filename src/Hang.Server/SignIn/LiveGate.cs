using System.Collections.Concurrent;
using System.Reflection;
using System.Security.Claims;
using Hang.Server.Live;
using Hang.Store.Accounts;
using Microsoft.AspNetCore.SignalR;

namespace Hang.Server.SignIn;

/// <summary>
/// Holds the live line to sessions and roles: a line outlives the request that it began with, so it asks again. Lines of sessions that have ended are cut
/// within half a minute, without a call too.
/// </summary>
internal sealed class LiveGate(SessionStore sessions, ILogger<LiveGate> log) : BackgroundService, IHubFilter
{
    private static readonly TimeSpan Fresh = TimeSpan.FromSeconds(10);
    private static readonly TimeSpan Round = TimeSpan.FromSeconds(30);
    private static readonly ConcurrentDictionary<string, Role> Needed = new(typeof(LiveHub).GetMethods().Where(m => m.DeclaringType == typeof(LiveHub) && !m.IsSpecialName).DistinctBy(m => m.Name)
        .Select(m => KeyValuePair.Create(m.Name, m.GetCustomAttribute<NeedsAttribute>()?.Role ?? Role.Viewer)));

    private readonly ConcurrentDictionary<string, HubCallerContext> lines = new();
    private readonly ConcurrentDictionary<Guid, (Role? Role, long At)> known = new();

    public async ValueTask<object?> InvokeMethodAsync(HubInvocationContext invocationContext, Func<HubInvocationContext, ValueTask<object?>> next)
    {
        var role = await RoleNowAsync(invocationContext.Context);
        if (role is null)
        {
            invocationContext.Context.Abort();
            throw new HubException("The session has ended. Sign in again.");
        }
        var needed = Needed.GetValueOrDefault(invocationContext.HubMethodName, Role.Designer);
        if (role >= needed)
        {
            return await next(invocationContext);
        }
        var problem = Needs.Refusal(role.Value, needed);
        return invocationContext.HubMethod.ReturnType == typeof(Task<Refusal?>) ? new Refusal { Message = problem.Message, Remedy = problem.Remedy } : throw new HubException(problem.ToString());
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
        using var timer = new PeriodicTimer(Round);
        while (await timer.WaitForNextTickAsync(stoppingToken))
        {
            try
            {
                await CutAsync(stoppingToken);
            }
            catch (Npgsql.NpgsqlException e)
            {
                log.LogWarning(e, "Sessions could not be looked through");
            }
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
        foreach (var gone in known.Keys.Where(k => !alive.Contains(k)))
        {
            known.TryRemove(gone, out _);
        }
    }

    private async Task<Role?> RoleNowAsync(HubCallerContext caller)
    {
        if (SessionOf(caller.User) is not { } session)
        {
            return null;
        }
        if (!known.TryGetValue(session, out var last) || Environment.TickCount64 - last.At > Fresh.TotalMilliseconds)
        {
            known[session] = last = ((await sessions.SeenAsync(session))?.Role, Environment.TickCount64);
        }
        return last.Role;
    }

    private static Guid? SessionOf(ClaimsPrincipal? user) => Guid.TryParse(user?.FindFirstValue(SessionTickets.SessionClaim), out var id) ? id : null;
}
