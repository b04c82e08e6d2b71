using Hang.Media.Unpacking;
using Hang.Scene;
using Hang.Scene.Sources;

namespace Hang.Media.Tables;

/// <summary>Pictures in a zip file, by their file names, whatever folders they lie in.</summary>
public static class PicturePack
{
    /// <summary>Largest zip in bytes, packed or unpacked.</summary>
    public const int MostBytes = 256 * 1024 * 1024;

    private const int MostFiles = 2000;

    /// <summary>Every file of the zip that calls itself a picture, one after the other.</summary>
    /// <exception cref="ProblemException">It is no zip, or too large.</exception>
    public static IEnumerable<(string Name, byte[] Bytes)> Read(string name, byte[] zip, CancellationToken cancel = default)
    {
        var budget = new Budget(name, MostBytes, cancel);
        using var archive = new ZipWithin(zip, budget);
        string[] pictures = [.. archive.Names.Distinct(StringComparer.Ordinal).Where(n => IsPicture(Path.GetFileName(n)))];
        if (pictures.Length > MostFiles)
        {
            throw new ProblemException($"{budget.Shown} holds more than {MostFiles} pictures.", $"Divide it.", field: "file");
        }
        foreach (var picture in pictures)
        {
            yield return (Path.GetFileName(picture), archive.Read(picture, PictureSources.Kind.MostBytes));
        }
    }

    /// <summary>True for names of files that can be pictures; what an operating system puts beside them is none.</summary>
    public static bool IsPicture(string file) =>
        !file.StartsWith('.') && PictureSources.Kind.Types.Any(t => t.Endings.Contains(Path.GetExtension(file), StringComparer.OrdinalIgnoreCase));
}
