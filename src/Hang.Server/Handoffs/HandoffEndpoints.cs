using System.Collections.Immutable;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Json;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Server.Safety;
using Hang.Store.Files;
using Hang.Store.Handoffs;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Handoffs;

/// <summary>What a handoff will about be.</summary>
/// <param name="Bytes">Size of the file.</param>
/// <param name="Seconds">Time to render it.</param>
/// <param name="Sampled">Frames that were rendered to find out.</param>
public sealed record ForecastView(long Bytes, double Seconds, int Frames, int Width, int Height, int Sampled);

/// <summary>Plans, forecasts, handoffs and their files.</summary>
public static class HandoffEndpoints
{
    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api").WithTags("Handoff").Refuses();
        api.MapPost("/graphics/{id:guid}/forecast", ForecastAsync).WithName("forecast").WithSummary("About how large and how slow a handoff will be, from sampled frames.");
        api.MapPost("/graphics/{id:guid}/handoffs", AskAsync).WithName("handOff").WithSummary("Puts a handoff in line.");
        api.MapGet("/handoffs", ListAsync).WithName("handoffs").WithSummary("The newest handoffs, of one graphic or of all.");
        api.MapPost("/handoffs/{id:guid}/cancel", async (Guid id, HandoffStore store, CancellationToken cancel) => Demands.Found(await store.CancelAsync(id, cancel))).WithName("cancelHandoff").WithSummary("Cancels a handoff that waits or is under way.");
        api.MapPost("/handoffs/{id:guid}/again", async (Guid id, HandoffStore store, CancellationToken cancel) => Demands.Found(await store.AgainAsync(id, cancel))).WithName("againHandoff").WithSummary("Puts one that failed or was cancelled in line again.");
        api.MapGet("/handoffs/{id:guid}/proof", ProofAsync).WithName("handoffProof").WithSummary("The proof of a file, with the error of every frame.");
        api.MapGet("/handoffs/{id:guid}/file", FileAsync).WithName("handoffFile").WithSummary("The file of a handoff that is done.");
        api.MapGet("/handoffs/{id:guid}/strip", (Guid id, HandoffStore store, IFileStore files, CancellationToken cancel) => PictureAsync(id, "strip.png", store, files, cancel)).WithName("handoffStrip").WithSummary("Frames of the file over light and dark.");
        api.MapGet("/handoffs/{id:guid}/side/{frame:int}", (Guid id, int frame, HandoffStore store, IFileStore files, CancellationToken cancel) => PictureAsync(id, $"side-{frame}.png", store, files, cancel)).WithName("handoffSide").WithSummary("A frame that differs, meant and found side by side.");
    }

    private static async Task<ForecastView> ForecastAsync(Guid id, HandoffPlan plan, RevisionStore revisions, PictureShelf pictures, CancellationToken cancel)
    {
        var row = await revisions.DemandHeadAsync(id, cancel);
        var evaluator = new Evaluator(GraphicJson.Read(row.Document), TypeShaper.Shipped);
        var forecast = await Forecaster.SampleAsync(evaluator, plan.Demand(evaluator.Graphic), pictures, cancel);
        var (width, height) = plan.Size(evaluator.Graphic);
        return new(forecast.Bytes, forecast.Seconds, plan.Frames, width, height, forecast.Sampled);
    }

    private static async Task<Guid> AskAsync(Guid id, HandoffPlan plan, RevisionStore revisions, PackageStore packages, HandoffStore store, CancellationToken cancel)
    {
        var row = await revisions.DemandHeadAsync(id, cancel);
        var graphic = GraphicJson.Read(row.Document);
        plan.Demand(graphic);
        var package = await packages.FindAsync(row.PackageId, cancel);
        var packageName = package?.Name ?? "";
        var stem = FileNames.Plain(packageName) + "_" + FileNames.Plain(graphic.Name);
        return await store.AddAsync(
            id, packageName, graphic.Name, row.Document, JsonSerializer.Serialize(plan, ReportJson.Options), plan.Frames, stem,
            version => FileNames.Of(packageName, graphic.Name, version, FileNames.Extension(plan.Kind)), cancel);
    }

    private static async Task<ImmutableArray<HandoffView>> ListAsync(Guid? graphic, HandoffStore store, CancellationToken cancel) => [.. (await store.ListAsync(graphic, cancel)).Select(HandoffView.Of)];

    private static async Task<Results<Ok<Proof>, NotFound>> ProofAsync(Guid id, HandoffStore store, CancellationToken cancel) =>
        await store.FindAsync(id, cancel) is { } row && HandoffView.ProofOf(row) is { } proof ? TypedResults.Ok(proof) : TypedResults.NotFound();

    private static async Task<Results<PhysicalFileHttpResult, NotFound>> FileAsync(Guid id, HandoffStore store, IFileStore files, CancellationToken cancel)
    {
        if (await store.FindAsync(id, cancel) is not { State: HandoffState.Done } row)
        {
            return TypedResults.NotFound();
        }
        var path = files.PathOf(HandoffJob.Key(id, row.Run, row.FileName));
        return File.Exists(path) ? TypedResults.PhysicalFile(path, "application/octet-stream", row.FileName) : TypedResults.NotFound();
    }

    private static async Task<Results<FileContentHttpResult, NotFound>> PictureAsync(Guid id, string name, HandoffStore store, IFileStore files, CancellationToken cancel) =>
        await store.FindAsync(id, cancel) is { } row && files.Read(HandoffJob.Key(id, row.Run, name)) is { } png ? TypedResults.File(png, "image/png") : TypedResults.NotFound();
}
