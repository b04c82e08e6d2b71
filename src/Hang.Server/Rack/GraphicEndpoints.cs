using System.Security.Claims;
using System.Text;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Json;
using Hang.Scene.Phases;
using Hang.Scene.Time;
using Hang.Server.Demo;
using Hang.Server.Hosting;
using Hang.Server.Live;
using Hang.Server.Pictures;
using Hang.Server.Safety;
using Hang.Server.Sources;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Rack;

/// <summary>What a new graphic shall be.</summary>
/// <param name="Rate">Such as "25" or "30000/1001".</param>
/// <param name="Start">Id of the starting point that it begins as, whose size and layers it takes; null: it begins empty.</param>
public sealed record NewGraphic(string Name, GraphicKind Kind, int Width, int Height, string Rate, int Arrive, int Hold, int Leave, string? Start = null);

/// <summary>Graphics of packages: new ones, their names and tags, their documents and pictures.</summary>
public static class GraphicEndpoints
{
    private const int StillWidth = 480,
        StripWidth = 160;

    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api").WithTags("Rack").Refuses();
        api.MapPost("/packages/{id:guid}/graphics", AddGraphicAsync).WithName("addGraphic").WithSummary("Adds an empty graphic to a package.");
        api.MapPost("/packages/{id:guid}/documents", ImportAsync)
            .Takes(GraphicJson.MostBytes)
            .WithName("importGraphic")
            .WithSummary("Adds a graphic from a .hang document of any version.")
            .Accepts<string>("application/json");
        api.MapPut("/graphics/{id:guid}/tags", async (Guid id, Tags tags, PackageStore store, CancellationToken cancel) =>
                Demands.Found(await store.SetTagsAsync(id, tags.Plain(), cancel))
            )
            .WithName("setTags")
            .WithSummary("Gives a graphic the words by which it is found again.");
        api.MapPatch("/graphics/{id:guid}", RenameAsync).WithName("renameGraphic").WithSummary("Renames a graphic.");
        api.MapPost("/graphics/{id:guid}/duplicate", DuplicateAsync).WithName("duplicateGraphic").WithSummary("Copies a graphic within its package.");
        api.MapDelete("/graphics/{id:guid}", async (Guid id, PackageStore store, LiveGraphics live, CancellationToken cancel) =>
            {
                var found = await store.SetGraphicRemovedAsync(id, true, cancel);
                await live.RemoveAsync(id);
                return Demands.Found(found);
            })
            .WithName("removeGraphic")
            .WithSummary("Removes a graphic; it can be brought back. Benches that have it open are told.");
        api.MapPost("/graphics/{id:guid}/restore", async (Guid id, PackageStore store, CancellationToken cancel) =>
                Demands.Found(await store.SetGraphicRemovedAsync(id, false, cancel))
            )
            .WithName("restoreGraphic")
            .WithSummary("Brings a removed graphic back.");
        api.MapGet("/graphics/{id:guid}/stills/{version:long}", StillAsync).WithName("still").WithSummary("A small picture of a graphic at the end of Hold.");
        api.MapGet("/graphics/{id:guid}/strips/{version:long}", StripAsync).WithName("strip").WithSummary("A strip of moments of a graphic.");
        api.MapGet("/graphics/{id:guid}/document", DocumentAsync).WithName("document").WithSummary("The graphic as a .hang document with its pictures in it.");
        api.MapGet("/graphics/{id:guid}/inspection/{frame:int}", InspectAsync).WithName("inspection").WithSummary("Every value of every layer at a frame.");
    }

    private static async Task<Guid> AddGraphicAsync(
        Guid id,
        NewGraphic wish,
        PackageStore packages,
        RevisionStore revisions,
        DocumentSources sources,
        LiveGraphics live,
        ServerOptions options,
        CancellationToken cancel
    )
    {
        var package = await RackGraphics.DemandPackage(id, packages, cancel);
        GraphicRules.Lengths(new(wish.Arrive, wish.Hold, wish.Leave));
        if (wish.Start is { } start)
        {
            var begun = await BegunAsync(start, revisions, sources, options, cancel);
            var rated = new Core.Edits.Several([
                new Core.Edits.ChangeGraphic(Kind: wish.Kind, Rate: FrameRate.Parse(wish.Rate)),
                new Core.Edits.SetPhases(new(wish.Arrive, wish.Hold, wish.Leave)),
            ]).ApplyTo(begun with { Name = wish.Name }, TypeShaper.Shipped);
            return await RackGraphics.AddToPackageAsync(package, rated, $"New graphic", packages, revisions, live, cancel);
        }
        var graphic = GraphicRules.Demand(
            new()
            {
                Version = Graphic.FormatVersion,
                Name = await RackGraphics.FreeName(id, wish.Name, packages, revisions, cancel),
                Kind = wish.Kind,
                Width = wish.Width,
                Height = wish.Height,
                Rate = FrameRate.Parse(wish.Rate),
                Phases = new PhaseLengths(wish.Arrive, wish.Hold, wish.Leave),
                Palette = RackGraphics.PaletteOf(package),
                Layers = [],
            }
        );
        return await revisions.AddAsync(id, GraphicJson.Write(graphic), $"New graphic", cancel);
    }

    /// <summary>What a new graphic begins as: one on the rack by its id, or one of the demo.</summary>
    private static async Task<Graphic> BegunAsync(
        string start,
        RevisionStore revisions,
        DocumentSources sources,
        ServerOptions options,
        CancellationToken cancel
    )
    {
        if (Guid.TryParse(start, out var own))
        {
            return GraphicJson.Read((await revisions.DemandHeadAsync(own, cancel)).Document);
        }
        var demo = DemoPackage.In(options.Demo);
        return await sources.KeepAsync(demo.Whole(demo.Graphic(start)), cancel);
    }

    private static async Task<Guid> ImportAsync(
        Guid id,
        HttpRequest request,
        PackageStore packages,
        RevisionStore revisions,
        DocumentSources sources,
        LiveGraphics live,
        CancellationToken cancel
    )
    {
        var package = await RackGraphics.DemandPackage(id, packages, cancel);
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body, cancel);
        var graphic = await sources.TakeInAsync(id, GraphicJson.Read(body.ToArray()), cancel);
        return await RackGraphics.AddToPackageAsync(package, graphic, $"Opened a document", packages, revisions, live, cancel);
    }

    private static async Task<Results<NoContent, NotFound>> RenameAsync(Guid id, Naming naming, LiveGraphics live, ClaimsPrincipal user)
    {
        await live.EditAsync(id, new Core.Edits.ChangeGraphic(Name: RackGraphics.Named(naming.Name)), user.Identity?.Name);
        return TypedResults.NoContent();
    }

    private static async Task<Guid> DuplicateAsync(Guid id, PackageStore packages, RevisionStore revisions, CancellationToken cancel)
    {
        var row = await revisions.DemandHeadAsync(id, cancel);
        return await CopyAsync(row.PackageId, GraphicJson.Read(row.Document), packages, revisions, cancel);
    }

    private static async Task<Guid> CopyAsync(Guid package, Graphic graphic, PackageStore packages, RevisionStore revisions, CancellationToken cancel) =>
        await revisions.AddAsync(
            package,
            GraphicJson.Write(graphic with { Name = await RackGraphics.FreeName(package, graphic.Name, packages, revisions, cancel) }),
            $"Duplicated",
            cancel
        );

    private static async Task<FileContentHttpResult> StripAsync(
        Guid id,
        RevisionStore revisions,
        PictureShelf pictures,
        HttpResponse response,
        CancellationToken cancel
    )
    {
        var graphic = GraphicJson.Read((await revisions.DemandHeadAsync(id, cancel)).Document);
        response.Headers.CacheControl = "private, max-age=86400";
        return TypedResults.File(StripPicture.Of(new(graphic, TypeShaper.Shipped), StripWidth, pictures), "image/png");
    }

    private static async Task<FileContentHttpResult> StillAsync(
        Guid id,
        RevisionStore revisions,
        PictureShelf pictures,
        HttpResponse response,
        CancellationToken cancel
    )
    {
        var graphic = GraphicJson.Read((await revisions.DemandHeadAsync(id, cancel)).Document);
        // The address holds the moment of the last change, so the picture behind it never changes. (Numbers of revisions come back after an undo.)
        response.Headers.CacheControl = "private, max-age=86400";
        return TypedResults.File(SmallPicture.Whole(new(graphic, TypeShaper.Shipped), StillWidth, pictures), "image/png");
    }

    private static async Task<FileContentHttpResult> DocumentAsync(Guid id, RevisionStore revisions, DocumentSources sources, CancellationToken cancel)
    {
        var graphic = sources.Whole(GraphicJson.Read((await revisions.DemandHeadAsync(id, cancel)).Document));
        return TypedResults.File(Encoding.UTF8.GetBytes(GraphicJson.Write(graphic)), "application/json", FileNames.Plain(graphic.Name) + ".hang");
    }

    private static async Task<ContentHttpResult> InspectAsync(Guid id, int frame, RevisionStore revisions, CancellationToken cancel)
    {
        var graphic = GraphicJson.Read((await revisions.DemandHeadAsync(id, cancel)).Document);
        return TypedResults.Content(
            System.Text.Json.JsonSerializer.Serialize(
                Inspection.Of(new(graphic, TypeShaper.Shipped), Math.Clamp(frame, 0, graphic.Phases.Total - 1)),
                ReportJson.Options
            ),
            "application/json"
        );
    }
}
