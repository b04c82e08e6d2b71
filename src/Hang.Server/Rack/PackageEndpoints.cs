using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Scene;
using Hang.Server.Live;
using Hang.Server.Safety;
using Hang.Store.Feels;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Hang.Store.Sources;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Rack;

/// <summary>Somebody who has a graphic open.</summary>
public sealed record Looking(Guid Graphic, string Name, string Colour);

/// <summary>A graphic on the rack.</summary>
/// <param name="Still">Address of its picture.</param>
/// <param name="Problem">Why it cannot be opened; null when it can.</param>
public sealed record RackGraphic(
    Guid Id,
    string Name,
    GraphicKind Kind,
    int Width,
    int Height,
    string Rate,
    int Arrive,
    int Hold,
    int Leave,
    int Frames,
    string Still,
    DateTime ChangedAt,
    bool Removed,
    Sentence? Problem,
    ImmutableArray<string> Tags
);

/// <summary>A package on the rack.</summary>
/// <param name="Colourways">Names of its colourways; empty for none.</param>
/// <param name="Colourway">The one that new graphics show.</param>
public sealed record RackPackage(
    Guid Id,
    string Name,
    bool Removed,
    ImmutableArray<string> Colourways,
    string? Colourway,
    ImmutableArray<RackGraphic> Graphics
);

/// <summary>A name that somebody gives.</summary>
public sealed record Naming(string Name);

/// <summary>Packages on the rack, with their graphics.</summary>
public static class PackageEndpoints
{
    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api").WithTags("Rack").Refuses();
        api.MapGet("/packages", ListAsync).WithName("packages").WithSummary("All packages with their graphics, removed ones included.");
        api.MapPost("/packages", async (Naming naming, PackageStore store, CancellationToken cancel) =>
                TypedResults.Ok(await store.AddAsync(RackGraphics.Named(naming.Name), cancel))
            )
            .WithName("addPackage")
            .WithSummary("Adds a package.");
        api.MapPatch("/packages/{id:guid}", async (Guid id, Naming naming, PackageStore store, CancellationToken cancel) =>
                Demands.Found(await store.RenameAsync(id, RackGraphics.Named(naming.Name), cancel))
            )
            .WithName("renamePackage")
            .WithSummary("Renames a package.");
        api.MapDelete("/packages/{id:guid}", async (Guid id, PackageStore store, CancellationToken cancel) =>
                Demands.Found(await store.SetRemovedAsync(id, true, cancel))
            )
            .WithName("removePackage")
            .WithSummary("Removes a package; it can be brought back.");
        api.MapPost("/packages/{id:guid}/restore", async (Guid id, PackageStore store, CancellationToken cancel) =>
                Demands.Found(await store.SetRemovedAsync(id, false, cancel))
            )
            .WithName("restorePackage")
            .WithSummary("Brings a removed package back.");
        api.MapPost("/packages/{id:guid}/duplicate", DuplicatePackageAsync).WithName("duplicatePackage").WithSummary("Copies a package with all its graphics.");
        api.MapPost("/packages/{id:guid}/colourway", SwitchAsync).WithName("switchColourway").WithSummary("Shows a colourway in all graphics of a package.");
        api.MapGet("/people", (LiveGraphics live) => live.People.Select(p => new Looking(p.Graphic, p.Person.Name, p.Person.Colour)).ToImmutableArray())
            .WithName("people")
            .WithSummary("Who has which graphic open.");
    }

    private static async Task<ImmutableArray<RackPackage>> ListAsync(PackageStore store, RevisionStore revisions, CancellationToken cancel)
    {
        var graphics = (await RackGraphics.FactsAsync(store, revisions, cancel)).ToLookup(g => g.Row.PackageId);
        return
        [
            .. (await store.ListAsync(cancel)).Select(p =>
            {
                var palette = RackGraphics.PaletteOf(p);
                return new RackPackage(
                    p.Id,
                    p.Name,
                    p.RemovedAt is not null,
                    [.. palette?.Colourways.Select(c => c.Name) ?? []],
                    palette?.Current,
                    [.. graphics[p.Id].Select(g => Row(g.Row, g.Facts))]
                );
            }),
        ];
    }

    private static RackGraphic Row(GraphicRow row, GraphicFacts facts) =>
        new(
            row.Id,
            facts.Name,
            facts.Kind,
            facts.Width,
            facts.Height,
            facts.Rate,
            facts.Phases?.Arrive ?? 0,
            facts.Phases?.Hold ?? facts.Frames,
            facts.Phases?.Leave ?? 0,
            facts.Frames,
            $"/api/graphics/{row.Id}/stills/{row.ChangedAt.Ticks}",
            row.ChangedAt,
            row.RemovedAt is not null,
            facts.Problem,
            [.. row.Tags.Split('\n', StringSplitOptions.RemoveEmptyEntries)]
        );

    private static async Task<Results<NoContent, NotFound>> SwitchAsync(
        Guid id,
        Naming colourway,
        PackageStore packages,
        LiveGraphics live,
        CancellationToken cancel
    )
    {
        var palette = RackGraphics.PaletteOf(await RackGraphics.DemandPackage(id, packages, cancel))
            ?? throw new ProblemException($"This package has no colourways yet.", $"Make roles from the colours of a graphic first.");
        await live.SwitchAsync(id, palette, colourway.Name);
        return TypedResults.NoContent();
    }

    private static async Task<Guid> DuplicatePackageAsync(
        Guid id,
        PackageStore packages,
        RevisionStore revisions,
        FeelStore feels,
        SourceStore sources,
        CancellationToken cancel
    )
    {
        var package = await RackGraphics.DemandPackage(id, packages, cancel);
        var copy = await packages.AddAsync(LayerNames.Free(package.Name, (await packages.ListAsync(cancel)).Select(p => p.Name)), cancel);
        var rows = (await packages.GraphicsAsync(cancel)).Where(g => g.PackageId == id && g.RemovedAt is null).ToArray();
        // What is placed in a copy is the copy of what was placed in the original.
        var ids = rows.ToDictionary(r => r.Id.ToString(), _ => Guid.NewGuid(), StringComparer.Ordinal);
        foreach (var row in rows)
        {
            var graphic = PlacedRules.Rekeyed(GraphicJson.Read((await revisions.DemandHeadAsync(row.Id, cancel)).Document), (key, _) =>
                ids.TryGetValue(key, out var other) ? other.ToString() : key
            );
            await revisions.AddAsAsync(ids[row.Id.ToString()], copy, GraphicJson.Write(graphic), $"Duplicated", cancel);
        }
        await packages.SetPaletteAsync(copy, package.Palette, cancel);
        await feels.CopyAsync(id, copy, cancel);
        await sources.CopyAsync(id, copy, cancel);
        return copy;
    }
}
