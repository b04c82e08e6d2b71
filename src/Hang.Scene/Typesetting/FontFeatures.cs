using System.Collections.Immutable;
using System.Globalization;

namespace Hang.Scene.Typesetting;

/// <summary>
/// OpenType features as text: tags of four characters divided by commas, each set on, or to the number behind it, 0 for off:
/// <c>tnum, ss01, liga 0, cv05 2</c> (as CSS Fonts 4, font-feature-settings, without its quotes).
/// </summary>
public static class FontFeatures
{
    public const int MostCharacters = 300;

    private const int MostValue = 99;

    /// <summary>The features and their values, as far as the text says some.</summary>
    public static ImmutableArray<(string Tag, int Value)> Parse(string text) => [.. Parts(text).Select(One).OfType<(string, int)>()];

    /// <summary>The first part of a text that is no feature; null when all are.</summary>
    public static string? Fault(string text) => Parts(text).FirstOrDefault(p => One(p) is null);

    private static string[] Parts(string text) => text.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);

    private static (string Tag, int Value)? One(string part)
    {
        var words = part.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var value = 1;
        return
            words.Length is 1 or 2
            && words[0].Length == 4
            && words[0].All(c => c is > ' ' and < (char)127)
            && (words.Length == 1 || (int.TryParse(words[1], NumberStyles.None, CultureInfo.InvariantCulture, out value) && value <= MostValue))
            ? (words[0], value)
            : null;
    }
}
