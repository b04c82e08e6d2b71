using System.Collections.Immutable;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Fields;
using Hang.Core.Lengths;
using Hang.Media.Reports;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Phases;
using Hang.Server.Pictures;
using Hang.Server.Safety;
using Hang.Server.SignIn;
using Hang.Store.Accounts;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Desk;

/// <summary>All that the desk shows of a graphic besides its picture.</summary>
/// <param name="Colourways">Those the graphic can be shown in, the one it is shown in first.</param>
/// <param name="Poster">The frame that shows best what it is.</param>
/// <param name="LeastHold">The shortest Hold that its keyframes allow, in frames.</param>
public sealed record DeskView(
    Guid Id,
    string Name,
    string Package,
    GraphicKind Kind,
    int Width,
    int Height,
    string Rate,
    PhaseLengths Phases,
    int Poster,
    int LeastHold,
    ImmutableArray<string> Colourways,
    ImmutableArray<FieldFacts> Fields
);

/// <summary>The editor's screen: fields, takes of a graphic as pictures, and what is to be said of them.</summary>
public static class DeskEndpoints
{
    private const int LeastWidth = 16,
        MostWidth = 1920,
        TrialWidth = 640;

    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/graphics/{id:guid}").WithTags("Desk").Refuses();
        api.MapGet("/desk", ViewAsync).WithName("desk").WithSummary("What can be filled, and what is there without.");
        api.MapPost("/take/still", StillAsync)
            .Needing(Role.Viewer)
            .Takes(BodyLimits.Take)
            .WithName("takeStill")
            .WithSummary("A picture of the graphic with its fields filled, at the end of Hold.");
        api.MapPost("/take/checks", async (Guid id, Take take, TakeDocuments takes, PictureShelf pictures, CancellationToken cancel) =>
                GraphicReport.AtRest(await takes.OfAsync(id, take, cancel), pictures)
            )
            .Needing(Role.Viewer)
            .Takes(BodyLimits.Take)
            .WithName("takeChecks")
            .WithSummary("What a person should look at in the filled graphic; empty: all clear.");
        api.MapGet("/trials", TrialAsync)
            .WithName("trial")
            .WithSummary("A field of words filled with the longest wide words that it takes, and what that breaks.");
        api.MapGet("/trials/still", TrialStillAsync).WithName("trialStill").WithSummary("What a field looks like when it is tried.");
    }

    private static async Task<DeskView> ViewAsync(Guid id, RevisionStore revisions, PackageStore packages, CancellationToken cancel)
    {
        var row = await revisions.DemandHeadAsync(id, cancel);
        var graphic = GraphicJson.Read(row.Document);
        var palette = graphic.Palette;
        return new(
            id,
            graphic.Name,
            (await packages.FindAsync(row.PackageId, cancel))?.Name ?? "",
            graphic.Kind,
            graphic.Width,
            graphic.Height,
            graphic.Rate.ToString(),
            graphic.Phases,
            graphic.Poster,
            PhasesSet.LeastHold(graphic),
            palette is null ? [] : [palette.Current, .. palette.Colourways.Select(c => c.Name).Where(n => n != palette.Current)],
            FieldFacts.Of(graphic)
        );
    }

    private static async Task<FileContentHttpResult> StillAsync(
        Guid id,
        Take take,
        int? width,
        TakeDocuments takes,
        PictureShelf pictures,
        CancellationToken cancel
    ) =>
        TypedResults.File(
            SmallPicture.Whole(await takes.OfAsync(id, take, cancel), Math.Clamp(width ?? MostWidth, LeastWidth, MostWidth), pictures),
            "image/png"
        );

    private static async Task<FieldTrial> TrialAsync(Guid id, string field, TakeDocuments takes, CancellationToken cancel) =>
        Tried(await takes.GraphicAsync(id, cancel), field);

    /// <exception cref="ProblemException">There is no such field, or it is not of words.</exception>
    private static FieldTrial Tried(Graphic graphic, string field) =>
        FieldTrial.Of(graphic, Filling.Named(graphic, field), TypeShaper.Shipped)
        ?? throw new ProblemException($"{field}: Only words are tried.", $"Name a field of words.", field: field);

    private static async Task<FileContentHttpResult> TrialStillAsync(
        Guid id,
        string field,
        TakeDocuments takes,
        PictureShelf pictures,
        CancellationToken cancel
    )
    {
        var graphic = await takes.GraphicAsync(id, cancel);
        var trial = Tried(graphic, field);
        return TypedResults.File(SmallPicture.Whole(new(trial.Shown(graphic, TypeShaper.Shipped), TypeShaper.Shipped), TrialWidth, pictures), "image/png");
    }
}
