using System.Collections.Concurrent;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.SignalR;

namespace Hang.Server.Live;

/// <summary>The graphics that are open, each once.</summary>
public sealed class LiveGraphics(RevisionStore revisions, IHubContext<LiveHub> hub)
{
    private readonly ConcurrentDictionary<Guid, Lazy<Task<LiveGraphic>>> open = new();

    /// <exception cref="Core.ProblemException">There is no such graphic.</exception>
    public async Task<LiveGraphic> OpenAsync(Guid id)
    {
        var opening = open.GetOrAdd(id, i => new(() => LiveGraphic.OpenAsync(i, revisions, hub)));
        try
        {
            return await opening.Value;
        }
        catch
        {
            open.TryRemove(new(id, opening));
            throw;
        }
    }

    /// <summary>Ends a viewer's watching, and forgets the graphic when it was the last.</summary>
    public async Task LeaveAsync(Guid id, string connection)
    {
        if (open.TryGetValue(id, out var opening))
        {
            try
            {
                (await opening.Value).Leave(connection);
            }
            catch (Core.ProblemException)
            {
                // It could not be opened, so nobody watches it.
            }
            CloseIfUnwatched(id);
        }
    }

    /// <summary>Tells all who look at a graphic that it was removed.</summary>
    public async Task RemoveAsync(Guid id)
    {
        if (open.TryRemove(id, out var opening))
        {
            await (await opening.Value).RemoveAsync();
        }
    }

    /// <summary>Forgets a graphic that nobody looks at.</summary>
    public void CloseIfUnwatched(Guid id)
    {
        if (open.TryGetValue(id, out var live) && live.Value.IsCompletedSuccessfully && !live.Value.Result.IsWatched)
        {
            open.TryRemove(new(id, live));
        }
    }
}
