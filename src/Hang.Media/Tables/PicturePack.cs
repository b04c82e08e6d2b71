using Hang.Media.Unpacking;
using Hang.Paint.Pictures;
using Hang.Scene;

namespace Hang.Media.Tables;

/// <summary>Pictures in a zip file, by their file names, whatever folders they lie in.</summary>
public static class PicturePack
{
    /// <summary>Largest zip in bytes, packed or unpacked.</summary>
    public const int MostBytes = 256 * 1024 * 1024;

    private const int MostFiles = 2000;

    /// <summary>Every picture of the zip, one after the other.</summary>
    /// <exception cref="ProblemException">It is no zip, too large, or holds a picture that is none.</exception>
    public static IEnumerable<PictureFile> Read(string name, byte[] zip, CancellationToken cancel = default)
    {
        var budget = new Budget(name, MostBytes, cancel);
        using var archive = new ZipWithin(zip, budget);
        string[] pictures = [.. archive.Names.Distinct(StringComparer.Ordinal).Where(n => IsPicture(Path.GetFileName(n)))];
        if (pictures.Length > MostFiles)
        {
            throw new ProblemException($"{budget.Shown} holds more than {MostFiles} pictures.", "Divide it.", field: "file");
        }
        foreach (var picture in pictures)
        {
            yield return PictureFile.Read(Path.GetFileName(picture), archive.Read(picture, PictureFile.MostBytes));
        }
    }

    /// <summary>True for names of files that can be pictures; what an operating system puts beside them is none.</summary>
    public static bool IsPicture(string file) => !file.StartsWith('.') && Path.GetExtension(file).ToLowerInvariant() is ".png" or ".jpg" or ".jpeg" or ".webp";
}
