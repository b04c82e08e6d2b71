namespace Hang.Scene.Numbers;

/// <summary>Whole numbers in English words, as CLDR's rules of spelling out (spellout-cardinal) write them.</summary>
public static class NumberWords
{
    private static readonly string[] Small =
    [
        "zero",
        "one",
        "two",
        "three",
        "four",
        "five",
        "six",
        "seven",
        "eight",
        "nine",
        "ten",
        "eleven",
        "twelve",
        "thirteen",
        "fourteen",
        "fifteen",
        "sixteen",
        "seventeen",
        "eighteen",
        "nineteen",
    ];

    private static readonly string[] Tens = ["", "", "twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety"];

    private static readonly (long Size, string Name)[] Large =
    [
        (1_000_000_000_000, "trillion"),
        (1_000_000_000, "billion"),
        (1_000_000, "million"),
        (1000, "thousand"),
        (100, "hundred"),
    ];

    /// <summary>A number in words.</summary>
    /// <param name="number">-10^15..10^15.</param>
    public static string Of(long number)
    {
        if (number < 0)
        {
            return "minus " + Of(-number);
        }
        if (number < 20)
        {
            return Small[number];
        }
        if (number < 100)
        {
            return Tens[number / 10] + (number % 10 > 0 ? "-" + Small[number % 10] : "");
        }
        var (size, name) = Large.First(l => number >= l.Size);
        return $"{Of(number / size)} {name}{(number % size > 0 ? " " + Of(number % size) : "")}";
    }
}
