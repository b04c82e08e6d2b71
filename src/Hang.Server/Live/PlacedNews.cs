using System.Collections.Concurrent;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Server.Safety;
using Hang.Store.Packages;
using Hang.Store.Revisions;

namespace Hang.Server.Live;

/// <summary>Brings what has changed in a graphic to all graphics that it is placed in, once it has been left alone for a moment.</summary>
internal sealed class PlacedNews(LiveGraphics live, RevisionStore revisions, PackageStore packages, ILogger log)
{
    private static readonly TimeSpan Rest = TimeSpan.FromMilliseconds(600);
    private readonly ConcurrentDictionary<Guid, int> told = new();

    /// <summary>A graphic was changed.</summary>
    public void Tell(Guid id)
    {
        var mine = told.AddOrUpdate(id, 1, (_, n) => n + 1);
        _ = Task.Run(async () =>
        {
            await Task.Delay(Rest);
            if (told.TryGetValue(id, out var last) && last == mine && told.TryRemove(new(id, mine)))
            {
                await BringAsync(id);
            }
        });
    }

    /// <summary>Brings a graphic, as it is kept now, to those that it is placed in.</summary>
    private async Task BringAsync(Guid id)
    {
        try
        {
            var (key, all) = (id.ToString(), await packages.GraphicsAsync());
            var package = all.FirstOrDefault(g => g.Id == id)?.PackageId;
            var hosts = all.Where(g =>
                    g.RemovedAt is null
                    && g.Id != id
                    && g.PackageId == package
                    && g.Facts is { } facts
                    && GraphicFacts.Read(facts).Placed?.Contains(key) == true
                )
                .ToArray();
            if (hosts.Length == 0)
            {
                return;
            }
            var graphic = GraphicJson.Read((await revisions.DemandHeadAsync(id)).Document);
            var now = Codecs.Write(PlacedRules.Carried(graphic));
            foreach (var row in hosts)
            {
                await live.UseAsync(row.Id, async host =>
                {
                    if (host.Graphic.Placed?.GetValueOrDefault(key) is { } old && Codecs.Write(old) != now)
                    {
                        await host.EditAsync(new RenewPlaced(key, graphic));
                    }
                });
            }
        }
        catch (Exception e) when (e is ProblemException or Npgsql.NpgsqlException)
        {
            // What it is placed in stays as it was, and is brought up to date with the next change.
            log.LogWarning(e, "Graphic {Graphic} could not be brought to those that it is placed in", id);
        }
    }
}
