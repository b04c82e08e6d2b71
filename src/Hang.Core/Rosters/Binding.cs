using System.Collections.Immutable;
using Hang.Core.Documents;

namespace Hang.Core.Rosters;

/// <summary>Finds the fields that columns mean by their headings.</summary>
public static class Binding
{
    private static readonly (string Plain, string Fills)[] Own =
    [
        ("colourway", RosterColumn.Colourway),
        ("hold", RosterColumn.Hold),
        ("take", RosterColumn.TakeName),
        ("file", RosterColumn.TakeName),
        ("filename", RosterColumn.TakeName),
    ];

    /// <summary>
    /// A roster of a table: columns are bound to fields of the same name, whatever its case, spaces and hyphens; with one column and one field they are
    /// each other's.
    /// </summary>
    public static Roster Of(Table table, Graphic graphic)
    {
        var fields = graphic.Fields ?? [];
        var used = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        var columns = table.Headings.Select(h => new RosterColumn(h, Fills(h))).ToImmutableArray();
        // A list of names with no heading that says so is what the only field is for.
        if (columns.All(c => c.Fills.Length == 0) && columns.Length == 1 && fields.Count > 0)
        {
            columns = [columns[0] with { Fills = fields[0].Name }];
        }
        return new Roster(columns, [.. table.Rows.Select((r, i) => new RosterRow($"r{i + 1}", r))]).Demand();

        string Fills(string heading)
        {
            var plain = Plain(heading);
            var found = fields.FirstOrDefault(f => Plain(f.Name) == plain)?.Name ?? Own.FirstOrDefault(o => o.Plain == plain).Fills ?? "";
            return used.Add(found) ? found : "";
        }
    }

    /// <summary>True when the first row of a table names fields, and so is no row of values.</summary>
    public static bool Names(IEnumerable<string> first, Graphic graphic)
    {
        var known = (graphic.Fields ?? []).Select(f => Plain(f.Name)).Concat(Own.Select(o => o.Plain)).ToHashSet(StringComparer.Ordinal);
        return first.Any(h => known.Contains(Plain(h)));
    }

    private static string Plain(string name) => new([.. name.Where(char.IsLetterOrDigit).Select(char.ToLowerInvariant)]);
}
