using Hang.Core.Arrivals;
using Hang.Core.Contents;
using Hang.Core.Effects;
using Hang.Core.Layers;
using Hang.Core.Masks;
using Hang.Paint.Fonts;
using Hang.Scene.Json;
using Hang.Scene.Motion;
using Hang.Scene.Registry;
using Hang.Scene.Time;
using Hang.Scene.Values;
using Hang.Server.Hosting;
using Hang.Server.Motion;
using Hang.Server.Safety;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Rack;

/// <summary>What does not change while the server runs.</summary>
public static class ChoicesEndpoints
{
    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api").WithTags("Rack").Refuses();
        api.MapGet("/choices", GetChoices)
            .WithName("choices")
            .WithSummary("Fonts, feels, kinds of contents and effects with their values, rates: what does not change while the server runs.");
        api.MapGet("/footage", Footage).WithName("footage").WithSummary("The stand-in for footage that the demo has, as WebM.");
    }

    private static Choices GetChoices() =>
        new(
            FontShelf.Shipped.Families,
            [.. NamedFeels.All.Select(f => new FeelChoice(f.Name, f.Feel.Css))],
            [.. LayerValues.Module.Values.Select(Info)],
            [
                .. Modules<ContentKind>.All.Select(k => new ModuleInfo(
                    k.Name,
                    k.Title,
                    k.Meaning,
                    [.. k.Values.Select(Info)],
                    k.Sized?.Name,
                    k.KeepsShape,
                    k.IsGroup,
                    k.IsInvisible,
                    k.IsOnStage,
                    k.HasEdge,
                    k.NeedsShowing,
                    [.. LayerValues.Module.Values.Where(v => LayerValues.Suits(v, k)).Select(v => v.Name)]
                )),
            ],
            [
                .. Modules<EffectKind>.All.Select(k => new ModuleInfo(
                    k.Name,
                    k.Title,
                    k.Meaning,
                    [.. k.Values.Select(Info)],
                    null,
                    false,
                    false,
                    false,
                    true,
                    false,
                    false,
                    []
                )),
            ],
            [
                .. Modules<MaskKind>.All.Select(k => new ModuleInfo(
                    k.Name,
                    k.Title,
                    k.Meaning,
                    [.. k.Values.Select(Info)],
                    null,
                    false,
                    false,
                    false,
                    true,
                    false,
                    false,
                    []
                )),
            ],
            [.. Enum.GetValues<BlendMode>().Select(JsonName.Of)],
            [.. FrameRate.All.Select(r => r.ToString())],
            Core.Documents.SafeAreas.ActionMargin,
            Core.Documents.SafeAreas.GraphicsMargin,
            Core.Programs.FrameWindow.Standard,
            [.. ArrivalSpec.All.Select(a => new ArrivalInfo(JsonName.Of(a.Kind), a.Title, a.DistanceUnit, a.Distance, a.Feel.Css, a.TypeOnly))]
        );

    private static ValueInfo Info(ValueSpec spec) =>
        new(
            spec.Name,
            spec.Label,
            spec.Kind.Name,
            spec.Unit,
            spec.Meaning,
            spec.Kind.Components,
            spec.Signs,
            spec.Factor,
            spec.Step,
            spec.Least,
            spec.Most,
            spec.Keyable,
            spec.Kind.Write(spec.Default),
            spec.Kind.Options,
            spec.Part,
            spec.IsList
        );

    /// <summary>The demo's stand-in for footage, for the wall.</summary>
    private static Results<PhysicalFileHttpResult, NotFound> Footage(ServerOptions options)
    {
        var path = Path.GetFullPath(Path.Combine(options.Demo, "meadow.webm"));
        return File.Exists(path) ? TypedResults.PhysicalFile(path, "video/webm", enableRangeProcessing: true) : TypedResults.NotFound();
    }
}
