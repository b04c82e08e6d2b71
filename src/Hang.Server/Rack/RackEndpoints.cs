using System.Collections.Immutable;
using System.Security.Claims;
using System.Text;
using Hang.Core.Arrivals;
using Hang.Core.Contents;
using Hang.Core.Documents;
using Hang.Core.Effects;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Core.Layers;
using Hang.Core.Masks;
using Hang.Core.Palettes;
using Hang.Paint.Fonts;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Motion;
using Hang.Scene.Phases;
using Hang.Scene.Registry;
using Hang.Scene.Time;
using Hang.Scene.Values;
using Hang.Server.Demo;
using Hang.Server.Hosting;
using Hang.Server.Live;
using Hang.Server.Motion;
using Hang.Server.Pictures;
using Hang.Server.Safety;
using Hang.Server.Sources;
using Hang.Store.Feels;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Hang.Store.Sources;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Rack;

/// <summary>Words by which a graphic is found again.</summary>
public sealed record Tags(ImmutableArray<string> All)
{
    private const int Most = 12,
        MostCharacters = 30;

    /// <summary>The tags without what is empty or there twice.</summary>
    /// <exception cref="ProblemException">One is too long, or there are too many.</exception>
    public ImmutableArray<string> Plain()
    {
        ImmutableArray<string> plain = [.. All.Select(t => t.Trim()).Where(t => t.Length > 0).Distinct(StringComparer.OrdinalIgnoreCase)];
        return plain.Length <= Most && plain.All(t => t.Length <= MostCharacters && !t.Any(char.IsControl))
            ? plain
            : throw new ProblemException(
                "These are too many tags, or one is too long.",
                $"Use at most {Most}, of {MostCharacters} characters or fewer.",
                field: "tags"
            );
    }
}

/// <summary>Somebody who has a graphic open.</summary>
public sealed record Looking(Guid Graphic, string Name, string Colour);

/// <summary>A graphic on the rack.</summary>
/// <param name="Still">Address of its picture.</param>
/// <param name="Problem">Why it cannot be opened; null when it can.</param>
public sealed record RackGraphic(
    Guid Id,
    string Name,
    GraphicKind Kind,
    int Width,
    int Height,
    string Rate,
    int Arrive,
    int Hold,
    int Leave,
    int Frames,
    string Still,
    DateTime ChangedAt,
    bool Removed,
    string? Problem,
    ImmutableArray<string> Tags
);

/// <summary>A package on the rack.</summary>
/// <param name="Colourways">Names of its colourways; empty for none.</param>
/// <param name="Colourway">The one that new graphics show.</param>
public sealed record RackPackage(
    Guid Id,
    string Name,
    bool Removed,
    ImmutableArray<string> Colourways,
    string? Colourway,
    ImmutableArray<RackGraphic> Graphics
);

/// <summary>A name that somebody gives.</summary>
public sealed record Naming(string Name);

/// <summary>What a new graphic shall be.</summary>
/// <param name="Rate">Such as "25" or "30000/1001".</param>
/// <param name="Start">Id of the starting point that it begins as, whose size and layers it takes; null: it begins empty.</param>
public sealed record NewGraphic(string Name, GraphicKind Kind, int Width, int Height, string Rate, int Arrive, int Hold, int Leave, string? Start = null);

/// <summary>A value, as the bench needs to know it.</summary>
/// <param name="Kind">The kind of value, which tells what edits it.</param>
/// <param name="Components">Names of its numbers.</param>
/// <param name="Signs">What stands before the field of each number.</param>
/// <param name="Factor">What a number is multiplied by before it is shown.</param>
/// <param name="Step">The step of arrow keys, as shown.</param>
/// <param name="Default">What it is when nothing is said, as documents write it.</param>
/// <param name="Options">What can be chosen.</param>
/// <param name="Part">What it is shown under, together with others; empty: with the rest.</param>
/// <param name="IsList">True for words that are a list, a line an item.</param>
public sealed record ValueInfo(
    string Name,
    string Label,
    string Kind,
    string Unit,
    string Meaning,
    ImmutableArray<string> Components,
    ImmutableArray<string> Signs,
    double Factor,
    double Step,
    double Least,
    double Most,
    bool Keyable,
    string Default,
    ImmutableArray<string> Options,
    string Part,
    bool IsList
);

/// <summary>A kind of content or effect, as the bench needs to know it.</summary>
/// <param name="Sized">Name of the value that a corner drags on the stage; null for none.</param>
/// <param name="KeepsShape">True when a corner keeps the sides in proportion.</param>
/// <param name="Runs">True for what runs by itself, and so can want a length.</param>
/// <param name="OfLayer">Names of the values that a layer with such a content has besides; empty for an effect.</param>
public sealed record ModuleInfo(
    string Name,
    string Title,
    string Meaning,
    ImmutableArray<ValueInfo> Values,
    string? Sized,
    bool KeepsShape,
    bool IsGroup,
    bool IsInvisible,
    bool IsOnStage,
    bool HasEdge,
    bool Runs,
    ImmutableArray<string> OfLayer
);

/// <summary>What does not change while the server runs.</summary>
public sealed record Choices(
    ImmutableArray<FontFamily> Fonts,
    ImmutableArray<FeelChoice> Feels,
    ImmutableArray<ValueInfo> LayerValues,
    ImmutableArray<ModuleInfo> Contents,
    ImmutableArray<ModuleInfo> Effects,
    ImmutableArray<ModuleInfo> Masks,
    ImmutableArray<string> Blends,
    ImmutableArray<string> Rates,
    double ActionMargin,
    double GraphicsMargin,
    int WindowLength,
    ImmutableArray<ArrivalInfo> Arrivals
);

/// <summary>A ready-made way of coming on, as the bench needs to know it.</summary>
/// <param name="DistanceUnit">What its distance means; null when it has none.</param>
/// <param name="Distance">The distance it begins with; null for "from outside the frame".</param>
public sealed record ArrivalInfo(string Kind, string Title, string? DistanceUnit, double? Distance, string Feel, bool TypeOnly);

/// <summary>Packages, graphics, their documents and pictures.</summary>
public static class RackEndpoints
{
    private const int StillWidth = 480,
        StripWidth = 160;

    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api").WithTags("Rack").Refuses();
        api.MapGet("/choices", GetChoices)
            .WithName("choices")
            .WithSummary("Fonts, feels, kinds of contents and effects with their values, rates: what does not change while the server runs.");
        api.MapGet("/footage", Footage).WithName("footage").WithSummary("The stand-in for footage that the demo has, as WebM.");
        api.MapGet("/packages", ListAsync).WithName("packages").WithSummary("All packages with their graphics, removed ones included.");
        api.MapPost("/packages", async (Naming naming, PackageStore store, CancellationToken cancel) =>
                TypedResults.Ok(await store.AddAsync(Named(naming.Name), cancel))
            )
            .WithName("addPackage")
            .WithSummary("Adds a package.");
        api.MapPatch("/packages/{id:guid}", async (Guid id, Naming naming, PackageStore store, CancellationToken cancel) =>
                Demands.Found(await store.RenameAsync(id, Named(naming.Name), cancel))
            )
            .WithName("renamePackage")
            .WithSummary("Renames a package.");
        api.MapDelete("/packages/{id:guid}", async (Guid id, PackageStore store, CancellationToken cancel) =>
                Demands.Found(await store.SetRemovedAsync(id, true, cancel))
            )
            .WithName("removePackage")
            .WithSummary("Removes a package; it can be brought back.");
        api.MapPost("/packages/{id:guid}/restore", async (Guid id, PackageStore store, CancellationToken cancel) =>
                Demands.Found(await store.SetRemovedAsync(id, false, cancel))
            )
            .WithName("restorePackage")
            .WithSummary("Brings a removed package back.");
        api.MapPost("/packages/{id:guid}/duplicate", DuplicatePackageAsync).WithName("duplicatePackage").WithSummary("Copies a package with all its graphics.");
        api.MapPost("/packages/{id:guid}/colourway", SwitchAsync).WithName("switchColourway").WithSummary("Shows a colourway in all graphics of a package.");
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
        api.MapGet("/people", (LiveGraphics live) => live.People.Select(p => new Looking(p.Graphic, p.Person.Name, p.Person.Colour)).ToImmutableArray())
            .WithName("people")
            .WithSummary("Who has which graphic open.");
        api.MapGet("/graphics/{id:guid}/strips/{version:long}", StripAsync).WithName("strip").WithSummary("A strip of moments of a graphic.");
        api.MapGet("/graphics/{id:guid}/document", DocumentAsync).WithName("document").WithSummary("The graphic as a .hang document with its pictures in it.");
        api.MapGet("/graphics/{id:guid}/inspection/{frame:int}", InspectAsync).WithName("inspection").WithSummary("Every value of every layer at a frame.");
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

    /// <summary>The demo's stand-in for footage, for the wall.</summary>
    private static Results<PhysicalFileHttpResult, NotFound> Footage(ServerOptions options)
    {
        var path = Path.GetFullPath(Path.Combine(options.Demo, "meadow.webm"));
        return File.Exists(path) ? TypedResults.PhysicalFile(path, "video/webm", enableRangeProcessing: true) : TypedResults.NotFound();
    }

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

    private static async Task<ImmutableArray<RackPackage>> ListAsync(PackageStore store, RevisionStore revisions, CancellationToken cancel)
    {
        var graphics = (await FactsAsync(store, revisions, cancel)).ToLookup(g => g.Row.PackageId);
        return
        [
            .. (await store.ListAsync(cancel)).Select(p =>
            {
                var palette = PaletteOf(p);
                return new RackPackage(
                    p.Id,
                    p.Name,
                    p.RemovedAt is not null,
                    [.. palette?.Colourways.Select(c => c.Name) ?? []],
                    palette?.Current,
                    [.. graphics[p.Id].Select(g => Row(g.Row, g.Facts))]
                );
            }),
        ];
    }

    /// <summary>All graphics with what they are. Those kept before that was noted are read once.</summary>
    private static async Task<IReadOnlyList<(GraphicRow Row, GraphicFacts Facts)>> FactsAsync(
        PackageStore store,
        RevisionStore revisions,
        CancellationToken cancel
    )
    {
        var all = new List<(GraphicRow, GraphicFacts)>();
        foreach (var row in await store.GraphicsAsync(cancel))
        {
            var facts = row.Facts is { } known ? GraphicFacts.Read(known) : null;
            if (facts is null or { Phases: null, Problem: null })
            {
                facts = GraphicFacts.Of((await revisions.HeadAsync(row.Id, cancel))?.Document ?? "");
                await store.SetFactsAsync(row.Id, facts.Write(), cancel);
            }
            all.Add((row, facts));
        }
        return all;
    }

    private static RackGraphic Row(GraphicRow row, GraphicFacts facts) =>
        new(
            row.Id,
            facts.Name,
            facts.Kind,
            facts.Width,
            facts.Height,
            facts.Rate,
            facts.Phases?.Arrive ?? 0,
            facts.Phases?.Hold ?? facts.Frames,
            facts.Phases?.Leave ?? 0,
            facts.Frames,
            $"/api/graphics/{row.Id}/stills/{row.ChangedAt.Ticks}",
            row.ChangedAt,
            row.RemovedAt is not null,
            facts.Problem,
            [.. row.Tags.Split('\n', StringSplitOptions.RemoveEmptyEntries)]
        );

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
        var package = await DemandPackage(id, packages, cancel);
        GraphicRules.Lengths(new(wish.Arrive, wish.Hold, wish.Leave));
        if (wish.Start is { } start)
        {
            var begun = await BegunAsync(start, revisions, sources, options, cancel);
            var rated = new Core.Edits.Several([
                new Core.Edits.ChangeGraphic(Kind: wish.Kind, Rate: FrameRate.Parse(wish.Rate)),
                new Core.Edits.SetPhases(new(wish.Arrive, wish.Hold, wish.Leave)),
            ]).ApplyTo(begun with { Name = wish.Name }, TypeShaper.Shipped);
            return await AddToPackageAsync(package, rated, "New graphic", packages, revisions, live, cancel);
        }
        var graphic = GraphicRules.Demand(
            new()
            {
                Version = Graphic.FormatVersion,
                Name = await FreeName(id, wish.Name, packages, revisions, cancel),
                Kind = wish.Kind,
                Width = wish.Width,
                Height = wish.Height,
                Rate = FrameRate.Parse(wish.Rate),
                Phases = new PhaseLengths(wish.Arrive, wish.Hold, wish.Leave),
                Palette = PaletteOf(package),
                Layers = [],
            }
        );
        return await revisions.AddAsync(id, GraphicJson.Write(graphic), "New graphic", cancel);
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

    private static Palette? PaletteOf(PackageRow package) => package.Palette is { } json ? Codecs.Read<Palette>(json) : null;

    private static async Task<Results<NoContent, NotFound>> SwitchAsync(
        Guid id,
        Naming colourway,
        PackageStore packages,
        LiveGraphics live,
        CancellationToken cancel
    )
    {
        var palette = PaletteOf(await DemandPackage(id, packages, cancel))
            ?? throw new ProblemException("This package has no colourways yet.", "Make roles from the colours of a graphic first.");
        await live.SwitchAsync(id, palette, colourway.Name);
        return TypedResults.NoContent();
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
        var package = await DemandPackage(id, packages, cancel);
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body, cancel);
        var graphic = await sources.TakeInAsync(id, GraphicJson.Read(body.ToArray()), cancel);
        return await AddToPackageAsync(package, graphic, "Opened a document", packages, revisions, live, cancel);
    }

    /// <summary>Adds a graphic that was made elsewhere. Roles that the package has are as it has them; those that it has not are new to it.</summary>
    internal static async Task<Guid> AddToPackageAsync(
        PackageRow package,
        Graphic graphic,
        string label,
        PackageStore packages,
        RevisionStore revisions,
        LiveGraphics live,
        CancellationToken cancel
    ) => await AddToPackageAsync(Guid.NewGuid(), package, graphic, label, packages, revisions, live, cancel);

    /// <summary>The same under an id that had to be known beforehand.</summary>
    internal static async Task<Guid> AddToPackageAsync(
        Guid made,
        PackageRow package,
        Graphic graphic,
        string label,
        PackageStore packages,
        RevisionStore revisions,
        LiveGraphics live,
        CancellationToken cancel
    )
    {
        var (id, own) = (package.Id, PaletteOf(package));
        var together =
            own is null ? graphic.Palette
            : graphic.Palette is null ? own
            : own.With(graphic.Palette);
        graphic = Core.Documents.Roles.Resolve(graphic with { Name = await FreeName(id, graphic.Name, packages, revisions, cancel), Palette = together });
        await revisions.AddAsAsync(made, id, GraphicJson.Write(graphic), label, cancel);
        if (together is not null && !together.DefinesTheSame(own))
        {
            await live.SpreadAsync(id, made, together);
        }
        return made;
    }

    private static async Task<Results<NoContent, NotFound>> RenameAsync(Guid id, Naming naming, LiveGraphics live, ClaimsPrincipal user)
    {
        await live.EditAsync(id, new Core.Edits.ChangeGraphic(Name: Named(naming.Name)), user.Identity?.Name);
        return TypedResults.NoContent();
    }

    private static async Task<Guid> DuplicateAsync(Guid id, PackageStore packages, RevisionStore revisions, CancellationToken cancel)
    {
        var row = await revisions.DemandHeadAsync(id, cancel);
        return await CopyAsync(row.PackageId, GraphicJson.Read(row.Document), packages, revisions, cancel);
    }

    private static async Task<Guid> DuplicatePackageAsync(
        Guid id,
        PackageStore packages,
        RevisionStore revisions,
        FeelStore feels,
        SourceStore sources,
        CancellationToken cancel
    )
    {
        var package = await DemandPackage(id, packages, cancel);
        var copy = await packages.AddAsync(LayerNames.Free(package.Name, (await packages.ListAsync(cancel)).Select(p => p.Name)), cancel);
        var rows = (await packages.GraphicsAsync(cancel)).Where(g => g.PackageId == id && g.RemovedAt is null).ToArray();
        // What is placed in a copy is the copy of what was placed in the original.
        var ids = rows.ToDictionary(r => r.Id.ToString(), _ => Guid.NewGuid(), StringComparer.Ordinal);
        foreach (var row in rows)
        {
            var graphic = PlacedRules.Rekeyed(GraphicJson.Read((await revisions.DemandHeadAsync(row.Id, cancel)).Document), (key, _) =>
                ids.TryGetValue(key, out var other) ? other.ToString() : key
            );
            await revisions.AddAsAsync(ids[row.Id.ToString()], copy, GraphicJson.Write(graphic), "Duplicated", cancel);
        }
        await packages.SetPaletteAsync(copy, package.Palette, cancel);
        await feels.CopyAsync(id, copy, cancel);
        await sources.CopyAsync(id, copy, cancel);
        return copy;
    }

    private static async Task<Guid> CopyAsync(Guid package, Graphic graphic, PackageStore packages, RevisionStore revisions, CancellationToken cancel) =>
        await revisions.AddAsync(
            package,
            GraphicJson.Write(graphic with { Name = await FreeName(package, graphic.Name, packages, revisions, cancel) }),
            "Duplicated",
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

    internal static async Task<PackageRow> DemandPackage(Guid id, PackageStore packages, CancellationToken cancel) =>
        await packages.FindAsync(id, cancel) is { } package && package.RemovedAt is null
            ? package
            : throw new ProblemException("There is no such package, or it was removed.", "Reload the rack and choose another, or bring it back.");

    private static async Task<string> FreeName(Guid package, string wanted, PackageStore packages, RevisionStore revisions, CancellationToken cancel) =>
        LayerNames.Free(
            Named(wanted),
            (await FactsAsync(packages, revisions, cancel)).Where(g => g.Row.PackageId == package && g.Row.RemovedAt is null).Select(g => g.Facts.Name)
        );

    internal static string Named(string name) =>
        name.Trim() is { Length: > 0 and <= 200 } good && !good.Any(char.IsControl)
            ? good
            : throw new ProblemException("The name is empty or too long.", "Use 1 to 200 characters.", field: "name");
}
