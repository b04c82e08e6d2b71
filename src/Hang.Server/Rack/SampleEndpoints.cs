using Hang.Core.Arrivals;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Edits;
using Hang.Core.Idles;
using Hang.Core.Layers;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Registry;
using Hang.Scene.Values;
using Hang.Server.Pictures;
using Hang.Server.Safety;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Rack;

/// <summary>
/// Small pictures of what can be chosen: arrivals, departures, idle motions, effects and shapes, each done to a plate by the very code that does it to a
/// graphic.
/// </summary>
public static class SampleEndpoints
{
    private const int Width = 320,
        Height = 180,
        Shown = 96,
        Long = 24;

    public static void Map(IEndpointRouteBuilder app) =>
        app.MapGroup("/api/samples")
            .WithTags("Rack")
            .Refuses()
            .MapGet("/{what}/{name}", Strip)
            .WithName("sample")
            .WithSummary("A strip of moments of an arrival, departure, idle, effect or shape.");

    private static FileContentHttpResult Strip(string what, string name, HttpResponse response)
    {
        // They change only with Hang itself.
        response.Headers.CacheControl = "private, max-age=3600";
        using var none = new PictureShelf(_ => null);
        return TypedResults.File(
            StripPicture.Of(
                new(Sample(what, name), TypeShaper.Shipped),
                Shown,
                none,
                [.. Enumerable.Range(0, StripPicture.Moments).Select(i => Frame(what, i))]
            ),
            "image/png"
        );
    }

    /// <summary>An arrival comes and rests, a departure rests and goes, an idle motion goes through its cycles.</summary>
    private static int Frame(string what, int moment) =>
        what switch
        {
            "arrivals" => Math.Min(Long, moment * 3 / 2),
            "departures" => Long + Math.Max(0, moment * 3 / 2 - 10),
            _ => Long + moment,
        };

    private static Graphic Sample(string what, string name)
    {
        var words = what is "arrivals" or "departures" && name is "spread" or "typeOn";
        var layer = words
            ? new Layer
            {
                Id = "s",
                Name = "s",
                Content = Filled(Content.Of<TypeContent>().With(TypeContent.Text, Value.Of("Honey")).With(TypeContent.TypeSize, new Value(84))),
                Own = LayerValues.Module.Blank.With(LayerValues.Position, new Value(32, 118)),
            }
            : Plate();
        var blank = new Graphic
        {
            Version = Graphic.FormatVersion,
            Name = "Sample",
            Kind = GraphicKind.Title,
            Width = Width,
            Height = Height,
            Rate = new(25),
            Phases = new(Long, Long, Long),
            Layers = [layer],
        };
        return what switch
        {
            "arrivals" or "departures" => new ApplyArrival(["s"], Known<ArrivalKind>(name), what == "departures").ApplyTo(blank, TypeShaper.Shipped),
            "idles" => Idling(blank, Known<IdleKind>(name)),
            "effects" => new InsertEffect(["s"], name).ApplyTo(blank, TypeShaper.Shipped),
            "shapes" => blank with { Layers = [Shape(name)] },
            _ => throw new ProblemException($"There are no samples of \"{Quoted.Short(what)}\".", $"Ask for arrivals, departures, idles, effects or shapes."),
        };
    }

    private static readonly Value Accent = new(0.12, 0.42, 0.37, 1);

    private static Content Filled(Content content) => content.Values.Find("fill") is { } fill ? content.With(fill, Accent) : content;

    private static Layer Plate() =>
        new()
        {
            Id = "s",
            Name = "s",
            Content = Filled(Content.Of<Plate>().With(Hang.Core.Contents.Plate.Size, new Value(170, 70))),
            Own = LayerValues.Module.Blank.With(LayerValues.Position, new Value(75, 55)),
        };

    private static Graphic Idling(Graphic blank, IdleKind kind)
    {
        var amplitude = kind switch
        {
            IdleKind.Pulse => 30,
            IdleKind.Bob => 24,
            IdleKind.Sway => 14,
            IdleKind.Spin => 1,
            IdleKind.Blink => 80,
            _ => 12,
        };
        return new SetIdles("s", [new(kind, amplitude, kind == IdleKind.Spin ? 1 : 2)]).ApplyTo(blank, TypeShaper.Shipped);
    }

    private static Layer Shape(string name)
    {
        var kind = Modules<ContentKind>.All.FirstOrDefault(k =>
            k.Name == name && k.IsOnStage && !k.IsInvisible && !k.NamesLayers && k is not PictureContent and not PlacedGraphic
        ) ?? throw new ProblemException($"There is no picture of \"{Quoted.Short(name)}\".", $"Ask for a shape.");
        var content = new Content(kind, kind.Blank);
        foreach (var spec in kind.Values.Where(v => v == kind.Sized && v.Kind.Components.Length == 2))
        {
            content = content.With(spec, kind is Hang.Core.Contents.Plate ? new Value(190, 80) : new Value(130, 130));
        }
        content = Filled(content);
        var at =
            kind is Hang.Core.Contents.Plate ? new Value(65, 50)
            : kind.Sized?.Kind.Components.Length == 2 ? new Value(95, 25)
            : kind is Counter ? new Value(160, 115)
            : new Value(60, 60);
        return new()
        {
            Id = "s",
            Name = "s",
            Content = content,
            Own = LayerValues.Module.Blank.With(LayerValues.Position, at),
        };
    }

    private static T Known<T>(string name)
        where T : struct, Enum =>
        Enum.TryParse<T>(name, true, out var value) && Enum.IsDefined(value)
            ? value
            : throw new ProblemException(
                $"There is no \"{Quoted.Short(name)}\".",
                $"Use one of {string.Join(", ", Enum.GetValues<T>().Select(v => JsonName.Of(v)))}."
            );
}
