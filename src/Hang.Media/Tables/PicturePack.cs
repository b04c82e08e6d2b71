using System.IO.Compression;
using Hang.Core;
using Hang.Core.Json;
using Hang.Paint.Pictures;

namespace Hang.Media.Tables;

/// <summary>Pictures in a zip file, by their file names, whatever folders they lie in.</summary>
public static class PicturePack
{
    /// <summary>Largest zip in bytes, packed or unpacked.</summary>
    public const int MostBytes = 256 * 1024 * 1024;

    private const int MostFiles = 2000;

    /// <summary>Every picture of the zip, one after the other.</summary>
    /// <exception cref="ProblemException">It is no zip, too large, or holds a picture that is none.</exception>
    public static IEnumerable<PictureFile> Read(string name, Stream zip)
    {
        using var archive = Open(name, zip);
        var (files, bytes) = (0, 0L);
        foreach (var entry in archive.Entries.Where(e => IsPicture(e.Name)))
        {
            bytes += entry.Length;
            if (++files > MostFiles || bytes > MostBytes)
            {
                throw new ProblemException($"{Quoted.Short(name)} holds more than {MostFiles} pictures or {MostBytes / 1_000_000} MB.", "Divide it.", field: "file");
            }
            yield return Picture(entry);
        }
    }

    /// <summary>True for names of files that can be pictures; what an operating system puts beside them is none.</summary>
    public static bool IsPicture(string file) => !file.StartsWith('.') && Path.GetExtension(file).ToLowerInvariant() is ".png" or ".jpg" or ".jpeg" or ".webp";

    private static ZipArchive Open(string name, Stream zip)
    {
        try
        {
            return new(zip, ZipArchiveMode.Read);
        }
        catch (InvalidDataException)
        {
            throw new ProblemException($"{Quoted.Short(name)} is no zip file.", "Zip the folder with the pictures, or give the pictures themselves.", field: "file");
        }
    }

    private static PictureFile Picture(ZipArchiveEntry entry)
    {
        if (entry.Length > PictureFile.MostBytes)
        {
            throw new ProblemException($"The picture {Quoted.Short(entry.Name)} is {entry.Length / 1_000_000} MB large.", $"Use one of {PictureFile.MostBytes / 1_000_000} MB or less.", field: "file");
        }
        // Not longer than it says it is, whatever the packed bytes unfold to.
        var unpacked = new byte[entry.Length];
        using var stream = entry.Open();
        try
        {
            stream.ReadExactly(unpacked);
        }
        catch (Exception e) when (e is InvalidDataException or EndOfStreamException)
        {
            throw new ProblemException($"The picture {Quoted.Short(entry.Name)} in the zip is damaged.", "Zip it again.", field: "file");
        }
        return PictureFile.Read(entry.Name, unpacked);
    }
}
