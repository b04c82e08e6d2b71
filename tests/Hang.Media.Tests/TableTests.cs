using System.IO.Compression;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using Hang.Media.Tables;
using Hang.Scene;
using Hang.Tests.Shared;
using Table = Hang.Core.Rosters.Table;

namespace Hang.Media.Tests;

/// <summary>Tables as RFC 4180 has them, as sheets paste them, and as another library writes workbooks.</summary>
public class TableTests
{
    private static Table Read(string text) => TableFile.Read("t.csv", System.Text.Encoding.UTF8.GetBytes(text));

    private static string Rows(Table table) => string.Join("|", table.Rows.Select(r => string.Join("~", r)));

    /// <summary>RFC 4180, section 2, rules 1 to 7, each with the example of its kind.</summary>
    [Theory]
    [InlineData("a,b,c\r\n1,2,3\r\n4,5,6\r\n", "1~2~3|4~5~6")] // 1: lines end with CRLF
    [InlineData("a,b,c\r\n1,2,3\r\n4,5,6", "1~2~3|4~5~6")] // 2: the last may have none
    [InlineData("a,b\r\n aaa ,bbb\r\n", " aaa ~bbb")] // 4: spaces are part of a field
    [InlineData("a,b\r\n\"aaa\",bbb\r\n", "aaa~bbb")] // 5: fields may be in double quotes
    [InlineData("a,b\r\n\"a\r\naa\",\"b,bb\"\r\n", "a\r\naa~b,bb")] // 6: line breaks and commas in them
    [InlineData("a,b\r\n\"b\"\"bb\",c\r\n", "b\"bb~c")] // 7: a quote is written twice
    [InlineData("a,b\r\n,\r\nx,\r\n", "x~")] // empty rows are none
    [InlineData("a;b\n1;2,5\n", "1~2,5")] // semicolons, as sheets of other countries write
    [InlineData("a\tb\n\"x\ty\"\t2\n", "x\ty~2")] // tabs, as sheets paste
    [InlineData("a,b\nä,日本\n", "ä~日本")]
    [InlineData("a,b,c\n1\n1,2,3,4\n", "1~~~|1~2~3~4")] // rows of other lengths
    public void TextIsReadAsTheStandardSays(string text, string rows) => Assert.Equal(rows, Rows(Read(text)));

    [Fact]
    public void MarksAndOldEncodingsAreRead()
    {
        Assert.Equal("é", Rows(TableFile.Read("t", [0xEF, 0xBB, 0xBF, .. "a\né"u8])));
        Assert.Equal("é", Rows(TableFile.Read("t", [0xFF, 0xFE, .. System.Text.Encoding.Unicode.GetBytes("a\né")])));
        // What is not UTF-8 is taken for Windows-1252.
        Assert.Equal("é", Rows(TableFile.Read("t", [(byte)'a', (byte)'\n', 0xE9])));
    }

    [Theory]
    [InlineData("")]
    [InlineData("\r\n,,\r\n")]
    public void WhatHasNoRowsIsRefused(string text) =>
        Assert.Contains("no rows", Assert.Throws<ProblemException>(() => Read(text)).Message, StringComparison.Ordinal);

    [Fact]
    public void WhatIsNoTableIsRefused()
    {
        Assert.Contains("no table", Assert.Throws<ProblemException>(() => TableFile.Read("t.bin", [1, 0, 2])).Message, StringComparison.Ordinal);
        Assert.Contains(
            "no workbook",
            Assert.Throws<ProblemException>(() => TableFile.Read("t.xlsx", [.. "PK\u0003\u0004"u8, 1, 2, 3])).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void AFirstRowThatNamesNothingIsARow()
    {
        var table = TableFile.Read("t", "Ada\nBea"u8.ToArray(), _ => false);
        Assert.Equal(["Column 1"], table.Headings.ToArray());
        Assert.Equal("Ada|Bea", Rows(table));
    }

    /// <summary>A workbook as the Open XML SDK writes it (ISO/IEC 29500): shared and inline words, a number, a yes, a gap.</summary>
    [Fact]
    public void AWorkbookOfAnotherLibraryIsRead()
    {
        using var stream = new MemoryStream();
        using (var book = SpreadsheetDocument.Create(stream, SpreadsheetDocumentType.Workbook))
        {
            var part = book.AddWorkbookPart();
            part.Workbook = new Workbook();
            var strings = part.AddNewPart<SharedStringTablePart>();
            strings.SharedStringTable = new SharedStringTable(new SharedStringItem(new Text("Name")), new SharedStringItem(new Text("Bea & \"Co\"")));
            var sheet = part.AddNewPart<WorksheetPart>();
            static Cell Shared(string at, int index) =>
                new()
                {
                    CellReference = at,
                    DataType = CellValues.SharedString,
                    CellValue = new(index),
                };
            static Cell Inline(string at, string text) =>
                new()
                {
                    CellReference = at,
                    DataType = CellValues.InlineString,
                    InlineString = new(new Text(text)),
                };
            sheet.Worksheet = new Worksheet(
                new SheetData(
                    new Row(Shared("A1", 0), Inline("B1", "Score"), Inline("D1", "On")) { RowIndex = 1 },
                    new Row(
                        Shared("A2", 1),
                        new Cell { CellReference = "B2", CellValue = new(12.5) },
                        new Cell
                        {
                            CellReference = "D2",
                            DataType = CellValues.Boolean,
                            CellValue = new("1"),
                        }
                    )
                    {
                        RowIndex = 2,
                    }
                )
            );
            part.Workbook.AppendChild(new Sheets())
                .Append(
                    new Sheet
                    {
                        Id = part.GetIdOfPart(sheet),
                        SheetId = 1,
                        Name = "Keepers",
                    }
                );
        }
        var table = TableFile.Read("t.xlsx", stream.ToArray());
        Assert.Equal(["Name", "Score", "On"], table.Headings.ToArray());
        Assert.Equal("Bea & \"Co\"~12.5~yes", Rows(table));
    }

    /// <summary>Tables of nothing: refused in words before they fill the memory.</summary>
    [Fact]
    public void WhatIsMadeToFillTheMemoryIsRefused()
    {
        string Said(byte[] file) => Assert.Throws<ProblemException>(() => TableFile.Read("t", file)).Message;
        Assert.Contains("lines", Said(System.Text.Encoding.UTF8.GetBytes(new string('\n', 15_000_000))), StringComparison.Ordinal);
        Assert.Contains("lines", Said(System.Text.Encoding.UTF8.GetBytes(new string('\r', 1_000_000))), StringComparison.Ordinal);
        Assert.Contains("cells", Said(System.Text.Encoding.UTF8.GetBytes(new string(',', 30_000_000))), StringComparison.Ordinal);
        Assert.Contains("cells", Said(Book("<row r=\"1\"><c r=\"A1\"><v>1</v></c><c r=\"XFD1\"><v>1</v></c></row>")), StringComparison.Ordinal);
        Assert.Contains("lines", Said(Book("<row r=\"1048576\"><c r=\"A1048576\"><v>1</v></c></row>")), StringComparison.Ordinal);
        Assert.Contains(
            "unfolds to more",
            Said(Book("<row r=\"1\"><c r=\"A1\" t=\"s\"><v>0</v></c></row>", "<si><t>" + new string('x', 150_000_000) + "</t></si>")),
            StringComparison.Ordinal
        );
        Assert.Contains("no workbook", Said(Book("<row r=\"1\"><c r=\"A1\">")), StringComparison.Ordinal);
        // Cells that only have a look, up to the last column, are nothing.
        Assert.Equal(
            "1",
            Rows(
                TableFile.Read(
                    "t",
                    Book(
                        "<dimension ref=\"A1:XFD1048576\"/><row r=\"1\"><c r=\"A1\" t=\"inlineStr\"><is><t>Name</t></is></c><c r=\"XFD1\" s=\"1\"/></row><row r=\"2\"><c r=\"A2\"><v>1</v></c></row>"
                    )
                )
            )
        );
    }

    private static byte[] Book(string rows, string texts = "")
    {
        const string Sheet = "http://schemas.openxmlformats.org/spreadsheetml/2006/main",
            Linked = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, true))
        {
            foreach (
                var (name, text) in new[]
                {
                    (
                        "xl/workbook.xml",
                        $"<workbook xmlns=\"{Sheet}\" xmlns:r=\"{Linked}\"><sheets><sheet name=\"A\" sheetId=\"1\" r:id=\"r1\"/></sheets></workbook>"
                    ),
                    (
                        "xl/_rels/workbook.xml.rels",
                        "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\"><Relationship Id=\"r1\" Target=\"worksheets/sheet1.xml\"/></Relationships>"
                    ),
                    ("xl/sharedStrings.xml", $"<sst xmlns=\"{Sheet}\">{texts}</sst>"),
                    ("xl/worksheets/sheet1.xml", $"<worksheet xmlns=\"{Sheet}\"><sheetData>{rows}</sheetData></worksheet>"),
                }
            )
            {
                using var entry = new StreamWriter(zip.CreateEntry(name, CompressionLevel.Fastest).Open());
                entry.Write(text);
            }
        }
        return stream.ToArray();
    }

    [Fact]
    public void PicturesOfAZipAreKnownByTheirNames()
    {
        var png = File.ReadAllBytes(Path.Combine(ProjectFolder.Root, "demo", "fernhollow-mark.png"));
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, true))
        {
            foreach (var (name, bytes) in new[] { ("faces/bea.png", png), ("__MACOSX/._bea.png", [1, 2]), ("notes.txt", "x"u8.ToArray()) })
            {
                using var entry = zip.CreateEntry(name).Open();
                entry.Write(bytes);
            }
        }
        stream.Position = 0;
        Assert.Equal("bea.png", Assert.Single(PicturePack.Read("p.zip", stream.ToArray())).Name);
        Assert.Contains("no zip", Assert.Throws<ProblemException>(() => PicturePack.Read("p.zip", [1, 2, 3]).ToArray()).Message, StringComparison.Ordinal);
    }

    /// <summary>Credits and data of charts from files: a table row by row with its gaps, a text as it is.</summary>
    [Theory]
    [InlineData("c.csv", "Role,Name\r\nCamera,Bea\r\n\r\nSound,\"Ida, Lene\"\r\n", "Camera\tBea\n\nSound\tIda, Lene")]
    [InlineData("c.csv", "Keepers;\"Ida\nBea\"\n", "Keepers\tIda\n\tBea")]
    [InlineData("c.tsv", "Clover\t412\nLinden\t305", "Clover\t412\nLinden\t305")]
    [InlineData("c.txt", "# Keepers\r\nCamera, second | Bea\r\n[mark.png]\r\n", "# Keepers\nCamera, second | Bea\n[mark.png]")]
    public void ListsComeFromTablesAndTexts(string name, string text, string lines) =>
        Assert.Equal(lines, ListFile.Read(name, System.Text.Encoding.UTF8.GetBytes(text)));

    [Theory]
    [InlineData("c.csv", "")]
    [InlineData("c.txt", " \n")]
    [InlineData("c.xlsx", "\n\n")]
    public void AnEmptyListIsRefused(string name, string text) =>
        Assert.Contains(
            "no rows",
            Assert.Throws<ProblemException>(() => ListFile.Read(name, System.Text.Encoding.UTF8.GetBytes(text))).Message,
            StringComparison.Ordinal
        );
}
