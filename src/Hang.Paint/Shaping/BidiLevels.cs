using System.Runtime.InteropServices;

namespace Hang.Paint.Shaping;

/// <summary>Embedding levels of a line by the Unicode Bidirectional Algorithm (UAX #9), computed by Debian's FriBidi.</summary>
internal static partial class BidiLevels
{
    private const string Library = "libfribidi.so.0";
    private const uint NeutralBase = 0x40;

    /// <summary>One level for each code point: even runs left to right, odd right to left.</summary>
    public static sbyte[] Of(int[] codepoints)
    {
        var levels = new sbyte[codepoints.Length];
        // Text without right-to-left characters needs no library; all of those lie at U+0590 and above.
        if (codepoints.All(c => c < 0x590))
        {
            return levels;
        }
        var types = new uint[codepoints.Length];
        var brackets = new uint[codepoints.Length];
        GetTypes(codepoints, codepoints.Length, types);
        GetBrackets(codepoints, codepoints.Length, types, brackets);
        var direction = NeutralBase;
        if (GetLevels(types, brackets, codepoints.Length, ref direction, levels) == 0)
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
