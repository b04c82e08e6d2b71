using System.Text;

namespace Hang.Scene;

/// <summary>Input as messages quote it.</summary>
public static class Quoted
{
    /// <summary>Characters of input that a message shows at most.</summary>
    public const int Most = 80;

    /// <summary>The text on one line, shortened, without control characters and halves of characters.</summary>
    public static string Short(string text)
    {
        var shown = new StringBuilder();
        foreach (var rune in text.EnumerateRunes())
        {
            if (shown.Length + rune.Utf16SequenceLength > Most)
            {
                return shown.Append('…').ToString();
            }
            shown.Append(Rune.IsControl(rune) ? Rune.ReplacementChar : rune);
        }
        return shown.ToString();
    }
}
