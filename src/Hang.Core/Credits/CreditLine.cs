using System.Collections.Immutable;

namespace Hang.Core.Credits;

/// <summary>What a line of credits is.</summary>
public enum CreditKind
{
    /// <summary>A name alone, in the middle.</summary>
    Name,

    /// <summary>What the names after it have in common.</summary>
    Heading,

    /// <summary>A role and a name, in two columns.</summary>
    Pair,

    /// <summary>Pictures side by side.</summary>
    Logos,

    /// <summary>Room between two parts.</summary>
    Gap,
}

/// <summary>A line of credits.</summary>
/// <param name="Left">The role of a pair; else the words of the line.</param>
/// <param name="Right">The name of a pair.</param>
/// <param name="Files">File names of the pictures.</param>
public sealed record CreditLine(CreditKind Kind, string Left, string Right, ImmutableArray<string> Files)
{
    /// <summary>
    /// Reads a list, line by line: "# " begins a heading; a tab or a bar stands between role and name; file names in square brackets are pictures; an empty
    /// line is room; anything else is a name. What is copied from two columns of a sheet is read as it is.
    /// </summary>
    public static ImmutableArray<CreditLine> Read(string text) => [.. Scene.Typesetting.TextPieces.Lines(text.TrimEnd()).Select(One)];

    private static CreditLine One(string line)
    {
        var trimmed = line.Trim(' ');
        if (trimmed.Trim().Length == 0)
        {
            return new(CreditKind.Gap, "", "", []);
        }
        if (trimmed.StartsWith('#'))
        {
            return new(CreditKind.Heading, trimmed.TrimStart('#').Trim(), "", []);
        }
        if (trimmed.StartsWith('[') && trimmed.EndsWith(']'))
        {
            return new(CreditKind.Logos, "", "", [.. trimmed[1..^1].Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)]);
        }
        var at = trimmed.IndexOf('\t') is >= 0 and var tab ? tab : trimmed.IndexOf('|');
        return at < 0 ? new(CreditKind.Name, trimmed, "", []) : new(CreditKind.Pair, trimmed[..at].Trim(), trimmed[(at + 1)..].Replace('\t', ' ').Trim(), []);
    }
}
