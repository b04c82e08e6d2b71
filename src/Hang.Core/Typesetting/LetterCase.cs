using System.Text;

namespace Hang.Core.Typesetting;

/// <summary>In which letters words are set.</summary>
public enum LetterCase
{
    AsTyped,
    Upper,
    Lower,

    /// <summary>Small capitals for small letters, as the font has them (OpenType smcp).</summary>
    SmallCaps,
}

/// <summary>Words in capital or small letters, by Unicode's default case conversion, whatever the language (Unicode 16, section 3.13).</summary>
public static class LetterCases
{
    /// <summary>What one letter becomes several for (Unicode's SpecialCasing.txt, unconditional mappings of Latin letters).</summary>
    private static readonly Dictionary<char, string> Several = new()
    {
        ['ß'] = "SS",
        ['ŉ'] = "ʼN",
        ['ǰ'] = "J\u030C",
        ['ﬀ'] = "FF",
        ['ﬁ'] = "FI",
        ['ﬂ'] = "FL",
        ['ﬃ'] = "FFI",
        ['ﬄ'] = "FFL",
        ['ﬅ'] = "ST",
        ['ﬆ'] = "ST",
    };

    public static string Set(string words, LetterCase letters) => letters switch
    {
        LetterCase.Upper => Upper(words),
        LetterCase.Lower => words.ToLowerInvariant(),
        _ => words,
    };

    private static string Upper(string words)
    {
        var upper = new StringBuilder(words.Length);
        foreach (var c in words)
        {
            upper.Append(Several.TryGetValue(c, out var several) ? several : c.ToString());
        }
        return upper.ToString().ToUpperInvariant();
    }
}
