using System.Collections.Frozen;
using System.Globalization;

namespace Hang.Core.Rosters;

/// <summary>A table as the lines of a list, such as credits or the data of a chart.</summary>
public static class TableLines
{
    // What people call the columns of such lists, in the languages that Hang speaks.
    private static readonly FrozenSet<string> Headings = FrozenSet.ToFrozenSet(
        [
            "name",
            "names",
            "role",
            "roles",
            "job",
            "title",
            "function",
            "credit",
            "credits",
            "person",
            "label",
            "item",
            "value",
            "number",
            "amount",
            "count",
            "share",
            "namen",
            "rolle",
            "rollen",
            "aufgabe",
            "funktion",
            "titel",
            "bezeichnung",
            "wert",
            "zahl",
            "anzahl",
            "menge",
            "anteil",
        ],
        StringComparer.OrdinalIgnoreCase
    );

    /// <summary>
    /// A line for each row, its cells divided by tabs; an empty row is an empty line. A cell of several lines goes on in lines that begin with a tab: more
    /// names of one role. A first row that names the columns is left out.
    /// </summary>
    /// <param name="rows">As the table has them.</param>
    public static string Of(IReadOnlyList<IReadOnlyList<string>> rows)
    {
        var used = Enumerable.Range(0, rows.Select(r => r.Count).DefaultIfEmpty(0).Max()).Where(c => rows.Any(r => Cell(r, c).Length > 0)).ToArray();
        var whole = rows.Select(r => used.Select(c => Cell(r, c)).ToArray()).SkipWhile(IsEmpty).ToArray();
        return string.Join('\n', whole.Skip(whole.Length > 1 && IsHeading(whole[0], whole[1..]) ? 1 : 0).SelectMany(Lines)).TrimEnd('\n');
    }

    private static IEnumerable<string> Lines(string[] cells)
    {
        var parts = cells.Select(c => c.Split('\n', StringSplitOptions.TrimEntries)).ToArray();
        for (var i = 0; i < parts.Max(p => p.Length); i++)
        {
            yield return string.Join('\t', parts.Select(p => i < p.Length ? p[i].Replace('\t', ' ') : "")).TrimEnd('\t');
        }
    }

    /// <summary>True for a row of words that columns are called by, and for one without numbers over a column that has nothing else.</summary>
    private static bool IsHeading(string[] first, string[][] rest) =>
        first.Where(c => c.Length > 0).All(Headings.Contains)
        || Enumerable
            .Range(0, first.Length)
            .Any(c =>
                first[c].Length > 0
                && !first[c].Any(char.IsDigit)
                && rest.Where(r => r[c].Length > 0).ToArray() is { Length: > 0 } filled
                && filled.All(r => IsNumber(r[c]))
            );

    private static bool IsNumber(string text) =>
        double.TryParse(text.TrimEnd('%', ' '), NumberStyles.Float | NumberStyles.AllowThousands, CultureInfo.InvariantCulture, out _);

    private static bool IsEmpty(string[] cells) => cells.All(c => c.Length == 0);

    private static string Cell(IReadOnlyList<string> row, int column) =>
        column < row.Count ? row[column].Replace("\r\n", "\n", StringComparison.Ordinal).Trim() : "";
}
