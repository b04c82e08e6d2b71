using Hang.Core.Rosters;
using Hang.Scene;

namespace Hang.Media.Tables;

/// <summary>Lists from files: a text as it is, line by line, or the rows of a table.</summary>
public static class ListFile
{
    /// <summary>The lines of a file, as <see cref="TableLines"/> writes rows; a file that ends with .txt is a list already.</summary>
    /// <exception cref="ProblemException">It is neither text nor a table, too large, or empty.</exception>
    public static string Read(string name, byte[] bytes, CancellationToken cancel = default)
    {
        var lines =
            name.EndsWith(".txt", StringComparison.OrdinalIgnoreCase) && bytes.Length <= TableFile.MostBytes
                ? TableFile.Decoded(name, bytes).ReplaceLineEndings("\n").TrimEnd()
                : TableLines.Of(TableFile.Rows(name, bytes, cancel));
        return lines.Length > 0
            ? lines
            : throw new ProblemException($"{Quoted.Short(name)} has no rows.", $"Give a list, or a table with a row for each item.", field: "file");
    }
}
