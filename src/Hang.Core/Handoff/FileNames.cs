using System.Text;

namespace Hang.Core.Handoff;

/// <summary>Parts of the names of delivered files, of characters that every file system takes.</summary>
public static class FileNames
{
    private const int MostPart = 60;

    /// <summary>The extension for a kind of file, without the dot.</summary>
    public static string Extension(FileKind kind) => FileKinds.Of(kind).Ending;

    /// <summary>Lower-case letters and digits of any script, everything else as single hyphens.</summary>
    public static string Plain(string name)
    {
        var plain = new StringBuilder();
        foreach (var c in name.ToLowerInvariant())
        {
            if (char.IsLetterOrDigit(c))
            {
                plain.Append(c);
            }
            else if (plain.Length > 0 && plain[^1] != '-')
            {
                plain.Append('-');
            }
        }
        var text = plain.ToString().Trim('-');
        return text.Length == 0 ? "untitled"
            : text.Length > MostPart ? text[..MostPart].Trim('-')
            : text;
    }
}
