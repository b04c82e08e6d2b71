using Hang.Core.Edits;
using Hang.Core.Palettes;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Server.SignIn;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.SignalR;

namespace Hang.Server.Live;

/// <summary>The graphics that are open, each once.</summary>
public sealed class LiveGraphics
{
    private readonly Dictionary<Guid, Open> open = [];
    private readonly Lock gate = new();
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

    /// <summary>Does something to a graphic, which stays open meanwhile. It is closed afterwards where nobody looks at it and nobody else is at it.</summary>
    /// <exception cref="ProblemException">There is no such graphic.</exception>
    public async Task<T> UseAsync<T>(Guid id, Func<LiveGraphic, Task<T>> use)
    {
        Open opened;
        lock (gate)
        {
            if (!open.TryGetValue(id, out opened!))
            {
                open[id] = opened = new(new(() => LiveGraphic.OpenAsync(id, revisions, hub, SpreadAsync, placed.Tell, log)));
            }
            opened.Users++;
        }
        try
        {
            return await use(await opened.Graphic.Value);
        }
        finally
        {
            lock (gate)
            {
                opened.Users--;
                Close(id, opened);
            }
        }
    }

    /// <summary>Does something to a graphic and has nothing to tell.</summary>
    public Task UseAsync(Guid id, Func<LiveGraphic, Task> use) => UseAsync(id, async live =>
        {
            await use(live);
            return true;
        });

    /// <summary>Applies an edit that comes from elsewhere than a bench.</summary>
    /// <param name="by">Who makes it; null where nobody is signed in.</param>
    public Task EditAsync(Guid id, Edit edit, string? by = null) => UseAsync(id, live => live.EditAsync(edit, by: by));

    /// <summary>Who looks at which graphic.</summary>
    public IReadOnlyList<(Guid Graphic, Person Person)> People
    {
        get
        {
            lock (gate)
            {
                return [.. open.Where(o => o.Value.Ready is not null).SelectMany(o => o.Value.Ready!.People.Select(p => (o.Key, p)))];
            }
        }
    }

    /// <summary>Ends a viewer's watching, and forgets the graphic when it was the last.</summary>
    public Task LeaveAsync(Guid id, string connection)
    {
        lock (gate)
        {
            if (open.TryGetValue(id, out var opened))
            {
                opened.Ready?.Leave(connection);
                Close(id, opened);
            }
        }
        return Task.CompletedTask;
    }

    /// <summary>Tells all who look at a graphic that it was removed.</summary>
    public async Task RemoveAsync(Guid id)
    {
        Open? opened;
        lock (gate)
        {
            open.Remove(id, out opened);
        }
        if (opened is not null)
        {
            await (await opened.Graphic.Value).RemoveAsync();
        }
    }

    /// <summary>Forgets a graphic that nobody looks at or works on, or that could not be opened. Within the gate.</summary>
    private void Close(Guid id, Open opened)
    {
        if (opened.Users == 0 && opened.Ready?.IsWatched != true && open.GetValueOrDefault(id) == opened)
        {
            open.Remove(id);
        }
    }

    /// <summary>Gives the roles and colourways of one graphic to its package and to all other graphics of it.</summary>
    public async Task SpreadAsync(Guid package, Guid from, Palette? palette)
    {
        await packages.SetPaletteAsync(package, palette is null ? null : Codecs.Write(palette));
        await EachAsync(package, from, g =>
            (palette is null ? g.Graphic.Palette is null : palette.DefinesTheSame(g.Graphic.Palette)) ? null : new TakePalette(palette)
        );
    }

    /// <summary>Shows a colourway in all graphics of a package.</summary>
    public async Task SwitchAsync(Guid package, Palette palette, string colourway)
    {
        var switched = palette with { Current = colourway };
        switched.Demand();
        await packages.SetPaletteAsync(package, Codecs.Write(switched));
        await EachAsync(package, null, g =>
            g.Graphic.Palette is { } own && own.Current != colourway && own.Colourways.Any(c => c.Name == colourway) ? new SwitchColourway(colourway) : null
        );
    }

    private async Task EachAsync(Guid package, Guid? but, Func<LiveGraphic, Edit?> editOf)
    {
        foreach (var row in (await packages.GraphicsAsync()).Where(g => g.PackageId == package && g.RemovedAt is null && g.Id != but))
        {
            try
            {
                await UseAsync(row.Id, async graphic =>
                {
                    if (editOf(graphic) is { } edit)
                    {
                        await graphic.EditAsync(edit);
                    }
                });
            }
            catch (ProblemException e)
            {
                // One that cannot be read must not keep the others from their colours.
                log.LogWarning(e, "The colours of the package could not be given to graphic {Graphic}", row.Id);
            }
        }
    }

    /// <summary>An open graphic, and how many are doing something to it.</summary>
    private sealed class Open(Lazy<Task<LiveGraphic>> graphic)
    {
        public Lazy<Task<LiveGraphic>> Graphic => graphic;

        public int Users { get; set; }

        /// <summary>The graphic; null while it is being read, or where it could not be.</summary>
        public LiveGraphic? Ready => graphic.IsValueCreated && graphic.Value.IsCompletedSuccessfully ? graphic.Value.Result : null;
    }
}
