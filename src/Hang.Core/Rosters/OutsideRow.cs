using Hang.Core.Documents;
using Hang.Core.Fields;
using Hang.Scene;

namespace Hang.Core.Rosters;

/// <summary>A row that is filled from outside, by names of fields or headings of columns.</summary>
public static class OutsideRow
{
    /// <summary>The roster with those cells of a row changed; a row that there is not is added, and a column where a field has none.</summary>
    /// <exception cref="ProblemException">There is neither a column nor a field of such a name.</exception>
    public static Roster Put(Roster roster, Graphic graphic, string id, IReadOnlyDictionary<string, string> values)
    {
        var columns = roster.Columns;
        var row = roster.Rows.FirstOrDefault(r => r.Id == id) ?? new RosterRow(id, []);
        foreach (var (name, value) in values)
        {
            var at = columns.ToList().FindIndex(c => Is(c.Fills, name) || Is(c.Heading, name));
            if (at < 0)
            {
                var field = Filling.Named(graphic, name).Name;
                (at, columns) = (columns.Length, columns.Add(new(field, field)));
            }
            var cells = row.Cells.AddRange(Enumerable.Repeat("", Math.Max(0, at + 1 - row.Cells.Length)));
            row = row with { Cells = cells.SetItem(at, value) };
        }
        var index = roster.Rows.ToList().FindIndex(r => r.Id == id);
        return (roster with { Columns = columns, Rows = index < 0 ? roster.Rows.Add(row) : roster.Rows.SetItem(index, row) }).Demand();
    }

    private static bool Is(string a, string b) => string.Equals(a.Trim(), b.Trim(), StringComparison.OrdinalIgnoreCase);
}
