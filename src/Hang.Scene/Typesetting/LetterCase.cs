using System.Globalization;
using System.Text;

namespace Hang.Scene.Typesetting;

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

    public static string Set(string words, LetterCase letters) =>
        letters switch
        {
            LetterCase.Upper => Upper(words),
            LetterCase.Lower => Lower(words),
            _ => words,
        };

    /// <summary>Small letters; a sigma that ends a word is a final one (SpecialCasing.txt, Final_Sigma).</summary>
    private static string Lower(string words)
    {
        var lower = new StringBuilder(words.Replace("İ", "i\u0307", StringComparison.Ordinal).ToLowerInvariant());
        var typed = words.Replace("İ", "i\u0307", StringComparison.Ordinal);
        for (var i = 0; i < typed.Length; i++)
        {
            if (typed[i] == 'Σ' && IsCased(typed, i, -1) && !IsCased(typed, i, 1))
            {
                lower[i] = 'ς';
            }
        }
        return lower.ToString();
    }

    /// <summary>Whether the next letter in a direction, past what cases pass over, has a case (Unicode 16, section 3.13, Cased and Case_Ignorable).</summary>
    private static bool IsCased(string words, int from, int step)
    {
        for (var i = from + step; i >= 0 && i < words.Length; i += step)
        {
            var category = CharUnicodeInfo.GetUnicodeCategory(words, char.IsLowSurrogate(words[i]) && i > 0 ? i - 1 : i);
            if (
                category
                    is UnicodeCategory.NonSpacingMark
                        or UnicodeCategory.EnclosingMark
                        or UnicodeCategory.Format
                        or UnicodeCategory.ModifierLetter
                        or UnicodeCategory.ModifierSymbol
                || PassedOver.Contains(words[i], StringComparison.Ordinal)
            )
            {
                continue;
            }
            return category is UnicodeCategory.UppercaseLetter or UnicodeCategory.LowercaseLetter or UnicodeCategory.TitlecaseLetter;
        }
        return false;
    }

    // Marks within words (Unicode UAX #29, MidLetter, MidNumLet and Single_Quote).
    private const string PassedOver = "'.:·\u2018\u2019\u2024\u2027\uFE13\uFE52\uFE55\uFF07\uFF0E\uFF1A";

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
