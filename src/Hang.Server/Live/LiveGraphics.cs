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
        try
        {
            return await open.GetOrAdd(id, i => new(() => LiveGraphic.OpenAsync(i, revisions, hub))).Value;
        }
        catch
        {
            open.TryRemove(id, out _);
            throw;
        }
    }

    /// <summary>Forgets a graphic that nobody looks at.</summary>
    public void CloseIfUnwatched(Guid id)
    {
        if (open.TryGetValue(id, out var live) && live.Value.IsCompletedSuccessfully && !live.Value.Result.IsWatched)
        {
            open.TryRemove(id, out _);
        }
    }
}
