using System.Text.Json;
using Hang.Core;
using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Core.Json;
using Hang.Paint.Shaping;
using Hang.Server.Safety;
using Hang.Store.Handoffs;
using Hang.Store.Packages;
using Hang.Store.Revisions;

namespace Hang.Server.Handoffs;

/// <summary>Puts what is handed off in one go in line: all of it, or nothing where a part cannot be made.</summary>
public sealed class Order(RevisionStore revisions, PackageStore packages, HandoffStore store)
{
    private const int MostNote = 2000;

    /// <summary>Asks for the files of an order, of every graphic named.</summary>
    /// <returns>The handoffs in the order in which they will run.</returns>
    /// <exception cref="ProblemException">A graphic is not there, or a file cannot be made as it is asked for.</exception>
    public async Task<IReadOnlyList<Guid>> AskAsync(IReadOnlyCollection<Guid> graphics, HandoffOrder order, CancellationToken cancel)
    {
        DemandNote(order.Note);
        var pattern = new FilePattern(order.Pattern ?? FilePattern.Usual);
        var asked = new List<NewHandoff>();
        foreach (var id in graphics)
        {
            var row = await revisions.DemandHeadAsync(id, cancel);
            var package = (await packages.FindAsync(row.PackageId, cancel))?.Name ?? "";
            var graphic = GraphicJson.Read(row.Document);
            foreach (var (shown, variant, plan) in order.Expand(graphic, TypeShaper.Shipped))
            {
                asked.Add(One(id, package, shown, ReferenceEquals(shown, graphic) ? row.Document : GraphicJson.Write(shown), variant, plan, pattern, order));
                if (asked.Count > HandoffOrder.MostFiles)
                {
                    throw new ProblemException($"More than {HandoffOrder.MostFiles} files are asked for at once.", "Choose fewer graphics, kinds, sizes or colourways.", field: "kinds");
                }
            }
        }
        if (asked.Count == 0)
        {
            throw new ProblemException("No graphic is chosen.", "Choose one or more.", field: "graphics");
        }
        var ids = await store.AddAsync(asked, cancel);
        var kept = JsonSerializer.Serialize(order, ReportJson.Options);
        foreach (var id in graphics)
        {
            await store.RememberAsync(id, kept, cancel);
        }
        return ids;
    }

    /// <exception cref="ProblemException">The note is too long.</exception>
    public static string DemandNote(string note) => note.Length <= MostNote ? note : throw new ProblemException("The note is too long.", $"Use at most {MostNote} letters.", field: "note");

    private static NewHandoff One(Guid id, string package, Graphic graphic, string document, string variant, HandoffPlan plan, FilePattern pattern, HandoffOrder order)
    {
        var (width, height) = plan.Size(graphic);
        var parts = new NameParts(package, graphic.Name, variant, plan.Kind, width, height);
        (string, string?) Named(int version)
        {
            var title = $"{package} · {graphic.Name}{(variant.Length > 0 ? $", {variant}" : "")} v{version:000}";
            return (pattern.Name(parts, version), JsonSerializer.Serialize(NameCard.Of(graphic, plan, title, DateTimeOffset.UtcNow), ReportJson.Options));
        }
        return new(id, package, graphic.Name, document, JsonSerializer.Serialize(plan, ReportJson.Options), plan.Frames, pattern.Stem(parts), Named) { Note = order.Note, Priority = order.Priority };
    }
}
