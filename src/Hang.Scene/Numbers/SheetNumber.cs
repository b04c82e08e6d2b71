using System.Globalization;
using System.Text.RegularExpressions;

namespace Hang.Scene.Numbers;

/// <summary>
/// Numbers as sheets and people write them: with groups of three, with a point or a comma before the fraction, with a percent sign or a currency.
/// </summary>
public static partial class SheetNumber
{
    /// <summary>
    /// The number that a text is; null for none. Where point and comma are both there, the last of them begins the fraction. A comma alone does too, unless
    /// just three digits follow it after one to three that are not 0: then it divides thousands.
    /// </summary>
    public static double? Parse(string text)
    {
        var plain = Bare(text);
        var (point, comma) = (plain.LastIndexOf('.'), plain.LastIndexOf(','));
        plain =
            point >= 0 && comma >= 0
                ? (point > comma ? plain.Replace(",", "", StringComparison.Ordinal) : plain.Replace(".", "", StringComparison.Ordinal).Replace(',', '.'))
            : comma >= 0 ? (Thousands().IsMatch(plain) ? plain.Replace(",", "", StringComparison.Ordinal) : plain.Replace(',', '.'))
            : plain.IndexOf('.') != point ? plain.Replace(".", "", StringComparison.Ordinal)
            : plain;
        return double.TryParse(plain, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && double.IsFinite(value) ? value : null;
    }

    /// <summary>True for a number in groups of three, or with a currency after it.</summary>
    public static bool IsGrouped(string text) =>
        Parse(text) is not null && (Thousands().IsMatch(Bare(text)) || char.GetUnicodeCategory(text.TrimEnd()[^1]) == UnicodeCategory.CurrencySymbol);

    /// <summary>Without a percent sign, currencies, and the spaces that divide groups, which do not break lines (CLDR).</summary>
    private static string Bare(string text) =>
        string.Concat(
                text.Trim()
                    .Replace('\u2212', '-')
                    .TrimEnd('%')
                    .Where(c => c is not ('\u00A0' or '\u202F' or '\'' or '\u2019') && char.GetUnicodeCategory(c) != UnicodeCategory.CurrencySymbol)
            )
            .Trim();

    [GeneratedRegex(@"^[-+]?[1-9]\d{0,2}(,\d{3})+(\.\d+)?$")]
    private static partial Regex Thousands();
}
