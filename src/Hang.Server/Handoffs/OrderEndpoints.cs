using System.Collections.Immutable;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Core.Sounds;
using Hang.Media.Deliveries;
using Hang.Media.Reports;
using Hang.Media.Sounds;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Json;
using Hang.Server.Safety;
using Hang.Server.SignIn;
using Hang.Store.Accounts;
using Hang.Store.Handoffs;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Handoffs;

/// <summary>What a handoff will about be.</summary>
/// <param name="Bytes">Size of the file.</param>
/// <param name="Seconds">Time to render it.</param>
/// <param name="Frames">Frames in the file.</param>
/// <param name="Rate">Frames a second of the file.</param>
/// <param name="Sampled">Frames that were rendered to find out.</param>
/// <param name="MeanColour">Mean error of colour in the sample, of 255.</param>
/// <param name="WorstBlock">Worst mean error of luma or alpha within 8 x 8 pixels, of 255.</param>
public sealed record ForecastView(
    long Bytes,
    double Seconds,
    int Frames,
    string Rate,
    int Width,
    int Height,
    int Sampled,
    double MeanColour,
    double WorstBlock
);

/// <summary>A kind of file as it is offered.</summary>
public sealed record KindView(
    FileKind Kind,
    string Name,
    string Ending,
    AlphaRoom Alpha,
    bool NeedsAlpha,
    bool MayBePremultiplied,
    bool IsSequence,
    bool HasTimecode,
    bool MayLoop,
    SoundRoom Sound,
    int MostRate,
    string Note
);

/// <summary>What can be chosen from: where files go, and of what kinds they are.</summary>
/// <param name="Pattern">How files are named where nothing else is said.</param>
public sealed record KindsView(ImmutableArray<Destination> Destinations, ImmutableArray<KindView> Kinds, string Pattern);

/// <summary>What an order of a graphic begins with.</summary>
/// <param name="Colourways">Those the graphic can be shown in, the one it is shown in first.</param>
/// <param name="Rest">The frame in which it is seen as it is meant.</param>
/// <param name="Last">How it was handed off last; null when it never was.</param>
/// <param name="HasSound">True when something is heard.</param>
public sealed record OrderStart(ImmutableArray<string> Colourways, int Rest, HandoffOrder? Last, bool HasSound);

/// <summary>An order for several graphics.</summary>
public sealed record OrderRequest(ImmutableArray<Guid> Graphics, HandoffOrder Order);

/// <summary>What can be handed off, what it will about be, and the asking.</summary>
public static class OrderEndpoints
{
    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api").WithTags("Handoff").Refuses();
        api.MapGet("/kinds", Kinds).WithName("kinds").WithSummary("Where files go, and of what kinds they can be.");
        api.MapPost("/graphics/{id:guid}/forecast", ForecastAsync)
            .Needing(Role.Editor)
            .Takes(BodyLimits.Take)
            .WithName("forecast")
            .WithSummary("About how large, how slow and how exact a handoff will be, from sampled frames.");
        api.MapPost("/graphics/{id:guid}/handoffs", async (Guid id, HandoffPlan plan, Order order, CancellationToken cancel, bool asItIs = false) =>
                (await order.AskAsync([id], HandoffOrder.Of(plan) with { AsItIs = asItIs }, cancel))[0]
            )
            .Needing(Role.Editor)
            .Takes(BodyLimits.Take)
            .WithName("handOff")
            .WithSummary("Puts a handoff in line.");
        api.MapPost("/handoffs", async (OrderRequest request, Order order, CancellationToken cancel) =>
                await order.AskAsync(request.Graphics, request.Order, cancel)
            )
            .Needing(Role.Editor)
            .Takes(BodyLimits.Roster)
            .WithName("order")
            .WithSummary("Puts every kind, size and colourway of several graphics in line: all of it or nothing.");
        api.MapGet("/graphics/{id:guid}/order", StartAsync)
            .WithName("orderStart")
            .WithSummary("What an order of a graphic begins with: its colourways, and how it was handed off last.");
        api.MapGet("/graphics/{id:guid}/hole", HoleAsync)
            .WithName("hole")
            .WithSummary("A frame with all that it does not cover in one loud colour, and a ring about a place.");
        api.MapGet("/graphics/{id:guid}/report", ReportAsync)
            .WithName("report")
            .WithSummary("What is known of a graphic before it is handed off, as numbers, and what of it a person should look at.");
    }

    /// <summary>Where the frame that covers most is not covered.</summary>
    private static async Task<FileContentHttpResult> HoleAsync(
        Guid id,
        int frame,
        int x,
        int y,
        RevisionStore revisions,
        PictureShelf pictures,
        CancellationToken cancel
    )
    {
        var evaluator = new Evaluator(GraphicJson.Read((await revisions.DemandHeadAsync(id, cancel)).Document), TypeShaper.Shipped);
        return TypedResults.File(HolePicture.Png(evaluator, pictures, new(Math.Clamp(frame, 0, evaluator.Graphic.Phases.Total - 1), x, y, 0)), "image/png");
    }

    /// <param name="key">#RRGGBB: a key colour to judge.</param>
    private static async Task<GraphicReport> ReportAsync(
        Guid id,
        string? key,
        RevisionStore revisions,
        PictureShelf pictures,
        SoundShelf sounds,
        CancellationToken cancel
    )
    {
        var evaluator = new Evaluator(GraphicJson.Read((await revisions.DemandHeadAsync(id, cancel)).Document), TypeShaper.Shipped);
        var report = await GraphicReport.OfAsync(evaluator, pictures, key is null ? null : new Backing(BackingKind.Key, key), cancel);
        return report.With(evaluator.Graphic, await sounds.MixAsync(evaluator.Graphic, cancel: cancel));
    }

    private static KindsView Kinds() =>
        new(
            Destination.All,
            [
                .. FileKinds.All.Select(f => new KindView(
                    f.Kind,
                    f.Name,
                    f.Ending,
                    f.Alpha,
                    f.NeedsAlpha,
                    f.MayBePremultiplied,
                    f.IsSequence,
                    f.HasTimecode,
                    f.MayLoop,
                    f.Sound,
                    f.MostRate,
                    f.Note
                )),
            ],
            FilePattern.Usual
        );

    private static async Task<ForecastView> ForecastAsync(Guid id, HandoffPlan plan, RevisionStore revisions, PictureShelf pictures, CancellationToken cancel)
    {
        var row = await revisions.DemandHeadAsync(id, cancel);
        var evaluator = new Evaluator(GraphicJson.Read(row.Document), TypeShaper.Shipped);
        plan = plan.Demand(evaluator.Graphic);
        var forecast = await Forecaster.SampleAsync(evaluator, plan, pictures, cancel);
        var (width, height) = plan.Size(evaluator.Graphic);
        return new(
            forecast.Bytes,
            forecast.Seconds,
            plan.Frames,
            plan.Rate(evaluator.Graphic.Rate).ToString(),
            width,
            height,
            forecast.Sampled,
            forecast.MeanColour,
            forecast.WorstBlock
        );
    }

    private static async Task<OrderStart> StartAsync(Guid id, RevisionStore revisions, HandoffStore store, CancellationToken cancel)
    {
        var graphic = GraphicJson.Read((await revisions.DemandHeadAsync(id, cancel)).Document);
        var palette = graphic.Palette;
        var last = await store.RememberedAsync(id, cancel);
        return new(
            palette is null ? [] : [palette.Current, .. palette.Colourways.Select(c => c.Name).Where(n => n != palette.Current)],
            graphic.Poster,
            last is null ? null : JsonSerializer.Deserialize<HandoffOrder>(last, ReportJson.Options),
            SoundMix.Heard(graphic).Any()
        );
    }
}
