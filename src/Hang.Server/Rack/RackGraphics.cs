using Hang.Core.Documents;
using Hang.Core.Layers;
using Hang.Core.Palettes;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Server.Live;
using Hang.Store.Packages;
using Hang.Store.Revisions;

namespace Hang.Server.Rack;

/// <summary>What all addresses of the rack share: packages that must be there, names that are free, graphics that come from elsewhere.</summary>
internal static class RackGraphics
{
    public static async Task<PackageRow> DemandPackage(Guid id, PackageStore packages, CancellationToken cancel) =>
        await packages.FindAsync(id, cancel) is { } package && package.RemovedAt is null
            ? package
            : throw new ProblemException($"There is no such package, or it was removed.", $"Reload the rack and choose another, or bring it back.");

    public static string Named(string name) =>
        name.Trim() is { Length: > 0 and <= 200 } good && !good.Any(char.IsControl)
            ? good
            : throw new ProblemException($"The name is empty or too long.", $"Use 1 to 200 characters.", field: "name");

    public static Palette? PaletteOf(PackageRow package) => package.Palette is { } json ? Codecs.Read<Palette>(json) : null;

    public static async Task<string> FreeName(Guid package, string wanted, PackageStore packages, RevisionStore revisions, CancellationToken cancel) =>
        LayerNames.Free(
            Named(wanted),
            (await FactsAsync(packages, revisions, cancel)).Where(g => g.Row.PackageId == package && g.Row.RemovedAt is null).Select(g => g.Facts.Name)
        );

    /// <summary>All graphics with what they are. Those kept before that was noted are read once.</summary>
    public static async Task<IReadOnlyList<(GraphicRow Row, GraphicFacts Facts)>> FactsAsync(
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

    /// <summary>Adds a graphic that was made elsewhere. Roles that the package has are as it has them; those that it has not are new to it.</summary>
    public static async Task<Guid> AddToPackageAsync(
        PackageRow package,
        Graphic graphic,
        Sentence label,
        PackageStore packages,
        RevisionStore revisions,
        LiveGraphics live,
        CancellationToken cancel
    ) => await AddToPackageAsync(Guid.NewGuid(), package, graphic, label, packages, revisions, live, cancel);

    /// <summary>The same under an id that had to be known beforehand.</summary>
    public static async Task<Guid> AddToPackageAsync(
        Guid made,
        PackageRow package,
        Graphic graphic,
        Sentence label,
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
}
