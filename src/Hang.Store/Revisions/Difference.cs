using System.Globalization;

namespace Hang.Store.Revisions;

/// <summary>
/// What changes from one text to the next: where they begin to differ, how much of the first goes, and what comes instead. An edit changes
/// one place of a document, so this is about as large as the edit.
/// </summary>
public static class Difference
{
    /// <summary>"start removed" on a line, then what is inserted. Lengths count UTF-16 units; no character is cut in two.</summary>
    public static string Between(string before, string after)
    {
        var most = Math.Min(before.Length, after.Length);
        var start = before.AsSpan().CommonPrefixLength(after);
        start -= start > 0 && char.IsHighSurrogate(before[start - 1]) ? 1 : 0;
        var end = 0;
        while (end < most - start && before[^(end + 1)] == after[^(end + 1)])
        {
            end++;
        }
        end -= end > 0 && char.IsLowSurrogate(before[^end]) ? 1 : 0;
        return string.Create(CultureInfo.InvariantCulture, $"{start} {before.Length - end - start}\n{after[start..^end]}");
    }

    /// <summary>The later text from the earlier one.</summary>
    /// <exception cref="FormatException">This is no difference from that text.</exception>
    public static string Apply(string before, string difference)
    {
        var line = difference.IndexOf('\n', StringComparison.Ordinal);
        var numbers = line < 0 ? [] : difference[..line].Split(' ');
        if (
            numbers.Length != 2
            || !int.TryParse(numbers[0], NumberStyles.None, CultureInfo.InvariantCulture, out var start)
            || !int.TryParse(numbers[1], NumberStyles.None, CultureInfo.InvariantCulture, out var removed)
            || (long)start + removed > before.Length
        )
        {
            throw new FormatException("The difference does not fit its document.");
        }
        return string.Concat(before.AsSpan(0, start), difference.AsSpan(line + 1), before.AsSpan(start + removed));
    }
}
