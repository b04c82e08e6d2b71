using System.Collections.Immutable;

namespace Hang.Server.Tests.House;

/// <summary>
/// The folders of a project have an order, from the foundation up: each names only those before it, and what stands in the root of the project is the
/// lowest. So there is no circle, and a new thing has a place.
/// </summary>
public class LayersTests
{
    [Theory]
    [InlineData("Hang.Scene", "Kernels Time Phases Numbers Colour Geometry Json Typesetting Values Motion Registry Sources PaintList")]
    [InlineData(
        "Hang.Core",
        "Idles Credits Charts Palettes Contents Effects Masks Layers Documents Lengths Fields Refitting Placing Sounds Evaluation Programs Checks Arrivals Edits Rosters Handoff"
    )]
    [InlineData("Hang.Paint", "Paths Pixels Pictures Fonts Shaping Filters Steps Operations Painting")]
    [InlineData(
        "Hang.Media",
        "Processes Unpacking Probing Tables Packs Sounds Judging Frames Encoding Stills Reading Movies Slices Kinds Rendering Proofs Deliveries Reports"
    )]
    [InlineData("Hang.Store", "Sentences Files Sources Feels Accounts Packages Revisions Rosters Handoffs Migrations")]
    [InlineData("Hang.Server", "StandIns Hosting Safety SignIn Sources Pictures Fonts Sounds Motion Desk Live Handoffs Rosters Demo Rack")]
    public void EachFolderNamesOnlyThoseBeforeIt(string project, string order)
    {
        var folders = order.Split(' ').ToList();
        var there = SourceGraph
            .Files(project)
            .Select(f => Path.GetRelativePath(SourceGraph.Folder(project), f).Split('/'))
            .Where(p => p.Length > 1)
            .Select(p => p[0])
            .Distinct();
        Assert.Empty(there.Except(folders).Select(f => $"{f} has no place in the order of {project}"));
        Assert.Empty(Upward(project, folders).Select(n => n.ToString()).Order(StringComparer.Ordinal));
    }

    [Fact]
    public void ANamingUpwardIsFound()
    {
        var found = Upward("Hang.Scene", ["Motion", "Values"]);
        Assert.Contains(found, n => n is { From: "Motion", To: "Values" });
        Assert.DoesNotContain(found, n => n is { From: "Values", To: "Motion" });
    }

    /// <summary>
    /// Namings of a folder that stands higher. What stands in the root of a project is the lowest; only the program itself has no namespace, and may name
    /// all.
    /// </summary>
    private static ImmutableArray<Naming> Upward(string project, List<string> order)
    {
        int Height(string folder) => folder.Length == 0 ? -1 : order.IndexOf(folder);
        return SourceGraph.Of(project, (from, to) => Height(to) > Height(from));
    }
}
