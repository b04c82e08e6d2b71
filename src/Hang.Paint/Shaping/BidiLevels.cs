using System.Runtime.InteropServices;

namespace Hang.Paint.Shaping;

/// <summary>Embedding levels of a line by the Unicode Bidirectional Algorithm (UAX #9), computed by Debian's FriBidi.</summary>
internal static partial class BidiLevels
{
    private const string Library = "libfribidi.so.0";
    private const uint NeutralBase = 0x40;

    /// <summary>Separators of paragraphs (class B) that are no control characters.</summary>
    private const int ParagraphSeparator = 0x2029;

    /// <summary>One level for each code point: even runs left to right, odd right to left. Each paragraph has levels of its own.</summary>
    public static sbyte[] Of(int[] codepoints)
    {
        var levels = new sbyte[codepoints.Length];
        // Text without right-to-left characters needs no library; all of those lie at U+0590 and above.
        if (codepoints.All(c => c < 0x590))
        {
            return levels;
        }
        for (var start = 0; start < codepoints.Length; )
        {
            var end = Array.IndexOf(codepoints, ParagraphSeparator, start);
            end = end < 0 ? codepoints.Length : end;
            OfParagraph(codepoints[start..end]).CopyTo(levels, start);
            start = end + 1;
        }
        return levels;
    }

    /// <param name="codepoints">Without a separator of paragraphs: the library expects one paragraph.</param>
    private static sbyte[] OfParagraph(int[] codepoints)
    {
        var levels = new sbyte[codepoints.Length];
        if (codepoints.Length == 0)
        {
            return levels;
        }
        var text = Embeddings.Within(codepoints);
        var types = new uint[text.Length];
        var brackets = new uint[text.Length];
        GetTypes(text, text.Length, types);
        GetBrackets(text, text.Length, types, brackets);
        var direction = NeutralBase;
        if (GetLevels(types, brackets, text.Length, ref direction, levels) == 0)
        {
            throw new InvalidOperationException("FriBidi could not resolve the direction of a line.");
        }
        return levels;
    }

    [LibraryImport(Library, EntryPoint = "fribidi_get_bidi_types")]
    private static partial void GetTypes(int[] text, int length, [Out] uint[] types);

    [LibraryImport(Library, EntryPoint = "fribidi_get_bracket_types")]
    private static partial void GetBrackets(int[] text, int length, uint[] types, [Out] uint[] brackets);

    [LibraryImport(Library, EntryPoint = "fribidi_get_par_embedding_levels_ex")]
    private static partial sbyte GetLevels(uint[] types, uint[] brackets, int length, ref uint direction, [Out] sbyte[] levels);
}
