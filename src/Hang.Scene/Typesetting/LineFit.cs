namespace Hang.Scene.Typesetting;

/// <summary>What is done to words that have a width to fit into.</summary>
public enum LineFit
{
    None,

    /// <summary>They get smaller where they are wider.</summary>
    Shrink,

    /// <summary>They get as wide, smaller or larger.</summary>
    Stretch,

    /// <summary>Lines are broken where they are wider; a word that is wider alone makes all smaller.</summary>
    Wrap,
}

/// <summary>Breaks lines at a width.</summary>
public static class LineFits
{
    /// <summary>The text with line feeds where lines are broken (UAX #14): as many words in each line as go into it. Spaces at a break go.</summary>
    /// <param name="widthOf">Width of a line.</param>
    public static string Wrapped(string text, double most, Func<string, double> widthOf, ITypeShaper shaper) =>
        string.Join('\n', TextPieces.Lines(text).SelectMany(line => Wrap(line, most, widthOf, shaper)));

    private static IEnumerable<string> Wrap(string line, double most, Func<string, double> widthOf, ITypeShaper shaper)
    {
        if (widthOf(line) <= most)
        {
            yield return line;
            yield break;
        }
        int[] ends = [.. shaper.Breaks(line), line.Length];
        var (start, last) = (0, 0);
        foreach (var end in ends)
        {
            if (last > start && widthOf(line[start..end].TrimEnd()) > most)
            {
                yield return line[start..last].TrimEnd();
                start = last;
            }
            last = end;
        }
        yield return line[start..];
    }
}
