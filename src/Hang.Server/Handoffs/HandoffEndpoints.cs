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
using Hangfire;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Hang.Server.Handoffs;

/// <summary>A handoff as the screen shows it.</summary>
/// <param name="FramesPerSecond">Rate of the current or last run; 0 before it begins.</param>
/// <param name="SecondsLeft">Of the current step; null when nothing is under way.</param>
public sealed record HandoffView(
    Guid Id, Guid GraphicId, string PackageName, string GraphicName, HandoffPlan Plan, HandoffState State, string FileName,
    int FramesDone, int FramesTotal, double FramesPerSecond, double? SecondsLeft, long? Bytes, string? Problem, ProofView? Proof, string? Verdict, bool Holds, DateTime AskedAt, DateTime? EndedAt);

/// <summary>A proof in a list: without the error of every frame.</summary>
public sealed record ProofView(ImmutableArray<ProofFact> Facts, double WorstColour, double MeanColour, double WorstAlpha, double MeanAlpha, ImmutableArray<int> Differing);

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
        api.MapPost("/handoffs/{id:guid}/cancel", async (Guid id, HandoffStore store) => Demands.Found(await store.CancelAsync(id))).WithName("cancelHandoff").WithSummary("Cancels a handoff that waits or is under way.");
        api.MapPost("/handoffs/{id:guid}/again", AgainAsync).WithName("againHandoff").WithSummary("Puts one that failed or was cancelled in line again.");
        api.MapGet("/handoffs/{id:guid}/proof", ProofAsync).WithName("handoffProof").WithSummary("The proof of a file, with the error of every frame.");
        api.MapGet("/handoffs/{id:guid}/file", FileAsync).WithName("handoffFile").WithSummary("The file of a handoff that is done.");
        api.MapGet("/handoffs/{id:guid}/strip", (Guid id, HandoffStore store, IFileStore files) => PictureAsync(id, "strip.png", store, files)).WithName("handoffStrip").WithSummary("Frames of the file over light and dark.");
        api.MapGet("/handoffs/{id:guid}/side/{frame:int}", (Guid id, int frame, HandoffStore store, IFileStore files) => PictureAsync(id, $"side-{frame}.png", store, files)).WithName("handoffSide").WithSummary("A frame that differs, meant and found side by side.");
    }

    private static async Task<ForecastView> ForecastAsync(Guid id, HandoffPlan plan, RevisionStore revisions, PictureShelf pictures, CancellationToken cancel)
    {
        var row = await revisions.DemandHeadAsync(id);
        var evaluator = new Evaluator(GraphicJson.Read(row.Document), TypeShaper.Shipped);
        var forecast = await Forecaster.SampleAsync(evaluator, plan.Demand(evaluator.Graphic), pictures, cancel);
        var (width, height) = plan.Size(evaluator.Graphic);
        return new(forecast.Bytes, forecast.Seconds, plan.Frames, width, height, forecast.Sampled);
    }

    private static async Task<Guid> AskAsync(Guid id, HandoffPlan plan, RevisionStore revisions, PackageStore packages, HandoffStore store, [FromServices] IBackgroundJobClient jobs)
    {
        var row = await revisions.DemandHeadAsync(id);
        var graphic = GraphicJson.Read(row.Document);
        plan.Demand(graphic);
        var package = await packages.FindAsync(row.PackageId);
        var packageName = package?.Name ?? "";
        var stem = FileNames.Plain(packageName) + "_" + FileNames.Plain(graphic.Name);
        var handoff = await store.AddAsync(
            id, packageName, graphic.Name, row.Document, JsonSerializer.Serialize(plan, ReportJson.Options), plan.Frames, stem,
            version => FileNames.Of(packageName, graphic.Name, version, FileNames.Extension(plan.Kind)));
        jobs.Enqueue<HandoffJob>(j => j.RunAsync(handoff, CancellationToken.None));
        return handoff;
    }

    private static async Task<ImmutableArray<HandoffView>> ListAsync(Guid? graphic, HandoffStore store) => [.. (await store.ListAsync(graphic)).Select(View)];

    private static async Task<Results<Ok<Proof>, NotFound>> ProofAsync(Guid id, HandoffStore store) =>
        await store.FindAsync(id) is { } row && ProofOf(row) is { } proof ? TypedResults.Ok(proof) : TypedResults.NotFound();

    private static Proof? ProofOf(HandoffRow row) => row.Proof is { } json ? JsonSerializer.Deserialize<Proof>(json, ReportJson.Options) : null;

    private static HandoffView View(HandoffRow row)
    {
        var seconds = row.BegunAt is { } begun ? ((row.EndedAt ?? DateTime.UtcNow) - begun).TotalSeconds : 0;
        var running = row.State is HandoffState.Rendering or HandoffState.Proving;
        var rate = seconds > 0 ? row.FramesDone / seconds : 0;
        var proof = ProofOf(row);
        return new(
            row.Id, row.GraphicId, row.PackageName, row.GraphicName, JsonSerializer.Deserialize<HandoffPlan>(row.Plan, ReportJson.Options)!, row.State, row.FileName,
            row.FramesDone, row.FramesTotal, rate, running && rate > 0 ? (row.FramesTotal - row.FramesDone) / rate : null, row.Bytes, row.Problem,
            proof is null ? null : new(proof.Facts, proof.WorstColour, proof.MeanColour, proof.WorstAlpha, proof.MeanAlpha, proof.Differing), proof?.Verdict, proof?.Holds ?? false, row.AskedAt, row.EndedAt);
    }

    private static async Task<Results<NoContent, NotFound>> AgainAsync(Guid id, HandoffStore store, [FromServices] IBackgroundJobClient jobs)
    {
        if (!await store.AgainAsync(id))
        {
            return TypedResults.NotFound();
        }
        jobs.Enqueue<HandoffJob>(j => j.RunAsync(id, CancellationToken.None));
        return TypedResults.NoContent();
    }

    private static async Task<Results<PhysicalFileHttpResult, NotFound>> FileAsync(Guid id, HandoffStore store, IFileStore files)
    {
        if (await store.FindAsync(id) is not { State: HandoffState.Done } row)
        {
            return TypedResults.NotFound();
        }
        var path = files.PathOf(HandoffJob.Key(id, row.Run, row.FileName));
        return File.Exists(path) ? TypedResults.PhysicalFile(path, "application/octet-stream", row.FileName) : TypedResults.NotFound();
    }

    private static async Task<Results<FileContentHttpResult, NotFound>> PictureAsync(Guid id, string name, HandoffStore store, IFileStore files) =>
        await store.FindAsync(id) is { } row && files.Read(HandoffJob.Key(id, row.Run, name)) is { } png ? TypedResults.File(png, "image/png") : TypedResults.NotFound();
}
