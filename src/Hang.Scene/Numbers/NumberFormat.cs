using System.Globalization;

namespace Hang.Scene.Numbers;

/// <summary>As what a number is written.</summary>
public enum NumberForm
{
    /// <summary>1234.5</summary>
    Digits,

    /// <summary>1,234.5</summary>
    Thousands,

    /// <summary>Seconds as 2:05.</summary>
    Minutes,

    /// <summary>Seconds as 1:02:05.</summary>
    Hours,

    /// <summary>1,234.50 with the sign of a currency.</summary>
    Currency,

    /// <summary>12 %, of a number that is 12.</summary>
    Percent,

    /// <summary>twelve</summary>
    Words,
}

/// <summary>How a number becomes words on the picture.</summary>
/// <param name="Decimals">Digits of the fraction, 0..6; of times, those of a second.</param>
/// <param name="LeastDigits">Least digits before the fraction, of times in their first part; missing ones are zeros.</param>
/// <param name="Sign">Of the currency.</param>
public sealed record NumberFormat(NumberForm Form, NumberStyle Style, int Decimals, int LeastDigits, string Sign, string Before, string After)
{
    /// <summary>Largest number that is written, either way.</summary>
    public const double Greatest = 1e15;

    public string Write(double number)
    {
        var exact = (decimal)Math.Clamp(double.IsFinite(number) ? number : 0, -Greatest, Greatest);
        return Before
            + Form switch
            {
                NumberForm.Minutes or NumberForm.Hours => Clock(exact),
                NumberForm.Thousands => Style.Write(exact, Decimals, LeastDigits, true),
                NumberForm.Currency => Money(exact),
                NumberForm.Percent => $"{Style.Write(exact, Decimals, LeastDigits, true)}{Style.PercentSpace}%",
                NumberForm.Words => NumberWords.Of((long)Math.Round(exact, MidpointRounding.AwayFromZero)),
                _ => Style.Write(exact, Decimals, LeastDigits, false),
            }
            + After;
    }

    private string Money(decimal number)
    {
        var digits = Style.Write(Math.Abs(number), Decimals, LeastDigits, true);
        var minus = number < 0 && Math.Round(number, Decimals) != 0 ? "−" : "";
        return Style.MinusAfterSign ? $"{Sign}{Style.SignSpace}{minus}{digits}"
            : Style.CurrencyAfter ? $"{minus}{digits}{Style.SignSpace}{Sign}"
            : $"{minus}{Sign}{Style.SignSpace}{digits}";
    }

    /// <summary>Seconds as minutes, or as hours; digits of the fraction stand after the language's point.</summary>
    private string Clock(decimal seconds)
    {
        var rounded = Math.Round(Math.Abs(seconds), Decimals, MidpointRounding.AwayFromZero);
        var whole = (long)decimal.Truncate(rounded);
        var (first, rest) = Form == NumberForm.Hours ? (whole / 3600, $":{whole / 60 % 60:00}:{whole % 60:00}") : (whole / 60, $":{whole % 60:00}");
        var fraction = Decimals > 0 ? Style.Point + (rounded - whole).ToString($"F{Decimals}", CultureInfo.InvariantCulture)[2..] : "";
        return (seconds < 0 && rounded > 0 ? "−" : "") + first.ToString(CultureInfo.InvariantCulture).PadLeft(LeastDigits, '0') + rest + fraction;
    }
}
