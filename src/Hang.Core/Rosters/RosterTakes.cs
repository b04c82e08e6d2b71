using System.Collections.Immutable;
using System.Globalization;
using Hang.Core.Documents;
using Hang.Core.Fields;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Values;

namespace Hang.Core.Rosters;

/// <summary>What the take of a row is called.</summary>
/// <param name="Name">Like that of no other row.</param>
/// <param name="From">What it was made from: while the row says that, it keeps its name, whatever other rows do.</param>
public sealed record RowName(string Name, string From);

/// <summary>The rows of a roster as takes of its graphic.</summary>
public sealed class RosterTakes
{
    private readonly Graphic graphic;
    private readonly Roster roster;
    private readonly ImmutableArray<(int Column, Field Field, ValueKind Kind)> bound;
    private readonly int colourway,
        hold,
        named;
    private readonly Dictionary<string, int> places;
    private readonly RowName[] names;
    private readonly int[] twinOf;

    /// <param name="given">Names that rows have already, by their ids; null: none.</param>
    /// <exception cref="ProblemException">A column fills a field that the graphic does not have, or two fill the same.</exception>
    public RosterTakes(Graphic graphic, Roster roster, IReadOnlyDictionary<string, RowName>? given = null)
    {
        (this.graphic, this.roster) = (graphic, roster.Demand());
        var fills = roster.Columns.Select((c, i) => (c.Fills, Column: i)).Where(c => c.Fills.Length > 0).ToArray();
        if (fills.GroupBy(f => f.Fills, StringComparer.OrdinalIgnoreCase).FirstOrDefault(g => g.Count() > 1) is { } twice)
        {
            throw new ProblemException($"Two columns fill {Quoted.Short(twice.Key)}.", $"Let one of them fill nothing.", field: "columns");
        }
        bound =
        [
            .. fills
                .Where(f => !f.Fills.StartsWith('.'))
                .Select(f => (f.Column, Field: Filling.Named(graphic, f.Fills)))
                .Select(f => (f.Column, f.Field, FieldPlace.Find(graphic, f.Field.Fills[0])!.Kind)),
        ];
        int Own(string what) => Array.Find(fills, f => f.Fills == what) is { Fills: not null } found ? found.Column : -1;
        (colourway, hold, named) = (Own(RosterColumn.Colourway), Own(RosterColumn.Hold), Own(RosterColumn.TakeName));
        (names, twinOf) = (Name(given), Twins());
        places = roster.Rows.Select((r, i) => (r.Id, i)).ToDictionary(r => r.Id, r => r.i, StringComparer.Ordinal);
    }

    /// <summary>How many rows there are.</summary>
    public int Count => roster.Rows.Length;

    /// <summary>The place of a row by its id.</summary>
    /// <exception cref="ProblemException">There is none of that id.</exception>
    public int IndexOf(string id) =>
        places.TryGetValue(id, out var index) ? index : throw new ProblemException($"There is no such row.", $"Look at the table again.", field: "row");

    /// <summary>What the take of a row is called: a name that no other row has.</summary>
    public string NameOf(int row) => names[row].Name;

    /// <summary>The names of all rows by their ids, for when the table is changed.</summary>
    public IReadOnlyDictionary<string, RowName> Names => names.Index().ToDictionary(n => roster.Rows[n.Index].Id, n => n.Item, StringComparer.Ordinal);

    /// <summary>The first row of which a row is the same; null: it is like none before it.</summary>
    public int? TwinOf(int row) => twinOf[row] < row ? twinOf[row] : null;

    /// <summary>True when nothing stands in the row.</summary>
    public bool IsEmpty(int row) => roster.Columns.Index().All(c => string.IsNullOrWhiteSpace(roster.Rows[row].Cell(c.Index)));

    /// <summary>True when nothing stands in the row that fills anything.</summary>
    public bool FillsNothing(int row) =>
        bound.Select(b => b.Column).Append(colourway).Append(hold).All(c => string.IsNullOrWhiteSpace(roster.Rows[row].Cell(c)));

    /// <summary>What a row fills in. An empty cell leaves what is no words as the graphic has it.</summary>
    /// <exception cref="ProblemException">A cell holds what cannot be read; the problem's field is the column's heading.</exception>
    public Take Of(int row)
    {
        var cells = roster.Rows[row];
        var values = ImmutableSortedDictionary.CreateBuilder<string, string>(StringComparer.Ordinal);
        var pictures = ImmutableSortedDictionary.CreateBuilder<string, Asset>(StringComparer.Ordinal);
        foreach (var (column, field, kind) in bound)
        {
            var cell = cells.Cell(column);
            if (kind is TextKind)
            {
                values[field.Name] = cell.Trim();
            }
            else if (!string.IsNullOrWhiteSpace(cell))
            {
                values[field.Name] = kind == PictureSources.Kind.Value && PictureOf(cell) is { } picture ? Along(picture) : cell.Trim();
            }
        }
        string Along(RosterPicture picture)
        {
            pictures[picture.Hash] = picture.Asset;
            return picture.Hash;
        }
        return new(values.ToImmutable(), Cell(cells, colourway), HoldOf(cells))
        {
            Name = names[row].Name,
            Pictures = pictures.Count > 0 ? pictures.ToImmutable() : null,
        };
    }

    private int? HoldOf(RosterRow cells)
    {
        if (Cell(cells, hold) is not { } text)
        {
            return null;
        }
        try
        {
            return Scene.Time.TimeText.Parse(text, graphic.Rate, graphic.Phases.Hold);
        }
        catch (ProblemException e)
        {
            throw new ProblemException(e.Problem with { Field = roster.Columns[hold].Heading });
        }
    }

    private static string? Cell(RosterRow cells, int column) => cells.Cell(column).Trim() is { Length: > 0 } text ? text : null;

    /// <summary>The picture that a cell means: by its file name, whatever folder it lay in.</summary>
    private RosterPicture? PictureOf(string cell)
    {
        var name = cell.Trim().Split('/', '\\')[^1];
        return roster.Pictures?.FirstOrDefault(p => string.Equals(p.Key, name, StringComparison.OrdinalIgnoreCase)).Value;
    }

    private const string RowNumber = "{row}";

    private RowName[] Name(IReadOnlyDictionary<string, RowName>? given)
    {
        var found = new RowName?[Count];
        var taken = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        var next = new Dictionary<string, int>(StringComparer.OrdinalIgnoreCase);
        var from = roster.Rows.Select(r => Cell(r, named) ?? Pattern(r)).ToArray();
        // Names belong to rows: those that have one keep it before others are named.
        for (var i = 0; i < Count; i++)
        {
            found[i] = given?.GetValueOrDefault(roster.Rows[i].Id) is { } had && had.From == from[i] && taken.Add(had.Name) ? had : null;
        }
        for (var i = 0; i < Count; i++)
        {
            found[i] ??= new(Free(from[i], i), from[i]);
        }
        return found!;

        string Free(string from, int row)
        {
            // A number that is in the name anyway goes on until it is free; any other name gets one.
            string Numbered(int n) => Plain(from.Replace(RowNumber, n.ToString(CultureInfo.InvariantCulture), StringComparison.OrdinalIgnoreCase));
            var isNumbered = Numbered(1) != Numbered(2);
            var plain = Numbered(row + 1);
            for (var n = Math.Max(next.GetValueOrDefault(from), isNumbered ? row + 1 : 1); ; n++)
            {
                var name =
                    isNumbered ? Numbered(n)
                    : n == 1 ? plain
                    : string.Create(CultureInfo.InvariantCulture, $"{plain} {n}");
                if (taken.Add(name))
                {
                    next[from] = n + 1;
                    return name;
                }
            }
        }
    }

    private int[] Twins()
    {
        var firstOf = new Dictionary<string, int>(StringComparer.Ordinal);
        return
        [
            .. roster.Rows.Select(
                (row, i) =>
                {
                    var said = string.Join('\u001F', bound.Select(b => row.Cell(b.Column).Trim()).Append(row.Cell(colourway)).Append(row.Cell(hold)));
                    return firstOf.TryAdd(said, i) ? i : firstOf[said];
                }
            ),
        ];
    }

    /// <summary>The name of a row before it is made one that no other has; the row's number is still to be put in.</summary>
    private string Pattern(RosterRow row)
    {
        const string unnamed = $"row {RowNumber}";
        if (string.IsNullOrWhiteSpace(roster.Names))
        {
            return bound.Where(b => b.Kind is TextKind).Select(b => row.Cell(b.Column).Trim()).FirstOrDefault(c => c.Length > 0) ?? unnamed;
        }
        var text = roster.Names;
        for (var c = 0; c < roster.Columns.Length; c++)
        {
            text = text.Replace($"{{{roster.Columns[c].Heading}}}", row.Cell(c).Trim(), StringComparison.OrdinalIgnoreCase);
        }
        return text.Trim() is { Length: > 0 } filled ? filled : unnamed;
    }

    private static string Plain(string name)
    {
        var plain = string.Join(
            ' ',
            name.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Select(w => new string([.. w.Where(c => !char.IsControl(c))]))
        );
        return plain.Length > 100 ? plain[..100].TrimEnd() : plain;
    }
}
