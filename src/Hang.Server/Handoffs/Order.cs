using System.Text.Json;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Server.Desk;
using Hang.Server.Safety;
using Hang.Store.Handoffs;
using Hang.Store.Packages;
using Hang.Store.Revisions;

namespace Hang.Server.Handoffs;

/// <summary>Puts what is handed off in one go in line: all of it, or nothing where a part cannot be made.</summary>
public sealed class Order(RevisionStore revisions, PackageStore packages, HandoffStore store, TakeDocuments takes)
{
    private const int MostNote = 2000;

    /// <summary>Asks for the files of an order, of every graphic named.</summary>
    /// <returns>The handoffs in the order in which they will run.</returns>
    /// <exception cref="ProblemException">A graphic is not there, or a file cannot be made as it is asked for.</exception>
    public async Task<IReadOnlyList<Guid>> AskAsync(IReadOnlyCollection<Guid> graphics, HandoffOrder order, CancellationToken cancel)
    {
        DemandNote(order.Note);
        var pattern = new FilePattern(order.Pattern ?? FilePattern.Usual);
        if (graphics.Count == 0)
        {
            throw new ProblemException($"No graphic is chosen.", $"Choose one or more.", field: "graphics");
        }
        foreach (var take in order.Takes.IsDefaultOrEmpty ? [] : order.Takes)
        {
            await takes.DemandPicturesAsync(take, cancel);
        }
        var shown = new List<(Guid Id, RevisionRow Row, string Package)>();
        foreach (var id in graphics)
        {
            var row = await revisions.DemandHeadAsync(id, cancel);
            shown.Add((id, row, (await packages.FindAsync(row.PackageId, cancel))?.Name ?? ""));
        }
        // Documents of many takes are made one by one, while they are kept.
        var asked = shown
            .SelectMany(g => Files(g.Id, g.Row.Document, g.Package, pattern, order))
            .Select(
                (file, i) =>
                    i < HandoffOrder.MostFiles
                        ? file
                        : throw new ProblemException(
                            $"More than {HandoffOrder.MostFiles} files are asked for at once.",
                            $"Choose fewer graphics, kinds, sizes, colourways or takes.",
                            field: "kinds"
                        )
            );
        var ids = await store.AddAsync(asked, cancel);
        var kept = JsonSerializer.Serialize(order with { Takes = [], AsItIs = false }, ReportJson.Options);
        foreach (var id in graphics)
        {
            await store.RememberAsync(id, kept, cancel);
        }
        return ids;
    }

    /// <exception cref="ProblemException">The note is too long.</exception>
    public static string DemandNote(string note) =>
        note.Length <= MostNote ? note : throw new ProblemException($"The note is too long.", $"Use at most {MostNote} letters.", field: "note");

    private static IEnumerable<NewHandoff> Files(Guid id, string document, string package, FilePattern pattern, HandoffOrder order)
    {
        var graphic = GraphicJson.Read(document);
        Graphic? looked = null;
        return order
            .Expand(graphic, TypeShaper.Shipped)
            .Select(f => One(id, package, Whole(f), ReferenceEquals(f.Graphic, graphic) ? document : GraphicJson.Write(f.Graphic), pattern, order));

        OrderedFile Whole(OrderedFile file)
        {
            // Sizes and kinds of one filling follow each other.
            if (!order.AsItIs && !ReferenceEquals(looked, file.Graphic))
            {
                MissingGlyphs.Demand(new(looked = file.Graphic, TypeShaper.Shipped));
            }
            return file;
        }
    }

    private static NewHandoff One(Guid id, string package, OrderedFile file, string document, FilePattern pattern, HandoffOrder order)
    {
        var (graphic, variant, take, plan) = file;
        var (width, height) = plan.Size(graphic);
        var parts = new NameParts(package, graphic.Name, variant, plan.Kind, width, height) { Take = take?.Name ?? "" };
        (string, string?) Named(int version)
        {
            var title =
                $"{package} · {graphic.Name}{(parts.Take.Length > 0 ? $", {parts.Take}" : "")}{(variant.Length > 0 ? $", {variant}" : "")} v{version:000}";
            return (pattern.Name(parts, version), JsonSerializer.Serialize(NameCard.Of(graphic, plan, title, DateTimeOffset.UtcNow), ReportJson.Options));
        }
        return new(id, package, graphic.Name, document, JsonSerializer.Serialize(plan, ReportJson.Options), plan.Frames, pattern.Stem(parts), Named)
        {
            Note = order.Note,
            Priority = order.Priority,
            Take = take is null ? null : JsonSerializer.Serialize(take, ReportJson.Options),
        };
    }
}
