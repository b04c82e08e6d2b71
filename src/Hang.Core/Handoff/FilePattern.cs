using System.Globalization;
using System.Text;
using Hang.Scene;
using Hang.Scene.Json;

namespace Hang.Core.Handoff;

/// <summary>What the parts of a file's name are filled with.</summary>
/// <param name="Variant">The colourway, or empty.</param>
/// <param name="Width">Of the file in pixels.</param>
/// <param name="Height">Of the file in pixels.</param>
public sealed record NameParts(string Package, string Graphic, string Variant, FileKind Kind, int Width, int Height)
{
    /// <summary>What the take is called, or empty.</summary>
    public string Take { get; init; } = "";
}

/// <summary>How delivered files are named: text with parts in braces. A part that is empty takes the underscore before it along.</summary>
public sealed record FilePattern
{
    public const string Usual = "{package}_{graphic}_{take}_{variant}_v{version}";
    private const string Version = "{version}";
    private const int MostLength = 200;
    private static readonly string[] Known = ["package", "graphic", "variant", "take", "kind", "size"];
    private readonly string text;

    /// <exception cref="ProblemException">A part is unknown, or the version is missing, without which a file would be overwritten.</exception>
    public FilePattern(string text)
    {
        this.text = text;
        if (text.Length > MostLength)
        {
            throw new ProblemException($"The pattern of names is too long.", $"Use at most {MostLength} letters.", field: "pattern");
        }
        var unknown = Parts().Where(p => p.IsPart && p.Text != "version" && !Known.Contains(p.Text)).Select(p => p.Text).FirstOrDefault();
        if (unknown is not null)
        {
            throw new ProblemException(
                $"A name has no part {{{Quoted.Short(unknown)}}}.",
                $"Use {string.Join(", ", Known.Select(k => $"{{{k}}}"))} and {Version}.",
                field: "pattern"
            );
        }
        if (Parts().Count(p => p.IsPart && p.Text == "version") != 1)
        {
            throw new ProblemException(
                $"The pattern of names must have {{version}} once: files are never overwritten.",
                $"Write it at the end, such as {Usual}.",
                field: "pattern"
            );
        }
    }

    /// <summary>The file's name with its version.</summary>
    /// <param name="version">1 or more.</param>
    public string Name(NameParts parts, int version) =>
        Fill(parts, version.ToString("000", CultureInfo.InvariantCulture)) + "." + FileKinds.Of(parts.Kind).Ending;

    /// <summary>The name without its version: what versions are counted for.</summary>
    public string Stem(NameParts parts) => Fill(parts, null);

    private string Fill(NameParts parts, string? version)
    {
        var name = new StringBuilder();
        foreach (var (part, isPart) in Parts())
        {
            var value = !isPart
                ? Safe(part)
                : part switch
                {
                    "package" => FileNames.Plain(parts.Package),
                    "graphic" => FileNames.Plain(parts.Graphic),
                    "variant" => parts.Variant.Length == 0 ? "" : FileNames.Plain(parts.Variant),
                    "take" => parts.Take.Length == 0 ? "" : FileNames.Plain(parts.Take),
                    "kind" => JsonName.Of(parts.Kind).ToLowerInvariant(),
                    "size" => string.Create(CultureInfo.InvariantCulture, $"{parts.Width}x{parts.Height}"),
                    _ => version ?? "",
                };
            if (isPart && value.Length == 0)
            {
                Shorten(name, part == "version");
            }
            name.Append(value);
        }
        var filled = name.ToString().Trim('_', '-', ' ', '.');
        return filled.Length == 0 ? "untitled" : filled;
    }

    /// <summary>Takes back what only led to a part: an underscore, and the v of a version.</summary>
    private static void Shorten(StringBuilder name, bool isVersion)
    {
        if (isVersion && name.Length > 0 && name[^1] is 'v' or 'V' && (name.Length == 1 || name[^2] is '_' or '-'))
        {
            name.Length--;
        }
        if (name.Length > 0 && name[^1] is '_' or '-')
        {
            name.Length--;
        }
    }

    /// <summary>Only what every file system takes.</summary>
    private static string Safe(string text) => new([.. text.Select(c => char.IsLetterOrDigit(c) || c is '_' or '-' or '.' or ' ' ? c : '-')]);

    private IEnumerable<(string Text, bool IsPart)> Parts()
    {
        for (var at = 0; at < text.Length; )
        {
            var open = text.IndexOf('{', at);
            var close = open < 0 ? -1 : text.IndexOf('}', open);
            if (close < 0)
            {
                yield return (text[at..], false);
                yield break;
            }
            if (open > at)
            {
                yield return (text[at..open], false);
            }
            yield return (text[(open + 1)..close], true);
            at = close + 1;
        }
    }
}
