using System.Globalization;
using System.Text;

namespace Hang.Core.Handoff;

/// <summary>Names of delivered files: package_graphic_v001 and counting, of characters that every file system takes.</summary>
public static class FileNames
{
    private const int MostPart = 60;

    /// <param name="version">1 or more.</param>
    /// <param name="extension">Without the dot.</param>
    public static string Of(string package, string graphic, int version, string extension) =>
        string.Create(CultureInfo.InvariantCulture, $"{Plain(package)}_{Plain(graphic)}_v{version:000}.{extension}");

    /// <summary>The extension for a kind of file, without the dot.</summary>
    public static string Extension(FileKind kind) => kind switch { FileKind.Png => "zip", FileKind.Prores => "mov", _ => "mp4" };

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
        return text.Length == 0 ? "untitled" : text.Length > MostPart ? text[..MostPart].Trim('-') : text;
    }
}
