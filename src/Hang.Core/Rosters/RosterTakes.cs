using System.Collections.Immutable;
using System.Globalization;
using Hang.Core.Documents;
using Hang.Core.Fields;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Values;

namespace Hang.Core.Rosters;

/// <summary>The rows of a roster as takes of its graphic.</summary>
public sealed class RosterTakes
{
    private readonly Graphic graphic;
    private readonly Roster roster;
    private readonly ImmutableArray<(int Column, Field Field, ValueKind Kind)> bound;
    private readonly int colourway, hold, named;
    private readonly Dictionary<string, int> places;
    private readonly string[] names;
    private readonly int[] twinOf;

    /// <exception cref="ProblemException">A column fills a field that the graphic does not have, or two fill the same.</exception>
    public RosterTakes(Graphic graphic, Roster roster)
    {
        (this.graphic, this.roster) = (graphic, roster.Demand());
        var fills = roster.Columns.Select((c, i) => (c.Fills, Column: i)).Where(c => c.Fills.Length > 0).ToArray();
        if (fills.GroupBy(f => f.Fills, StringComparer.OrdinalIgnoreCase).FirstOrDefault(g => g.Count() > 1) is { } twice)
        {
            throw new ProblemException($"Two columns fill {Quoted.Short(twice.Key)}.", "Let one of them fill nothing.", field: "columns");
        }
        bound = [.. fills.Where(f => !f.Fills.StartsWith('.')).Select(f => (f.Column, Field: Filling.Named(graphic, f.Fills))).Select(f => (f.Column, f.Field, FieldPlace.Find(graphic, f.Field.Fills[0])!.Kind))];
        int Own(string what) => Array.Find(fills, f => f.Fills == what) is { Fills: not null } found ? found.Column : -1;
        (colourway, hold, named) = (Own(RosterColumn.Colourway), Own(RosterColumn.Hold), Own(RosterColumn.TakeName));
        (names, twinOf) = Name();
        places = roster.Rows.Select((r, i) => (r.Id, i)).ToDictionary(r => r.Id, r => r.i, StringComparer.Ordinal);
    }

    /// <summary>How many rows there are.</summary>
    public int Count => roster.Rows.Length;

    /// <summary>The place of a row by its id.</summary>
    /// <exception cref="ProblemException">There is none of that id.</exception>
    public int IndexOf(string id) => places.TryGetValue(id, out var index) ? index : throw new ProblemException("There is no such row.", "Look at the table again.", field: "row");

    /// <summary>What the take of a row is called: a name that no row before it has.</summary>
    public string NameOf(int row) => names[row];

    /// <summary>The first row of which a row is the same; null: it is like none before it.</summary>
    public int? TwinOf(int row) => twinOf[row] < row ? twinOf[row] : null;

    /// <summary>True when nothing stands in the row.</summary>
    public bool IsEmpty(int row) => roster.Columns.Index().All(c => string.IsNullOrWhiteSpace(roster.Rows[row].Cell(c.Index)));

    /// <summary>True when nothing stands in the row that fills anything.</summary>
    public bool FillsNothing(int row) => bound.Select(b => b.Column).Append(colourway).Append(hold).All(c => string.IsNullOrWhiteSpace(roster.Rows[row].Cell(c)));

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
                values[field.Name] = kind is PictureKind && PictureOf(cell) is { } picture ? Along(picture) : cell.Trim();
            }
        }
        string Along(RosterPicture picture)
        {
            pictures[picture.Hash] = picture.Asset;
            return picture.Hash;
        }
        return new(values.ToImmutable(), Cell(cells, colourway), HoldOf(cells)) { Name = names[row], Pictures = pictures.Count > 0 ? pictures.ToImmutable() : null };
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

    private (string[] Names, int[] TwinOf) Name()
    {
        var (found, twins) = (new string[Count], new int[Count]);
        var firstOf = new Dictionary<string, int>(StringComparer.Ordinal);
        var taken = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        for (var i = 0; i < Count; i++)
        {
            var row = roster.Rows[i];
            var said = string.Join('\u001F', bound.Select(b => row.Cell(b.Column).Trim()).Append(row.Cell(colourway)).Append(row.Cell(hold)));
            twins[i] = firstOf.TryAdd(said, i) ? i : firstOf[said];
            var name = Plain(Cell(row, named) ?? Pattern(row, i));
            var free = name;
            for (var n = 2; !taken.Add(free); n++)
            {
                free = string.Create(CultureInfo.InvariantCulture, $"{name} {n}");
            }
            found[i] = free;
        }
        return (found, twins);
    }

    private string Pattern(RosterRow row, int index)
    {
        var number = (index + 1).ToString(CultureInfo.InvariantCulture);
        if (string.IsNullOrWhiteSpace(roster.Names))
        {
            var words = bound.Where(b => b.Kind is TextKind).Select(b => row.Cell(b.Column).Trim()).FirstOrDefault(c => c.Length > 0);
            return words ?? $"row {number}";
        }
        var text = roster.Names.Replace("{row}", number, StringComparison.OrdinalIgnoreCase);
        for (var c = 0; c < roster.Columns.Length; c++)
        {
            text = text.Replace($"{{{roster.Columns[c].Heading}}}", row.Cell(c).Trim(), StringComparison.OrdinalIgnoreCase);
        }
        return text.Trim() is { Length: > 0 } filled ? filled : $"row {number}";
    }

    private static string Plain(string name)
    {
        var plain = string.Join(' ', name.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Select(w => new string([.. w.Where(c => !char.IsControl(c))])));
        return plain.Length > 100 ? plain[..100].TrimEnd() : plain;
    }
}
