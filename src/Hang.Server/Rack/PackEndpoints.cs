using System.Collections.Immutable;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Core.Layers;
using Hang.Media.Judging;
using Hang.Media.Packs;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Motion;
using Hang.Scene.Sources;
using Hang.Server.Live;
using Hang.Server.Pictures;
using Hang.Server.Safety;
using Hang.Server.SignIn;
using Hang.Server.Sources;
using Hang.Store.Accounts;
using Hang.Store.Feels;
using Hang.Store.Packages;
using Hang.Store.Revisions;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hang.Server.Rack;

/// <summary>How a graphic of a package stands to the one of the same name in a file.</summary>
public enum PackState
{
    Same,
    Changed,

    /// <summary>Only the package has it.</summary>
    OnlyHere,

    /// <summary>Only the file has it.</summary>
    OnlyThere,
}

/// <summary>A graphic here and in a file, side by side.</summary>
/// <param name="Here">Address of its picture here; null: it is not here.</param>
/// <param name="There">Its picture in the file, a data URL; null: it is not there.</param>
/// <param name="Difference">What differs as a picture, a data URL; null where there is nothing to compare.</param>
/// <param name="Share">How much of the picture differs, 0..1.</param>
/// <param name="Says">What differs besides, in words.</param>
public sealed record Compared(string Name, PackState State, string? Here, string? There, string? Difference, double Share, ImmutableArray<Sentence> Says);

/// <summary>Packages as files: out, and in again here or elsewhere.</summary>
public static class PackEndpoints
{
    public static void Map(IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/api").WithTags("Rack").Refuses();
        api.MapGet("/packages/{id:guid}/pack", SaveAsync)
            .WithName("savePackage")
            .WithSummary("A package with all its graphics, pictures, sounds, fonts, roles and feels, as a .hangpack file.");
        api.MapPost("/packs", OpenAsync)
            .Takes(PackFile.MostBytes)
            .WithName("openPackage")
            .WithSummary("Adds a package from a .hangpack file.")
            .Accepts<byte[]>("application/zip", "application/octet-stream");
        api.MapPost("/packages/{id:guid}/compared", CompareAsync)
            .Needing(Role.Viewer)
            .Takes(PackFile.MostBytes)
            .WithName("comparePackage")
            .WithSummary("The graphics of a package and those of a .hangpack file side by side; nothing is kept.")
            .Accepts<byte[]>("application/zip", "application/octet-stream");
    }

    private static async Task<ImmutableArray<Compared>> CompareAsync(
        Guid id,
        string name,
        HttpRequest request,
        PackageStore packages,
        RevisionStore revisions,
        PictureShelf pictures,
        CancellationToken cancel
    )
    {
        _ = await RackGraphics.DemandPackage(id, packages, cancel);
        var pack = PackFile.Read(name, await Uploads.ReadAsync(request, name, PackFile.MostBytes, "package", cancel), cancel);
        var carried = pack
            .Graphics.SelectMany(g => g.Sources.All)
            .Where(s => s.Kind == PictureSources.Kind && s.Facts.Data is not null)
            .DistinctBy(s => s.Hash)
            .ToDictionary(s => s.Hash, Judges.Inside, StringComparer.Ordinal);
        using var theirs = new PictureShelf(hash => carried.GetValueOrDefault(hash));
        var there = pack
            .Graphics.GroupBy(g => g.Name, StringComparer.OrdinalIgnoreCase)
            .ToDictionary(g => g.Key, g => g.First(), StringComparer.OrdinalIgnoreCase);
        var all = ImmutableArray.CreateBuilder<Compared>();
        foreach (var row in (await packages.GraphicsAsync(cancel)).Where(g => g.PackageId == id && g.RemovedAt is null))
        {
            var graphic = GraphicJson.Read((await revisions.DemandHeadAsync(row.Id, cancel)).Document);
            var still = $"/api/graphics/{row.Id}/stills/{row.ChangedAt.Ticks}";
            if (!there.Remove(graphic.Name, out var other))
            {
                all.Add(new(graphic.Name, PackState.OnlyHere, still, null, null, 1, []));
                continue;
            }
            var (now, then) = (new Evaluator(graphic, TypeShaper.Shipped), new Evaluator(other, TypeShaper.Shipped));
            var (share, png) = DifferencePicture.Of(then, now, theirs, pictures);
            var says = GraphicDifference.Between(other, graphic);
            all.Add(
                new(
                    graphic.Name,
                    share == 0 && says.IsEmpty ? PackState.Same : PackState.Changed,
                    still,
                    Url(SmallPicture.Whole(then, StillWidth, theirs)),
                    share == 0 ? null : Url(png),
                    share,
                    says
                )
            );
        }
        return
        [
            .. all,
            .. there.Values.Select(g => new Compared(
                g.Name,
                PackState.OnlyThere,
                null,
                Url(SmallPicture.Whole(new(g, TypeShaper.Shipped), StillWidth, theirs)),
                null,
                1,
                []
            )),
        ];
    }

    private const int StillWidth = 340;

    private static string Url(byte[] png) => $"data:image/png;base64,{Convert.ToBase64String(png)}";

    private static async Task<FileContentHttpResult> SaveAsync(
        Guid id,
        PackageStore packages,
        RevisionStore revisions,
        FeelStore feels,
        DocumentSources sources,
        CancellationToken cancel
    )
    {
        var package = await RackGraphics.DemandPackage(id, packages, cancel);
        var graphics = ImmutableArray.CreateBuilder<Core.Documents.Graphic>();
        foreach (var row in (await packages.GraphicsAsync(cancel)).Where(g => g.PackageId == id && g.RemovedAt is null))
        {
            graphics.Add(sources.Whole(GraphicJson.Read((await revisions.DemandHeadAsync(row.Id, cancel)).Document)));
        }
        using var file = new MemoryStream();
        PackFile.Write(new(package.Name, graphics.ToImmutable(), [.. (await feels.OfPackageAsync(id, cancel)).Select(f => new PackFeel(f.Name, f.Css))]), file);
        return TypedResults.File(file.ToArray(), "application/zip", FileNames.Plain(package.Name) + ".hangpack");
    }

    private static async Task<Guid> OpenAsync(
        string name,
        HttpRequest request,
        PackageStore packages,
        RevisionStore revisions,
        FeelStore feels,
        DocumentSources sources,
        LiveGraphics live,
        CancellationToken cancel
    )
    {
        var pack = PackFile.Read(name, await Uploads.ReadAsync(request, name, PackFile.MostBytes, "package", cancel), cancel);
        // All of it is looked at before any of it is kept.
        var own = pack.Feels.Select(f => new PackFeel(f.Name.Trim(), FeelText.Parse(f.Css).Css)).ToArray();
        var id = await packages.AddAsync(LayerNames.Free(RackGraphics.Named(pack.Name), (await packages.ListAsync(cancel)).Select(p => p.Name)), cancel);
        try
        {
            // What is placed in a graphic of the file is the graphic of that name in the file.
            var ids = pack
                .Graphics.GroupBy(g => g.Name, StringComparer.OrdinalIgnoreCase)
                .ToDictionary(g => g.Key, _ => Guid.NewGuid(), StringComparer.OrdinalIgnoreCase);
            var known = new Dictionary<string, string>(StringComparer.Ordinal);
            var named = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
            foreach (var graphic in pack.Graphics)
            {
                var kept = await sources.TakeInAsync(
                    id,
                    PlacedRules.Rekeyed(graphic, (key, placed) => ids.TryGetValue(placed.Name, out var other) ? other.ToString() : key),
                    cancel,
                    known
                );
                await RackGraphics.AddToPackageAsync(
                    named.Add(graphic.Name) ? ids[graphic.Name] : Guid.NewGuid(),
                    await RackGraphics.DemandPackage(id, packages, cancel),
                    kept,
                    $"Opened a package",
                    packages,
                    revisions,
                    live,
                    cancel
                );
            }
            foreach (var feel in own)
            {
                await feels.AddAsync(id, feel.Name, feel.Css, cancel);
            }
        }
        catch
        {
            // Half a package is none.
            await packages.SetRemovedAsync(id, true, CancellationToken.None);
            throw;
        }
        return id;
    }
}
