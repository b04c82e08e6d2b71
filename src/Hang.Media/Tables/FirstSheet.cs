using System.Globalization;
using System.Text;
using System.Xml;
using Hang.Core.Rosters;
using Hang.Media.Unpacking;
using Hang.Scene;

namespace Hang.Media.Tables;

/// <summary>
/// The first sheet of an XLSX workbook (ISO/IEC 29500-1, part 18), read as a stream: rows and columns that are too many end it, whatever its parts say of their
/// lengths.
/// </summary>
internal sealed class FirstSheet
{
    // Unpacked, the parts of a table of the most rows and columns that Hang takes.
    private const long MostUnpacked = 128 * 1024 * 1024;
    private const int MostTexts = 1_000_000;
    private const string Main = "xl/workbook.xml";

    private static readonly XmlReaderSettings Safe = new()
    {
        DtdProcessing = DtdProcessing.Prohibit,
        XmlResolver = null,
        IgnoreComments = true,
        IgnoreProcessingInstructions = true,
    };

    private readonly Budget budget;
    private readonly ZipWithin zip;
    private readonly List<string> texts = [];
    private readonly HashSet<int> dates = [];
    private bool since1904;

    private FirstSheet(Budget budget, ZipWithin zip) => (this.budget, this.zip) = (budget, zip);

    /// <summary>Every row up to the last that has something in it; rows that the sheet leaves out are empty.</summary>
    /// <exception cref="ProblemException">It is no workbook, or has too many rows or columns.</exception>
    public static List<IReadOnlyList<string>> Rows(string name, byte[] file, CancellationToken cancel)
    {
        var budget = new Budget(name, MostUnpacked, cancel);
        using var zip = new ZipWithin(file, budget, () => None(budget));
        try
        {
            var book = new FirstSheet(budget, zip);
            return book.Sheet(book.First());
        }
        catch (Exception e) when (e is XmlException or InvalidDataException or IOException or FormatException or OverflowException)
        {
            throw None(budget);
        }
    }

    private static ProblemException None(Budget budget) =>
        new($"{budget.Shown} is no workbook that can be read.", $"Save it as XLSX or CSV again.", field: "file");

    /// <summary>Path of the first sheet; texts and formats are read on the way.</summary>
    private string First()
    {
        if (!zip.Has(Main))
        {
            throw None(budget);
        }
        string? id = null;
        foreach (var x in Elements(Main))
        {
            since1904 |= x.LocalName == "workbookPr" && x.GetAttribute("date1904") is "1" or "true";
            if (x.LocalName == "sheet" && id is null)
            {
                id = x.GetAttribute("id", "http://schemas.openxmlformats.org/officeDocument/2006/relationships") ?? x.GetAttribute("r:id");
            }
        }
        var paths = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var x in Elements("xl/_rels/workbook.xml.rels"))
        {
            if (x.LocalName == "Relationship" && x.GetAttribute("Id") is { } key && x.GetAttribute("Target") is { } target)
            {
                paths[key] = target.StartsWith('/') ? target[1..] : "xl/" + target;
            }
        }
        Texts();
        Formats();
        return id is not null && paths.GetValueOrDefault(id) is { } path && zip.Has(path) ? path : throw None(budget);
    }

    private IEnumerable<XmlReader> Elements(string part)
    {
        if (!zip.Has(part))
        {
            yield break;
        }
        using var stream = zip.Open(part);
        using var reader = XmlReader.Create(stream, Safe);
        while (reader.Read())
        {
            if (reader.NodeType == XmlNodeType.Element)
            {
                yield return reader;
            }
        }
    }

    /// <summary>Texts that cells share (18.4.9); what is only how they sound is left out.</summary>
    private void Texts()
    {
        foreach (var x in Elements("xl/sharedStrings.xml").Where(x => x.LocalName == "si"))
        {
            if (texts.Count == MostTexts)
            {
                throw TooMuch();
            }
            texts.Add(Text(x, "si"));
        }
    }

    /// <summary>All t within an element, which is left at its end.</summary>
    private static string Text(XmlReader reader, string element)
    {
        var text = new StringBuilder();
        if (reader.IsEmptyElement)
        {
            return "";
        }
        var (depth, sounds, within) = (reader.Depth, 0, false);
        while (reader.Read() && !(reader.NodeType == XmlNodeType.EndElement && reader.Depth == depth && reader.LocalName == element))
        {
            var starts = reader.NodeType == XmlNodeType.Element;
            if (reader.LocalName == "rPh" && reader.NodeType is XmlNodeType.Element or XmlNodeType.EndElement && !reader.IsEmptyElement)
            {
                sounds += starts ? 1 : -1;
            }
            else if (reader.LocalName == "t" && reader.NodeType is XmlNodeType.Element or XmlNodeType.EndElement)
            {
                within = starts && !reader.IsEmptyElement;
            }
            else if (
                within
                && sounds == 0
                && reader.NodeType is XmlNodeType.Text or XmlNodeType.SignificantWhitespace or XmlNodeType.Whitespace or XmlNodeType.CDATA
                && text.Length <= Roster.MostCell
            )
            {
                text.Append(reader.Value);
            }
        }
        return Unescaped(text.ToString());
    }

    /// <summary>Which styles show a number as a date or a time (18.8.30).</summary>
    private void Formats()
    {
        var own = new HashSet<int>();
        var (within, index) = (false, 0);
        foreach (var x in Elements("xl/styles.xml"))
        {
            switch (x.LocalName)
            {
                case "numFmt"
                    when int.TryParse(x.GetAttribute("numFmtId"), CultureInfo.InvariantCulture, out var id) && IsDate(x.GetAttribute("formatCode") ?? ""):
                    own.Add(id);
                    break;
                case "cellStyleXfs" or "cellXfs" or "cellStyles" or "dxfs":
                    within = x.LocalName == "cellXfs";
                    break;
                case "xf" when within:
                    if (
                        int.TryParse(x.GetAttribute("numFmtId"), CultureInfo.InvariantCulture, out var format)
                        && (own.Contains(format) || format is (>= 14 and <= 22) or (>= 27 and <= 36) or (>= 45 and <= 47) or (>= 50 and <= 58))
                    )
                    {
                        dates.Add(index);
                    }
                    index++;
                    break;
            }
        }
    }

    /// <summary>A format with days, months, years or hours in it, outside of quotes, brackets and escapes.</summary>
    private static bool IsDate(string format)
    {
        var (quoted, bracketed) = (false, false);
        for (var i = 0; i < format.Length && format[i] != ';'; i++)
        {
            var c = char.ToLowerInvariant(format[i]);
            if (c is '\\' or '_' or '*' && !quoted)
            {
                i++;
            }
            else if (c == '"')
            {
                quoted = !quoted;
            }
            else if (!quoted && c is '[' or ']')
            {
                bracketed = c == '[';
            }
            else if (!quoted && !bracketed && c is 'd' or 'm' or 'y' or 'h' or 's' && !format.Contains("General", StringComparison.OrdinalIgnoreCase))
            {
                return true;
            }
        }
        return false;
    }

    private List<IReadOnlyList<string>> Sheet(string path)
    {
        var rows = new List<IReadOnlyList<string>>();
        using var stream = zip.Open(path);
        using var reader = XmlReader.Create(stream, Safe);
        List<string> row = [];
        var filled = 0;
        while (reader.Read())
        {
            if (reader is { NodeType: XmlNodeType.Element, LocalName: "row" })
            {
                var number = int.TryParse(reader.GetAttribute("r"), NumberStyles.None, CultureInfo.InvariantCulture, out var said) ? said : rows.Count + 1;
                if (number <= rows.Count || number > TableFile.MostLines)
                {
                    throw number > TableFile.MostLines ? TooMuch() : None(budget);
                }
                while (rows.Count < number - 1)
                {
                    rows.Add([]);
                }
                row = [];
                rows.Add(row);
            }
            else if (reader is { NodeType: XmlNodeType.Element, LocalName: "c" })
            {
                var column = ColumnOf(reader.GetAttribute("r")) ?? row.Count;
                var text = Cell(reader);
                if (text.Length == 0)
                {
                    // Cells that only have a look are many, and nothing.
                    continue;
                }
                if (column >= TableFile.MostCells || column < row.Count)
                {
                    throw column < row.Count ? None(budget) : TooMuch();
                }
                while (row.Count < column)
                {
                    row.Add("");
                }
                row.Add(text);
                filled = rows.Count;
            }
        }
        rows.RemoveRange(filled, rows.Count - filled);
        return rows;
    }

    /// <summary>What a cell shows (18.3.1.4); the reader is left at its end.</summary>
    private string Cell(XmlReader reader)
    {
        var (kind, style) = (reader.GetAttribute("t") ?? "n", reader.GetAttribute("s"));
        if (reader.IsEmptyElement)
        {
            return "";
        }
        var (depth, value, inline) = (reader.Depth, "", "");
        var within = false;
        while (reader.Read() && !(reader.NodeType == XmlNodeType.EndElement && reader.Depth == depth))
        {
            if (reader is { NodeType: XmlNodeType.Element, LocalName: "is" })
            {
                inline = Text(reader, "is");
            }
            else if (reader.LocalName == "v" && reader.NodeType is XmlNodeType.Element or XmlNodeType.EndElement)
            {
                within = reader.NodeType == XmlNodeType.Element && !reader.IsEmptyElement;
            }
            else if (within && reader.NodeType is XmlNodeType.Text or XmlNodeType.SignificantWhitespace or XmlNodeType.CDATA && value.Length <= Roster.MostCell)
            {
                value += reader.Value;
            }
        }
        return kind switch
        {
            "s" => int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var shared) && shared < texts.Count ? texts[shared] : "",
            "inlineStr" => inline,
            "str" => Unescaped(value),
            "b" => value.Trim() == "1" ? "yes" : "no",
            "e" or "d" => value,
            _ => double.TryParse(value, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
                ? int.TryParse(style, NumberStyles.None, CultureInfo.InvariantCulture, out var look) && dates.Contains(look)
                    ? Moment(number)
                    : number.ToString("0.###############", CultureInfo.InvariantCulture)
                : value,
        };
    }

    /// <summary>Days since the end of 1899, with a 29th of February in 1900 that never was, or since 1904 (18.17.4).</summary>
    private string Moment(double days)
    {
        var whole =
            since1904 ? days + 1462
            : days < 60 ? days + 1
            : days;
        if (whole is < 0 or > 2_958_465)
        {
            return days.ToString("0.###############", CultureInfo.InvariantCulture);
        }
        var moment = new DateTime(1899, 12, 30, 0, 0, 0, DateTimeKind.Unspecified).AddSeconds(Math.Round(whole * 86_400));
        return moment.ToString(moment.TimeOfDay.Ticks == 0 ? "yyyy-MM-dd" : "yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture);
    }

    /// <summary>Characters that XML cannot hold are written _xHHHH_ (22.9.2.19).</summary>
    private static string Unescaped(string text) =>
        text.Contains("_x", StringComparison.Ordinal)
            ? System.Text.RegularExpressions.Regex.Replace(text, "_x([0-9A-Fa-f]{4})_", m =>
                ((char)int.Parse(m.Groups[1].Value, NumberStyles.HexNumber, CultureInfo.InvariantCulture)).ToString()
            )
            : text;

    /// <summary>Index of the column of a reference such as "AB12"; null where there is none.</summary>
    private static int? ColumnOf(string? reference)
    {
        var column = 0;
        foreach (var c in reference ?? "")
        {
            if (!char.IsAsciiLetter(c) || column > TableFile.MostCells)
            {
                break;
            }
            column = column * 26 + (char.ToUpperInvariant(c) - 'A' + 1);
        }
        return column == 0 ? null : column - 1;
    }

    private ProblemException TooMuch() => TableFile.TooMuch(budget.Shown);
}
