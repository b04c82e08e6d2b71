using System.Collections.Concurrent;
using Hang.Core;
using Hang.Core.Edits;
using Hang.Core.Json;
using Hang.Core.Palettes;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.SignalR;

namespace Hang.Server.Live;

/// <summary>The graphics that are open, each once.</summary>
public sealed class LiveGraphics
{
    private readonly ConcurrentDictionary<Guid, Lazy<Task<LiveGraphic>>> open = new();
    private readonly RevisionStore revisions;
    private readonly PackageStore packages;
    private readonly IHubContext<LiveHub> hub;
    private readonly ILogger<LiveGraphics> log;
    private readonly PlacedNews placed;

    public LiveGraphics(RevisionStore revisions, PackageStore packages, IHubContext<LiveHub> hub, ILogger<LiveGraphics> log)
    {
        (this.revisions, this.packages, this.hub, this.log) = (revisions, packages, hub, log);
        placed = new(this, revisions, packages, log);
    }

    /// <exception cref="Core.ProblemException">There is no such graphic.</exception>
    public async Task<LiveGraphic> OpenAsync(Guid id)
    {
        var opening = open.GetOrAdd(id, i => new(() => LiveGraphic.OpenAsync(i, revisions, hub, SpreadAsync, placed.Tell)));
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

    /// <summary>Who looks at which graphic.</summary>
    public IEnumerable<(Guid Graphic, Person Person)> People => open.Where(o => o.Value.IsValueCreated && o.Value.Value.IsCompletedSuccessfully).SelectMany(o => o.Value.Value.Result.People.Select(p => (o.Key, p)));

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

    /// <summary>Gives the roles and colourways of one graphic to its package and to all other graphics of it.</summary>
    public async Task SpreadAsync(Guid package, Guid from, Palette? palette)
    {
        await packages.SetPaletteAsync(package, palette is null ? null : Codecs.Write(palette));
        await EachAsync(package, from, g => (palette is null ? g.Graphic.Palette is null : palette.DefinesTheSame(g.Graphic.Palette)) ? null : new TakePalette(palette));
    }

    /// <summary>Shows a colourway in all graphics of a package.</summary>
    public async Task SwitchAsync(Guid package, Palette palette, string colourway)
    {
        var switched = palette with { Current = colourway };
        switched.Demand();
        await packages.SetPaletteAsync(package, Codecs.Write(switched));
        await EachAsync(package, null, g => g.Graphic.Palette is { } own && own.Current != colourway && own.Colourways.Any(c => c.Name == colourway) ? new SwitchColourway(colourway) : null);
    }

    private async Task EachAsync(Guid package, Guid? but, Func<LiveGraphic, Edit?> editOf)
    {
        foreach (var row in (await packages.GraphicsAsync()).Where(g => g.PackageId == package && g.RemovedAt is null && g.Id != but))
        {
            try
            {
                var graphic = await OpenAsync(row.Id);
                if (editOf(graphic) is { } edit)
                {
                    await graphic.EditAsync(edit);
                }
                CloseIfUnwatched(row.Id);
            }
            catch (ProblemException e)
            {
                // One that cannot be read must not keep the others from their colours.
                log.LogWarning(e, "The colours of the package could not be given to graphic {Graphic}", row.Id);
            }
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
