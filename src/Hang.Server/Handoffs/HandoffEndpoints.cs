using System.Collections.Immutable;
using System.Text;
using Hang.Core.Handoff;
using Hang.Scene;
using Hang.Server.Safety;
using Hang.Server.SignIn;
using Hang.Store.Accounts;
using Hang.Store.Files;
using Hang.Store.Handoffs;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Handoffs;

/// <summary>What a person may change of a handoff; null leaves a thing as it is.</summary>
/// <param name="Priority">The higher goes first.</param>
/// <param name="Held">True: it waits until it is let go on.</param>
/// <param name="Note">For people.</param>
public sealed record HandoffArrangement(int? Priority = null, bool? Held = null, string? Note = null);

/// <summary>Handoffs that were asked for, and their files.</summary>
public static class HandoffEndpoints
{
    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api").WithTags("Handoff").Refuses();
        api.MapGet("/handoffs", ListAsync).WithName("handoffs").WithSummary("The newest handoffs, of one graphic or of all.");
        api.MapGet("/workers", FarmAsync).WithName("workers").WithSummary("The workers, what each is at, and how much lies before them.");
        api.MapPost("/handoffs/{id:guid}/cancel", async (Guid id, HandoffStore store, CancellationToken cancel) =>
                Demands.Found(await store.CancelAsync(id, cancel))
            )
            .Needing(Role.Editor)
            .WithName("cancelHandoff")
            .WithSummary("Cancels a handoff that waits or is under way.");
        api.MapPost("/handoffs/{id:guid}/again", async (Guid id, HandoffStore store, CancellationToken cancel) =>
                Demands.Found(await store.AgainAsync(id, cancel))
            )
            .Needing(Role.Editor)
            .WithName("againHandoff")
            .WithSummary("Puts one that failed or was cancelled in line again.");
        api.MapGet("/handoffs/{id:guid}/proof", ProofAsync).WithName("handoffProof").WithSummary("The proof of a file, with the error of every frame.");
        api.MapPost("/handoffs/{id:guid}/arrange", async (Guid id, HandoffArrangement a, HandoffStore store, CancellationToken cancel) =>
                Demands.Found(await store.ArrangeAsync(id, a.Priority, a.Held, a.Note is null ? null : Order.DemandNote(a.Note), cancel))
            )
            .Needing(Role.Editor)
            .WithName("arrangeHandoff")
            .WithSummary("Changes which goes first, whether it is held, and its note.");
        api.MapGet("/handoffs/{id:guid}/file", FileAsync).WithName("handoffFile").WithSummary("The file of a handoff that is done.");
        api.MapGet("/handoffs/{id:guid}/strip", (Guid id, HandoffStore store, IFileStore files, CancellationToken cancel) =>
                PictureAsync(id, "strip.png", store, files, cancel)
            )
            .WithName("handoffStrip")
            .WithSummary("Frames of the file over light and dark.");
        api.MapGet("/handoffs/{id:guid}/rim", (Guid id, HandoffStore store, IFileStore files, CancellationToken cancel) =>
                PictureAsync(id, "rim.png", store, files, cancel)
            )
            .WithName("handoffRim")
            .WithSummary("The place of the worst rim, enlarged, meant and found side by side.");
        api.MapGet("/handoffs/{id:guid}/frames", async (Guid id, LookAtFile look, CancellationToken cancel) => await look.FramesAsync(id, cancel))
            .WithName("handoffFrames")
            .WithSummary("The file's own frames, to be looked at: how often each still is shown.");
        api.MapGet("/handoffs/{id:guid}/frames/{still:int}", async (Guid id, int still, LookAtFile look, CancellationToken cancel) =>
                Still(await look.FoundAsync(id, still, cancel))
            )
            .WithName("handoffFrame")
            .WithSummary("A still of the file as it was decoded.");
        api.MapGet("/handoffs/{id:guid}/meant/{still:int}", async (Guid id, int still, LookAtFile look, CancellationToken cancel) =>
                Still(await look.MeantAsync(id, still, cancel))
            )
            .WithName("handoffMeant")
            .WithSummary("What that still should be, painted anew.");
        api.MapGet("/timeline", TimelineAsync)
            .WithName("timeline")
            .WithSummary("What was handed off of a graphic or of all, as an OpenTimelineIO timeline, with cut frames as markers.");
        api.MapGet("/handoffs/{id:guid}/side/{frame:int}", (Guid id, int frame, HandoffStore store, IFileStore files, CancellationToken cancel) =>
                PictureAsync(id, $"side-{frame}.png", store, files, cancel)
            )
            .WithName("handoffSide")
            .WithSummary("A frame that differs, meant and found side by side.");
    }

    private static async Task<ImmutableArray<HandoffView>> ListAsync(Guid? graphic, HandoffStore store, CancellationToken cancel) =>
        [.. (await store.ListAsync(graphic, cancel)).Select(HandoffView.Of)];

    private static async Task<FarmView> FarmAsync(WorkerStore workers, HandoffStore store, CancellationToken cancel) =>
        FarmView.Of(await workers.ListAsync(HandoffWorker.Quiet, cancel), await store.LineAsync(HandoffWorker.Quiet, cancel));

    private static async Task<Results<Ok<Proof>, NotFound>> ProofAsync(Guid id, HandoffStore store, CancellationToken cancel) =>
        await store.FindAsync(id, cancel) is { } row && HandoffView.ProofOf(row) is { } proof ? TypedResults.Ok(proof) : TypedResults.NotFound();

    /// <param name="anyway">True: also a file whose proof refuses it.</param>
    private static async Task<Results<PhysicalFileHttpResult, RedirectHttpResult, NotFound>> FileAsync(
        Guid id,
        bool? anyway,
        HandoffStore store,
        IFileStore files,
        CancellationToken cancel
    )
    {
        if (await store.FindAsync(id, cancel) is not { State: HandoffState.Done } row)
        {
            return TypedResults.NotFound();
        }
        if (anyway != true && HandoffView.ProofOf(row) is { Holds: false } proof)
        {
            throw new ProblemException(
                $"{row.FileName} is refused by its proof. {proof.Verdict}",
                $"Hand it off again, or ask for it all the same: add ?anyway=true.",
                field: "anyway"
            );
        }
        var key = HandoffJob.Key(id, row.Run, row.FileName);
        if (files.Direct(key, row.FileName) is { } direct)
        {
            return TypedResults.Redirect(direct.AbsoluteUri);
        }
        return await files.FetchAsync(key, cancel)
            ? TypedResults.PhysicalFile(files.PathOf(key), "application/octet-stream", row.FileName)
            : TypedResults.NotFound();
    }

    private static FileContentHttpResult Still(byte[] png) => TypedResults.File(png, "image/png");

    private static async Task<FileContentHttpResult> TimelineAsync(Guid? graphic, HandoffStore store, CancellationToken cancel)
    {
        var done = (await store.ListAsync(graphic, cancel))
            .Where(h => h is { State: HandoffState.Done, Card: not null })
            .Select(HandoffView.Of)
            .Where(h => h.Holds);
        return TypedResults.File(
            Encoding.UTF8.GetBytes(OpenTimeline.Write([.. done.Reverse().Select(h => (h.FileName, h.Card!))])),
            "application/json",
            "handoffs.otio"
        );
    }

    private static async Task<Results<FileContentHttpResult, NotFound>> PictureAsync(
        Guid id,
        string name,
        HandoffStore store,
        IFileStore files,
        CancellationToken cancel
    ) =>
        await store.FindAsync(id, cancel) is { } row && files.Read(HandoffJob.Key(id, row.Run, name)) is { } png
            ? TypedResults.File(png, "image/png")
            : TypedResults.NotFound();
}
