using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene.Sources;
using Hang.Server.Hosting;
using Hang.Server.Pictures;
using Hang.Server.Safety;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Demo;

/// <summary>A graphic that a new one can begin as.</summary>
/// <param name="Fields">Names of what an editor can change in it.</param>
/// <param name="Still">Address of its picture.</param>
public sealed record StartingPoint(
    string Id,
    string Name,
    GraphicKind Kind,
    int Width,
    int Height,
    string Rate,
    int Arrive,
    int Hold,
    int Leave,
    ImmutableArray<string> Fields,
    string Still
);

/// <summary>Starting points of new graphics: those of the demo.</summary>
public static class StartEndpoints
{
    private const int StillWidth = 320,
        StripWidth = 160;

    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api/starts").WithTags("Rack").Refuses();
        api.MapGet("", (ServerOptions options) => DemoPackage.In(options.Demo).Graphics.Select(g => Point(g.Id, g.Graphic)).ToImmutableArray())
            .WithName("starts")
            .WithSummary("What a new graphic can begin as.");
        api.MapGet("/{start}/still", Still).WithName("startStill").WithSummary("A small picture of a starting point at the end of Hold.");
        api.MapGet("/{start}/strip", Strip).WithName("startStrip").WithSummary("A strip of moments of a starting point.");
    }

    private static StartingPoint Point(string id, Graphic g) =>
        new(
            id,
            g.Name,
            g.Kind,
            g.Width,
            g.Height,
            g.Rate.ToString(),
            g.Phases.Arrive,
            g.Phases.Hold,
            g.Phases.Leave,
            [.. (g.Fields ?? []).Select(f => f.Name)],
            $"/api/starts/{id}/still"
        );

    private static FileContentHttpResult Still(string start, ServerOptions options, HttpResponse response) =>
        Picture(start, options, response, (evaluator, pictures) => SmallPicture.Whole(evaluator, StillWidth, pictures));

    private static FileContentHttpResult Strip(string start, ServerOptions options, HttpResponse response) =>
        Picture(start, options, response, (evaluator, pictures) => StripPicture.Of(evaluator, StripWidth, pictures));

    private static FileContentHttpResult Picture(string start, ServerOptions options, HttpResponse response, Func<Evaluator, PictureShelf, byte[]> paint)
    {
        var demo = DemoPackage.In(options.Demo);
        var graphic = demo.Graphic(start);
        using var pictures = new PictureShelf(hash => demo.Bytes(graphic.Sources.Find(PictureSources.Kind, hash)!));
        // They change only with Hang itself.
        response.Headers.CacheControl = "private, max-age=3600";
        return TypedResults.File(paint(new(graphic, TypeShaper.Shipped), pictures), "image/png");
    }
}
