using System.Collections.Immutable;
using Hang.Core;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Json;
using Hang.Core.Placing;
using Hang.Paint.Shaping;
using Hang.Server.Live;
using Hang.Server.Safety;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Rack;

/// <summary>Which graphic is placed, and from which frame on.</summary>
public sealed record Placement(Guid Graphic, int At = 0);

/// <summary>Layers of which a graphic of its own is made, and what it is called.</summary>
public sealed record Wrap([property: Most(1000)] ImmutableArray<string> Layers, string Name);

/// <summary>A size to refit to.</summary>
/// <param name="Copy">True: a copy of the graphic beside it is refitted; false: the graphic itself.</param>
public sealed record RefitWish(int Width, int Height, bool Copy = false);

/// <summary>What a refitted graphic is, and what a person should look at in it.</summary>
/// <param name="Crowded">Words that reach beyond the safe area or their plate and did not before, each with its remedy.</param>
public sealed record Refitted(Guid Graphic, ImmutableArray<string> Crowded);

/// <summary>Graphics within graphics: placed, and made of layers; and graphics in other sizes.</summary>
public static class PlacingEndpoints
{
    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/graphics/{id:guid}").WithTags("Rack").Refuses();
        api.MapPost("/placed", PlaceAsync).WithName("placeGraphic").WithSummary("Places another graphic of the package in this one.");
        api.MapPost("/wrapped", WrapAsync).WithName("wrapLayers").WithSummary("Makes a graphic of its own of some layers, and places it where they stood.");
        api.MapPost("/refit", RefitAsync).WithName("refitGraphic").WithSummary("Brings a graphic, or a copy of it, to another size and shape.");
    }

    private static async Task<Refitted> RefitAsync(Guid id, RefitWish wish, PackageStore packages, RevisionStore revisions, LiveGraphics live, CancellationToken cancel)
    {
        var row = await revisions.DemandHeadAsync(id, cancel);
        var (before, edit) = (GraphicJson.Read(row.Document), new Refit(wish.Width, wish.Height));
        var after = edit.ApplyTo(before, TypeShaper.Shipped);
        ImmutableArray<string> crowded = [.. Refit.Crowded(before, after, TypeShaper.Shipped).Select(f => $"{f.Problem.Layer}: {f.Problem.Message} {f.Problem.Remedy}")];
        if (!wish.Copy)
        {
            await EditAsync(live, id, edit);
            return new(id, crowded);
        }
        var package = await RackEndpoints.DemandPackage(row.PackageId, packages, cancel);
        return new(await RackEndpoints.AddToPackageAsync(package, after with { Name = $"{before.Name} {wish.Width} × {wish.Height}" }, $"Refitted from {before.Name}", packages, revisions, live, cancel), crowded);
    }

    private static async Task<NoContent> PlaceAsync(Guid id, Placement placement, RevisionStore revisions, LiveGraphics live, CancellationToken cancel)
    {
        var (host, row) = (await revisions.DemandHeadAsync(id, cancel), await revisions.DemandHeadAsync(placement.Graphic, cancel));
        if (host.PackageId != row.PackageId)
        {
            throw new ProblemException("It belongs to another package.", "Duplicate it into this package first.", field: "graphic");
        }
        var graphic = GraphicJson.Read(row.Document);
        if (placement.Graphic == id || PlacedRules.Has(graphic, id.ToString()))
        {
            throw new ProblemException($"{graphic.Name} would be placed in itself.", "Choose another graphic.", field: "graphic");
        }
        await EditAsync(live, id, new PlaceGraphic(placement.Graphic.ToString(), graphic, placement.At));
        return TypedResults.NoContent();
    }

    private static async Task<Guid> WrapAsync(Guid id, Wrap wrap, RevisionStore revisions, LiveGraphics live, CancellationToken cancel)
    {
        var name = RackEndpoints.Named(wrap.Name);
        var graphic = await live.OpenAsync(id);
        var wrapped = Wrapping.Of(graphic.Graphic, wrap.Layers, name).Wrapped;
        var row = await revisions.DemandHeadAsync(id, cancel);
        var made = await revisions.AddAsync(row.PackageId, GraphicJson.Write(GraphicRules.Demand(wrapped)), $"Made of layers of {graphic.Graphic.Name}", cancel);
        await EditAsync(live, id, new WrapUp(wrap.Layers, made.ToString(), name));
        return made;
    }

    private static async Task EditAsync(LiveGraphics live, Guid id, Edit edit)
    {
        await (await live.OpenAsync(id)).EditAsync(edit);
        live.CloseIfUnwatched(id);
    }
}
