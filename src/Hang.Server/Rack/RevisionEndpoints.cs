using System.Collections.Immutable;
using System.Security.Claims;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Evaluation;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Server.Live;
using Hang.Server.Pictures;
using Hang.Server.Safety;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Rack;

/// <summary>A revision in a list.</summary>
/// <param name="Still">Address of its picture.</param>
/// <param name="IsShown">True for the one that is shown.</param>
public sealed record RevisionView(int Number, Sentence Label, DateTime MadeAt, string? MadeBy, string Still, bool IsShown);

/// <summary>The revisions of a graphic: seen, brought back, copied out.</summary>
public static class RevisionEndpoints
{
    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/graphics/{id:guid}/revisions").WithTags("Rack").Refuses();
        api.MapGet("", ListAsync).WithName("revisions").WithSummary("The revisions of a graphic, the newest first.");
        api.MapGet("/{number:int}/still", StillAsync).WithName("revisionStill").WithSummary("A small picture of a revision.");
        api.MapGet("/{number:int}/difference", DifferenceAsync)
            .WithName("revisionDifference")
            .WithSummary("What differs between a revision and what is shown, as a picture; the header Hang-Differs has the share of the picture.");
        api.MapPost("/{number:int}/back", BackAsync).WithName("bringRevisionBack").WithSummary("Makes the graphic what it was; that is a revision of its own.");
        api.MapPost("/{number:int}/copy", CopyAsync).WithName("copyRevisionOut").WithSummary("Makes another graphic of a revision.");
    }

    private static async Task<ImmutableArray<RevisionView>> ListAsync(Guid id, RevisionStore revisions, CancellationToken cancel)
    {
        var head = await revisions.DemandHeadAsync(id, cancel);
        return
        [
            .. (await revisions.ListAsync(id, cancel)).Select(r => new RevisionView(
                r.Number,
                r.Label,
                r.MadeAt,
                r.MadeBy,
                $"/api/graphics/{id}/revisions/{r.Number}/still?of={r.MadeAt.Ticks}",
                r.Number == head.Number
            )),
        ];
    }

    private static async Task<FileContentHttpResult> StillAsync(
        Guid id,
        int number,
        RevisionStore revisions,
        PictureShelf pictures,
        HttpResponse response,
        CancellationToken cancel
    )
    {
        var (graphic, _) = await FindAsync(id, number, revisions, cancel);
        // The address holds when it was made.
        response.Headers.CacheControl = "private, max-age=86400";
        return TypedResults.File(SmallPicture.Seen(new Evaluator(graphic, TypeShaper.Shipped), pictures), "image/png");
    }

    private static async Task<FileContentHttpResult> DifferenceAsync(
        Guid id,
        int number,
        RevisionStore revisions,
        PictureShelf pictures,
        HttpResponse response,
        CancellationToken cancel
    )
    {
        var (before, _) = await FindAsync(id, number, revisions, cancel);
        var now = GraphicJson.Read((await revisions.DemandHeadAsync(id, cancel)).Document);
        var (share, png) = DifferencePicture.Of(new(before, TypeShaper.Shipped), new(now, TypeShaper.Shipped), pictures, pictures);
        response.Headers["Hang-Differs"] = share.ToString("0.####", System.Globalization.CultureInfo.InvariantCulture);
        return TypedResults.File(png, "image/png");
    }

    private static async Task<NoContent> BackAsync(
        Guid id,
        int number,
        RevisionStore revisions,
        LiveGraphics live,
        ClaimsPrincipal user,
        CancellationToken cancel
    )
    {
        var (graphic, label) = await FindAsync(id, number, revisions, cancel);
        await live.EditAsync(id, BecomeAgain.To(graphic, label), user.Identity?.Name);
        return TypedResults.NoContent();
    }

    private static async Task<Guid> CopyAsync(Guid id, int number, PackageStore packages, RevisionStore revisions, LiveGraphics live, CancellationToken cancel)
    {
        var (graphic, label) = await FindAsync(id, number, revisions, cancel);
        var row = await revisions.DemandHeadAsync(id, cancel);
        return await RackGraphics.AddToPackageAsync(
            await RackGraphics.DemandPackage(row.PackageId, packages, cancel),
            graphic,
            $"Copied from: {label}",
            packages,
            revisions,
            live,
            cancel
        );
    }

    private static async Task<(Graphic Graphic, Sentence Label)> FindAsync(Guid id, int number, RevisionStore revisions, CancellationToken cancel) =>
        await revisions.FindAsync(id, number, cancel) is { } row
            ? (GraphicJson.Read(row.Document), row.Label)
            : throw new ProblemException($"That revision is not kept any more.", $"Look at the list again, and choose another.", field: "number");
}
