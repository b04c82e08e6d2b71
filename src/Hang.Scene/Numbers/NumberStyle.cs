namespace Hang.Scene.Numbers;

/// <summary>How the numbers of a language are written.</summary>
/// <param name="Code">BCP 47 tag.</param>
/// <param name="Group">Between groups of three digits.</param>
/// <param name="Point">Before the fraction.</param>
/// <param name="LeastGrouped">Digits before the first separator that a number must have to get one: 1, or 2 where four digits stand together.</param>
/// <param name="CurrencyAfter">True: the sign of a currency stands after the number.</param>
/// <param name="SignSpace">Between the sign of a currency and the number.</param>
/// <param name="PercentSpace">What stands before a per cent sign.</param>
public sealed record NumberStyle(
    string Code,
    string Group,
    string Point,
    int LeastGrouped,
    bool CurrencyAfter,
    string PercentSpace,
    string SignSpace = "\u00A0"
)
{
    /// <summary>True: the minus of an amount stands between the sign of the currency and the number.</summary>
    public bool MinusAfterSign { get; init; }

    private const string Nbsp = "\u00A0",
        Narrow = "\u202F";

    // From memory of CLDR (number symbols, minimumGroupingDigits, currency and percent patterns); a test holds them against the copy of CLDR that Node.js has.
    private static readonly NumberStyle[] Known =
    [
        new("en", ",", ".", 1, false, "", ""),
        new("de", ".", ",", 1, true, Nbsp),
        new("fr", Narrow, ",", 1, true, Nbsp),
        new("es", ".", ",", 2, true, Nbsp),
        new("it", ".", ",", 2, true, ""),
        new("pt", ".", ",", 1, false, ""),
        new("nl", ".", ",", 1, false, "") { MinusAfterSign = true },
        new("sv", Nbsp, ",", 1, true, Nbsp),
        new("da", ".", ",", 1, true, Nbsp),
        new("nb", Nbsp, ",", 1, true, Nbsp),
        new("fi", Nbsp, ",", 1, true, Nbsp),
        new("pl", Nbsp, ",", 2, true, ""),
        new("cs", Nbsp, ",", 1, true, Nbsp),
        new("ja", ",", ".", 1, false, "", ""),
        new("zh", ",", ".", 1, false, "", ""),
    ];

    public static IReadOnlyList<NumberStyle> All => Known;

    /// <summary>The style of a language by its code.</summary>
    public static NumberStyle Of(string code) => Array.Find(Known, k => k.Code == code) ?? Known[0];

    /// <summary>A number with grouped digits, as this language writes it.</summary>
    /// <param name="decimals">Digits of the fraction, 0..6.</param>
    /// <param name="least">Least digits before the fraction; missing ones are zeros.</param>
    /// <param name="grouped">False: no separators between thousands.</param>
    public string Write(decimal number, int decimals, int least, bool grouped)
    {
        var text = Math.Round(Math.Abs(number), decimals, MidpointRounding.AwayFromZero)
            .ToString($"F{decimals}", System.Globalization.CultureInfo.InvariantCulture);
        var dot = text.IndexOf('.');
        var (whole, fraction) = dot < 0 ? (text, "") : (text[..dot], text[(dot + 1)..]);
        whole = whole.PadLeft(least, '0');
        if (grouped && whole.Length >= 3 + LeastGrouped)
        {
            for (var at = whole.Length - 3; at > 0; at -= 3)
            {
                whole = whole.Insert(at, Group);
            }
        }
        var isNothing = whole.All(c => c is '0' || !char.IsAsciiDigit(c)) && fraction.All(c => c == '0');
        return (number < 0 && !isNothing ? "−" : "") + whole + (fraction.Length > 0 ? Point + fraction : "");
    }
}
