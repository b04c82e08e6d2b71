using System.CommandLine;
using System.Globalization;
using Hang.Core.Handoff;
using Hang.Scene.Colour;

namespace Hang.Cli.Commands;

/// <summary>Arguments and options that several commands share.</summary>
internal static class Words
{
    /// <summary>Words on one line: a new line as \n, a backslash as \\.</summary>
    public static string Escaped(string words) => words.Replace("\\", "\\\\", StringComparison.Ordinal).ReplaceLineEndings("\\n");

    /// <summary>What was <see cref="Escaped"/>; a backslash before anything else stands for itself.</summary>
    public static string Unescaped(string line) =>
        System.Text.RegularExpressions.Regex.Replace(line, @"\\([n\\])", m => m.Groups[1].Value == "n" ? "\n" : "\\");

    /// <summary>What the reader of the command line says of a word that it cannot read, without the names of types in it.</summary>
    public static string Plain(string message) =>
        System.Text.RegularExpressions.Regex.Replace(
            message,
            "^Cannot parse argument '(.*)' for option '(.*)' as expected type '(.*)'\\.$",
            m =>
                $"{m.Groups[2].Value} takes {(m.Groups[3].Value.Contains("Int32", StringComparison.Ordinal) ? "a whole number" : "a number")}, not \"{m.Groups[1].Value}\".",
            System.Text.RegularExpressions.RegexOptions.Singleline
        );

    public static Argument<string> File() => new("FILE.hang") { Description = "The graphic." };

    public static Option<string[]> Set() =>
        new("--set") { Description = "Fills a field: NAME=VALUE. May be given several times.", DefaultValueFactory = _ => [] };

    public static Option<string?> Colourway() => new("--colourway") { Description = "Shows this colourway of the package's colours." };

    public static Option<int?> Hold() => new("--hold") { Description = "Frames of Hold; else as many as the graphic has." };

    public static Option<int> At() => new("--at") { Description = "Frame, from 0.", Required = true };

    public static Option<string> Out() => new("--out", "-o") { Description = "File to make. It must not exist.", Required = true };

    public static Option<Backing> Backing() =>
        new("--backing")
        {
            Description = "What is rendered behind the graphic: none or #RRGGBB.",
            DefaultValueFactory = _ => Core.Handoff.Backing.None,
            CustomParser = result =>
            {
                var word = result.Tokens[0].Value;
                if (word.Equals("none", StringComparison.OrdinalIgnoreCase))
                {
                    return Core.Handoff.Backing.None;
                }
                if (Rgba.TryParse(word, out var colour))
                {
                    return new(BackingKind.Solid, (colour with { A = 1 }).ToString());
                }
                result.AddError($"--backing takes none or a colour such as #00B140, not \"{word}\".");
                return null;
            },
        };

    public static Option<(int From, int To)?> Range() =>
        new("--range")
        {
            Description = "First and last frame, such as 0-119.",
            CustomParser = result =>
            {
                var parts = result.Tokens[0].Value.Split('-');
                if (
                    parts.Length == 2
                    && int.TryParse(parts[0], NumberStyles.None, CultureInfo.InvariantCulture, out var from)
                    && int.TryParse(parts[1], NumberStyles.None, CultureInfo.InvariantCulture, out var to)
                )
                {
                    return (from, to);
                }
                result.AddError($"--range takes two frames such as 0-119, not \"{result.Tokens[0].Value}\".");
                return null;
            },
        };
}
