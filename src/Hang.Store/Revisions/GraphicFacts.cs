using System.Text.Json;
using Hang.Core.Documents;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Phases;

namespace Hang.Store.Revisions;

/// <summary>What the rack shows of a graphic without reading its document.</summary>
/// <param name="Frames">Length of the graphic.</param>
/// <param name="Problem">Why the document cannot be read; null when it can.</param>
/// <param name="Placed">Ids of the graphics that are placed in it; null for none.</param>
/// <param name="Phases">Null in facts that were noted before phases were among them, and of a document that cannot be read.</param>
public sealed record GraphicFacts(
    string Name,
    GraphicKind Kind,
    int Width,
    int Height,
    string Rate,
    int Frames,
    Sentence? Problem = null,
    IReadOnlyList<string>? Placed = null,
    PhaseLengths? Phases = null
)
{
    public static GraphicFacts Of(Graphic graphic) =>
        new(
            graphic.Name,
            graphic.Kind,
            graphic.Width,
            graphic.Height,
            graphic.Rate.ToString(),
            graphic.Phases.Total,
            Placed: graphic.Placed is { } placed ? [.. placed.Keys] : null,
            Phases: graphic.Phases
        );

    /// <summary>The facts of a document; one that cannot be read says why.</summary>
    public static GraphicFacts Of(string document)
    {
        try
        {
            return Of(GraphicJson.Read(document));
        }
        catch (Scene.ProblemException e)
        {
            return new("Unreadable graphic", GraphicKind.Title, Graphic.LeastSide, Graphic.LeastSide, "25", 1, e.Problem.AsOne());
        }
    }

    public string Write() => JsonSerializer.Serialize(this, ReportJson.Options);

    public static GraphicFacts Read(string json) => JsonSerializer.Deserialize<GraphicFacts>(json, ReportJson.Options)!;
}
