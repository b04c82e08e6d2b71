using System.Globalization;
using System.Text.RegularExpressions;

namespace Hang.Scene.Time;

/// <summary>
/// A time as people type it: frames ("70"), timecode ("0:01:10", the last part being frames), seconds ("1.5s", "1/3s"), and any of these with
/// + or - in front, counted from where one is.
/// </summary>
public static partial class TimeText
{
    /// <summary>The frame that is meant.</summary>
    /// <param name="from">The frame from which + and - count.</param>
    /// <exception cref="ProblemException">The text is no time.</exception>
    public static int Parse(string text, FrameRate rate, int from)
    {
        var trimmed = text.Trim();
        var sign =
            trimmed.StartsWith('+') ? 1
            : trimmed.StartsWith('-') ? -1
            : 0;
        var frames = Length(sign == 0 ? trimmed : trimmed[1..].TrimStart(), rate, sign == 0)
            ?? throw new ProblemException(
                $"\"{Quoted.Short(text)}\" is no time.",
                $"Type frames (70), timecode (0:01:10), seconds (1.5s, 1/3s), or + or - before any of them.",
                field: "time"
            );
        return sign == 0 ? frames : from + sign * frames;
    }

    private static int? Length(string text, FrameRate rate, bool absolute)
    {
        if (int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var frames))
        {
            return frames;
        }
        if (SecondsPattern().Match(text) is { Success: true } s)
        {
            var whole = double.Parse(s.Groups["n"].Value.Replace(',', '.'), CultureInfo.InvariantCulture);
            var parts = s.Groups["d"].Success ? double.Parse(s.Groups["d"].Value, CultureInfo.InvariantCulture) : 1;
            var count = parts == 0 ? double.NaN : Math.Round(whole / parts * rate.Numerator / rate.Denominator, MidpointRounding.AwayFromZero);
            return count <= int.MaxValue ? (int)count : null;
        }
        if (!TimecodePattern().IsMatch(text))
        {
            return null;
        }
        var numbers = text.Split(':', ';').Select(p => int.Parse(p, CultureInfo.InvariantCulture)).ToList();
        while (numbers.Count < 4)
        {
            numbers.Insert(0, 0);
        }
        if (numbers[1] > 59 || numbers[2] > 59 || numbers[3] >= rate.Nominal)
        {
            return null;
        }
        var nominal = ((numbers[0] * 60 + numbers[1]) * 60 + numbers[2]) * rate.Nominal + numbers[3];
        if (!rate.IsDropFrame || !absolute)
        {
            return nominal;
        }
        // SMPTE ST 12-1: numbers 0 and 1 (0 to 3 at 60) are left out at each minute but every tenth.
        var dropped = rate.Nominal / 15;
        var minutes = numbers[0] * 60 + numbers[1];
        return numbers[2] == 0 && numbers[3] < dropped && minutes % 10 != 0 ? null : nominal - dropped * (minutes - minutes / 10);
    }

    [GeneratedRegex(@"^(?<n>\d{1,7}([.,]\d{1,6})?)(/(?<d>\d{1,6}))?\s*s$", RegexOptions.IgnoreCase)]
    private static partial Regex SecondsPattern();

    [GeneratedRegex(@"^\d{1,3}([:;]\d{1,2}){1,3}$")]
    private static partial Regex TimecodePattern();
}
