namespace Hang.Scene.Typesetting;

/// <summary>Text in lines, and lines in letters and words.</summary>
public static class TextPieces
{
    /// <summary>The lines of a text: it breaks at CR, LF, CR LF, NEL, VT, FF, LS and PS, the mandatory breaks of UAX #14 (rules LB4 and LB5).</summary>
    public static string[] Lines(string text) => text.Replace('\u000B', '\n').ReplaceLineEndings("\n").Split('\n');

    /// <summary>For each UTF-16 unit of a line, the number of the piece that it belongs to.</summary>
    public static int[] Of(string line, PieceKind by, ITypeShaper shaper) =>
        by switch
        {
            PieceKind.Letter => Numbered(line, Letters.Starts(line)),
            PieceKind.Word => Numbered(line, [.. shaper.Words(line).Select(w => w.Start)]),
            _ => new int[line.Length],
        };

    /// <summary>Numbers units by the last start at or before them; what stands before the first start belongs to it.</summary>
    private static int[] Numbered(string line, int[] starts)
    {
        var numbers = new int[line.Length];
        var piece = 0;
        for (var i = 0; i < line.Length; i++)
        {
            if (piece + 1 < starts.Length && starts[piece + 1] <= i)
            {
                piece++;
            }
            numbers[i] = piece;
        }
        return numbers;
    }
}
