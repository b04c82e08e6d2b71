using System.Collections.Immutable;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Values;

namespace Hang.Core.Rosters;

/// <summary>A row of a roster.</summary>
/// <param name="Id">Short text, unique within the roster; it stays when the row moves or changes.</param>
/// <param name="Cells">One text for each column; missing ones are empty.</param>
public sealed record RosterRow(string Id, ImmutableArray<string> Cells)
{
    public string Cell(int column) => column >= 0 && column < Cells.Length ? Cells[column] : "";

    public bool Equals(RosterRow? other) => other is not null && Id == other.Id && Cells.SequenceEqual(other.Cells);

    public override int GetHashCode() => HashCode.Combine(Id, Cells.Length);
}

/// <summary>A column, and what it fills.</summary>
/// <param name="Heading">As the table has it.</param>
/// <param name="Fills">Name of a field, or <see cref="RosterColumn.Colourway"/>, <see cref="RosterColumn.Hold"/> or <see cref="RosterColumn.TakeName"/>;
/// empty: nothing.</param>
public sealed record RosterColumn(string Heading, string Fills = "")
{
    /// <summary>What fills the colourway, the length of Hold in frames, and the take's name, which are no fields.</summary>
    public const string Colourway = ".colourway",
        Hold = ".hold",
        TakeName = ".name";
}

/// <summary>A table of rows, one filled graphic per row.</summary>
/// <param name="Names">How takes are named: text with headings of columns in braces, such as {Name}; {row} is the row's number. Empty: by the first words
/// that are filled in.</param>
public sealed record Roster(ImmutableArray<RosterColumn> Columns, ImmutableArray<RosterRow> Rows, string Names = "")
{
    public const int MostRows = 5000;

    public const int MostColumns = 100;

    public const int MostCell = 4000;

    private const int MostNames = 200;

    /// <summary>Pictures that came along, by the file names that cells say; each the hash and what it is.</summary>
    public ImmutableSortedDictionary<string, RosterPicture>? Pictures { get; init; }

    /// <summary>Returns the roster, unchanged.</summary>
    /// <exception cref="ProblemException">It is larger than rosters may be, or two of its rows have one id.</exception>
    public Roster Demand()
    {
        if (Columns.Length > MostColumns || Rows.Length > MostRows)
        {
            throw new ProblemException(
                $"The table has {Rows.Length} rows and {Columns.Length} columns.",
                $"Keep it to {MostRows} rows and {MostColumns} columns.",
                field: "rows"
            );
        }
        if (Names.Length > MostNames)
        {
            throw new ProblemException($"The pattern of names is too long.", $"Use at most {MostNames} letters.", field: "names");
        }
        var ids = new HashSet<string>(StringComparer.Ordinal);
        for (var i = 0; i < Rows.Length; i++)
        {
            if (!Address.IsId(Rows[i].Id) || !ids.Add(Rows[i].Id))
            {
                throw new ProblemException($"Row {i + 1} has no id of its own.", $"Give each row one: 1 to 64 letters, digits and hyphens.", field: "rows");
            }
            if (Rows[i].Cells.Any(c => c.Length > MostCell))
            {
                throw new ProblemException($"A cell of row {i + 1} has more than {MostCell} characters.", $"Shorten it.", field: "rows");
            }
        }
        return this;
    }

    public bool Equals(Roster? other) => other is not null && Columns.SequenceEqual(other.Columns) && Rows.SequenceEqual(other.Rows) && Names == other.Names;

    public override int GetHashCode() => HashCode.Combine(Columns.Length, Rows.Length, Names);
}

/// <summary>A picture of a roster.</summary>
public sealed record RosterPicture(string Hash, Asset Asset);
