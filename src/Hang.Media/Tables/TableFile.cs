using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using Hang.Core.Rosters;
using Hang.Scene;

namespace Hang.Media.Tables;

/// <summary>
/// Tables from files and clipboards: CSV (RFC 4180, with commas or semicolons), text with tabs as sheets paste it, and the first sheet of an XLSX workbook
/// (ISO/IEC 29500). What a file is, its content says.
/// </summary>
public static class TableFile
{
    /// <summary>Largest table in bytes.</summary>
    public const int MostBytes = 32 * 1024 * 1024;

    /// <summary>Most lines of a table, empty ones too; the rows that count are fewer (<see cref="Roster.MostRows"/>).</summary>
    internal const int MostLines = 50_000;

    /// <summary>Most cells of a line, empty ones too.</summary>
    internal const int MostCells = 1_000;

    private static readonly byte[] Zip = "PK\u0003\u0004"u8.ToArray();

    /// <summary>Reads a table. Rows and columns that are empty throughout are left out.</summary>
    /// <param name="isHeading">Whether a first row names columns; null: it does.</param>
    /// <exception cref="ProblemException">It is no table, or too large.</exception>
    public static Table Read(string name, byte[] bytes, Func<IReadOnlyList<string>, bool>? isHeading = null, CancellationToken cancel = default)
    {
        List<IReadOnlyList<string>> rows = [.. Rows(name, bytes, cancel).Where(r => r.Any(c => c.Trim().Length > 0))];
        if (rows.Count == 0)
        {
            throw new ProblemException($"{Quoted.Short(name)} has no rows.", $"Give a table with a heading for each column.", field: "file");
        }
        var width = rows.Max(r => r.Count);
        if (rows.Count - 1 > Roster.MostRows || width > Roster.MostColumns)
        {
            throw new ProblemException(
                $"{Quoted.Short(name)} has {rows.Count} rows and {width} columns.",
                $"Keep it to {Roster.MostRows} rows and {Roster.MostColumns} columns.",
                field: "file"
            );
        }
        var used = Enumerable.Range(0, width).Where(c => rows.Any(r => c < r.Count && r[c].Trim().Length > 0)).ToArray();
        var whole = rows.Select(r => used.Select(c => c < r.Count ? r[c] : "").ToImmutableArray()).ToArray();
        return isHeading?.Invoke(whole[0]) == false
            ? new([.. used.Select((_, i) => string.Create(CultureInfo.InvariantCulture, $"Column {i + 1}"))], [.. whole])
            : new(
                [.. whole[0].Select((h, i) => h.Trim().Length > 0 ? h.Trim() : string.Create(CultureInfo.InvariantCulture, $"Column {i + 1}"))],
                [.. whole.Skip(1)]
            );
    }

    /// <summary>All rows as they are, empty ones too.</summary>
    /// <exception cref="ProblemException">It is no table, or too large.</exception>
    public static IReadOnlyList<IReadOnlyList<string>> Rows(string name, byte[] bytes, CancellationToken cancel = default) =>
        bytes.Length > MostBytes
            ? throw new ProblemException(
                $"{Quoted.Short(name)} is {bytes.Length / 1_000_000} MB large.",
                $"Use a table of {MostBytes / 1_000_000} MB or less.",
                field: "file"
            )
        : bytes.AsSpan().StartsWith(Zip) ? FirstSheet.Rows(name, bytes, cancel)
        : Text(name, Decoded(name, bytes), cancel);

    /// <summary>UTF-8 or UTF-16 by its mark, else UTF-8; what is neither is taken for Windows-1252, as spreadsheets write it.</summary>
    internal static string Decoded(string name, byte[] bytes)
    {
        if (bytes.AsSpan().StartsWith((byte[])[0xFF, 0xFE]) || bytes.AsSpan().StartsWith((byte[])[0xFE, 0xFF]))
        {
            return new UnicodeEncoding(bytes[0] == 0xFE, true).GetString(bytes).TrimStart('\uFEFF');
        }
        if (bytes.AsSpan(0, Math.Min(bytes.Length, 4096)).Contains((byte)0))
        {
            throw new ProblemException($"{Quoted.Short(name)} is no table.", $"Give CSV, text with tabs, or XLSX.", field: "file");
        }
        try
        {
            return new UTF8Encoding(false, true).GetString(bytes).TrimStart('\uFEFF');
        }
        catch (DecoderFallbackException)
        {
            return CodePagesEncodingProvider.Instance.GetEncoding(1252)!.GetString(bytes);
        }
    }

    private static List<IReadOnlyList<string>> Text(string name, string text, CancellationToken cancel)
    {
        var delimiter = Delimiter(text);
        DemandFew(name, text, delimiter[0]);
        var settings = new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            HasHeaderRecord = false,
            Delimiter = delimiter,
            BadDataFound = null,
            IgnoreBlankLines = false,
            MaxFieldSize = Roster.MostCell * 2,
        };
        using var reader = new CsvReader(new StringReader(text), settings);
        var rows = new List<IReadOnlyList<string>>();
        try
        {
            while (reader.Read())
            {
                cancel.ThrowIfCancellationRequested();
                rows.Add([.. reader.Parser.Record ?? []]);
            }
        }
        catch (CsvHelperException)
        {
            throw new ProblemException(
                $"Row {rows.Count + 1} of {Quoted.Short(name)} cannot be read.",
                $"See whether a quotation mark is missing there, or a cell is very long.",
                field: "file"
            );
        }
        return rows;
    }

    /// <summary>A table of nothing but commas or empty lines is counted before it is read.</summary>
    private static void DemandFew(string name, string text, char delimiter)
    {
        var (quoted, lines, cells, before) = (false, 1, 1, ' ');
        foreach (var c in text)
        {
            quoted ^= c == '"';
            cells += !quoted && c == delimiter ? 1 : 0;
            if (!quoted && (c == '\r' || (c == '\n' && before != '\r')))
            {
                (lines, cells) = (lines + 1, 1);
            }
            before = c;
            if (lines > MostLines || cells > MostCells)
            {
                throw TooMuch(Quoted.Short(name));
            }
        }
    }

    /// <summary>What to say of a table that is no table any more.</summary>
    internal static ProblemException TooMuch(string shown) =>
        new(
            $"{shown} has more than {MostLines} lines, or more than {MostCells} cells in one.",
            $"Keep it to {Roster.MostRows} rows and {Roster.MostColumns} columns.",
            field: "file"
        );

    /// <summary>Tabs where the first line has any, then whichever of comma and semicolon it has more of, outside of quotation marks.</summary>
    private static string Delimiter(string text)
    {
        var (quoted, counts) = (
            false,
            new Dictionary<char, int>
            {
                ['\t'] = 0,
                [','] = 0,
                [';'] = 0,
            }
        );
        foreach (var c in text)
        {
            quoted ^= c == '"';
            if (!quoted && c is '\n' or '\r')
            {
                break;
            }
            if (!quoted && counts.TryGetValue(c, out var n))
            {
                counts[c] = n + 1;
            }
        }
        return counts['\t'] > 0 ? "\t"
            : counts[';'] > counts[','] ? ";"
            : ",";
    }
}
