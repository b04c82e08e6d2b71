using System.Collections.Immutable;
using System.Security.Claims;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Core.Placing;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Server.Live;
using Hang.Server.Pictures;
using Hang.Server.Rosters;
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
public sealed record Refitted(Guid Graphic, ImmutableArray<Sentence> Crowded);

/// <summary>What stands around a placed graphic while it is worked on, at a frame of its own.</summary>
/// <param name="Frame">The frame of the whole that goes with it.</param>
/// <param name="Width">Of the whole, in pixels.</param>
/// <param name="Place">From pixels of the placed graphic to those of the whole: a b c d e f of CSS.</param>
/// <param name="Behind">Address of a picture of all that is painted before it.</param>
/// <param name="Before">Address of a picture of all that is painted after it.</param>
public sealed record AroundView(int Frame, int Width, int Height, ImmutableArray<double> Place, string Behind, string Before);

/// <summary>Graphics within graphics: placed, and made of layers; and graphics in other sizes.</summary>
public static class PlacingEndpoints
{
    // It is looked at on the stage, which is seldom larger.
    private const int MostAround = 1280;

    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/graphics/{id:guid}").WithTags("Rack").Refuses();
        api.MapPost("/placed", PlaceAsync).WithName("placeGraphic").WithSummary("Places another graphic of the package in this one.");
        api.MapPost("/wrapped", WrapAsync).WithName("wrapLayers").WithSummary("Makes a graphic of its own of some layers, and places it where they stood.");
        api.MapPost("/refit", RefitAsync).WithName("refitGraphic").WithSummary("Brings a graphic, or a copy of it, to another size and shape.");
        api.MapGet("/around/{layer}", AroundAsync).WithName("aroundPlaced").WithSummary("What stands around a placed graphic at a frame of its own.");
        api.MapGet("/around/{layer}/{side}", AroundPictureAsync)
            .WithName("aroundPlacedPicture")
            .WithSummary("What is painted behind or before a placed graphic, at a frame of the whole.");
    }

    private static async Task<AroundView> AroundAsync(Guid id, string layer, int frame, RevisionStore revisions, CancellationToken cancel)
    {
        var row = await revisions.DemandHeadAsync(id, cancel);
        var whole = GraphicJson.Read(row.Document);
        var around = new Around(whole, layer, TypeShaper.Shipped);
        var (at, of) = (around.FrameOf(frame), $"/api/graphics/{id}/around/{Uri.EscapeDataString(layer)}");
        // Numbers of revisions come back after an undo, so the document itself tells.
        var key = OpenRoster.Hash(row.Document)[..16];
        var m = around.PlaceAt(at);
        return new(at, whole.Width, whole.Height, [m.A, m.B, m.C, m.D, m.E, m.F], $"{of}/behind?at={at}&of={key}", $"{of}/before?at={at}&of={key}");
    }

    private static async Task<FileContentHttpResult> AroundPictureAsync(
        Guid id,
        string layer,
        string side,
        int at,
        RevisionStore revisions,
        PictureShelf pictures,
        HttpResponse response,
        CancellationToken cancel
    )
    {
        var around = new Around(GraphicJson.Read((await revisions.DemandHeadAsync(id, cancel)).Document), layer, TypeShaper.Shipped);
        var part = side switch
        {
            "behind" => around.Behind,
            "before" => around.Before,
            _ => throw new ProblemException($"There is nothing “{side}”.", $"Ask for behind or before.", field: "side"),
        };
        // The address holds what the whole is.
        response.Headers.CacheControl = "private, max-age=600";
        return TypedResults.File(SmallPicture.At(new Evaluator(part, TypeShaper.Shipped), at, MostAround, pictures), "image/png");
    }

    private static async Task<Refitted> RefitAsync(
        Guid id,
        RefitWish wish,
        PackageStore packages,
        RevisionStore revisions,
        LiveGraphics live,
        ClaimsPrincipal user,
        CancellationToken cancel
    )
    {
        var row = await revisions.DemandHeadAsync(id, cancel);
        var (before, edit) = (GraphicJson.Read(row.Document), new Refit(wish.Width, wish.Height));
        var after = edit.ApplyTo(before, TypeShaper.Shipped);
        ImmutableArray<Sentence> crowded =
        [
            .. Refit.Crowded(before, after, TypeShaper.Shipped).Select(f => (Sentence)$"{f.Problem.Layer}: {f.Problem.Message} {f.Problem.Remedy}"),
        ];
        if (!wish.Copy)
        {
            await live.EditAsync(id, edit, user.Identity?.Name);
            return new(id, crowded);
        }
        var package = await RackGraphics.DemandPackage(row.PackageId, packages, cancel);
        return new(
            await RackGraphics.AddToPackageAsync(
                package,
                after with
                {
                    Name = $"{before.Name} {wish.Width} × {wish.Height}",
                },
                $"Refitted from {before.Name}",
                packages,
                revisions,
                live,
                cancel
            ),
            crowded
        );
    }

    private static async Task<NoContent> PlaceAsync(
        Guid id,
        Placement placement,
        RevisionStore revisions,
        LiveGraphics live,
        ClaimsPrincipal user,
        CancellationToken cancel
    )
    {
        var (host, row) = (await revisions.DemandHeadAsync(id, cancel), await revisions.DemandHeadAsync(placement.Graphic, cancel));
        if (host.PackageId != row.PackageId)
        {
            throw new ProblemException($"It belongs to another package.", $"Duplicate it into this package first.", field: "graphic");
        }
        var graphic = GraphicJson.Read(row.Document);
        if (placement.Graphic == id || PlacedRules.Has(graphic, id.ToString()))
        {
            throw new ProblemException($"{graphic.Name} would be placed in itself.", $"Choose another graphic.", field: "graphic");
        }
        await live.EditAsync(id, new PlaceGraphic(placement.Graphic.ToString(), graphic, placement.At), user.Identity?.Name);
        return TypedResults.NoContent();
    }

    private static async Task<Guid> WrapAsync(Guid id, Wrap wrap, RevisionStore revisions, LiveGraphics live, ClaimsPrincipal user, CancellationToken cancel)
    {
        var name = RackGraphics.Named(wrap.Name);
        var graphic = await live.UseAsync(id, g => Task.FromResult(g.Graphic));
        var wrapped = Wrapping.Of(graphic, wrap.Layers, name).Wrapped;
        var row = await revisions.DemandHeadAsync(id, cancel);
        var made = await revisions.AddAsync(row.PackageId, GraphicJson.Write(GraphicRules.Demand(wrapped)), $"Made of layers of {graphic.Name}", cancel);
        await live.EditAsync(id, new WrapUp(wrap.Layers, made.ToString(), name), user.Identity?.Name);
        return made;
    }
}
