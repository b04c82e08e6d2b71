using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Fields;
using Hang.Scene;
using Hang.Scene.Typesetting;

namespace Hang.Core.Rosters;

/// <summary>What is to be said of a row before it is painted.</summary>
public static class RowFindings
{
    /// <summary>What the row fills in, its graphic, and what is wrong or odd about the row itself; the graphic is null where the row is refused.</summary>
    public static (Take? Take, Graphic? Filled, IReadOnlyList<Finding> Findings) Of(RosterTakes takes, Graphic graphic, int row, ITypeShaper shaper)
    {
        var findings = new List<Finding>();
        if (takes.IsEmpty(row))
        {
            findings.Add(new("empty", Weight.Warning, new($"The row is empty.", $"Fill it, or take it away.")));
        }
        else if (takes.FillsNothing(row))
        {
            findings.Add(
                new("fillsNothing", Weight.Warning, new($"Nothing in the row fills a field.", $"Choose above its columns what they fill, or take it away."))
            );
        }
        if (takes.TwinOf(row) is { } twin)
        {
            findings.Add(new("twice", Weight.Warning, new($"It is the same as row {twin + 1}.", $"Change it, or take one of them away.")));
        }
        try
        {
            var take = takes.Of(row);
            return (take, take.Of(graphic, shaper), findings);
        }
        catch (ProblemException e)
        {
            findings.Insert(0, new("refused", Weight.Error, e.Problem));
            return (null, null, findings);
        }
    }
}
