using System.Text.Json.Nodes;
using Hang.Scene.Json;

namespace Hang.Core.Documents.Upgrades;

/// <summary>
/// One step from a version of the format to the next, JSON to JSON. A step knows only the two versions beside it and is never changed
/// afterwards. What it does not understand it leaves alone, so that the reader of the newest version can name it.
/// </summary>
internal abstract class Upgrade
{
    private static readonly Upgrade[] Steps = [new From1To2(), new From2To3(), new From3To4()];

    /// <summary>The version that the step begins with.</summary>
    protected abstract int From { get; }

    protected abstract void Change(JsonObject document);

    /// <summary>An older document as text of this build's version.</summary>
    /// <param name="version">The document's own.</param>
    public static string ToThisVersion(JsonPlace place, int version)
    {
        DemandOnce(place);
        var document = JsonNode.Parse(place.Json.GetRawText())!.AsObject();
        foreach (var step in Steps.Where(s => s.From >= version).OrderBy(s => s.From))
        {
            step.Take(document);
        }
        return document.ToJsonString();
    }

    /// <summary>The document, and those that are placed in it: they are of its version.</summary>
    private void Take(JsonObject document)
    {
        Change(document);
        document["hang"] = From + 1;
        foreach (var placed in (document["placed"] as JsonObject)?.Select(p => p.Value).OfType<JsonObject>() ?? [])
        {
            Take(placed);
        }
    }

    /// <summary>Names that are there twice would get lost on the way, and text that is none could not be written.</summary>
    private static void DemandOnce(JsonPlace place)
    {
        if (place.Json.ValueKind == System.Text.Json.JsonValueKind.Object)
        {
            foreach (var (_, at) in place.Members())
            {
                DemandOnce(at);
            }
        }
        else if (place.Json.ValueKind == System.Text.Json.JsonValueKind.Array)
        {
            foreach (var item in place.Items())
            {
                DemandOnce(item);
            }
        }
        else if (place.Json.ValueKind == System.Text.Json.JsonValueKind.String)
        {
            _ = place.Text();
        }
    }
}
