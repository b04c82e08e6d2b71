using System.Collections.Immutable;
using Hang.Cli.Commands;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Fields;
using Hang.Media.Processes;
using Hang.Media.Sounds;
using Hang.Paint.Fonts;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Sources;
using Hang.Scene.Values;

namespace Hang.Cli;

/// <summary>A document opened from disk, with its pictures and sounds.</summary>
public sealed class GraphicFile : IDisposable
{
    private readonly Dictionary<string, byte[]> bytes;

    private readonly string heard = Path.Combine(Path.GetTempPath(), $"hang-heard-{Guid.NewGuid():N}");

    private GraphicFile(Graphic graphic, Dictionary<string, byte[]> bytes, Dictionary<string, byte[]> sounds)
    {
        this.bytes = bytes;
        Sounds = new(
            async (hash, cancel) =>
            {
                var path = DecodedPath(hash) + ".sound";
                await File.WriteAllBytesAsync(path, sounds[hash], cancel);
                return path;
            }, DecodedPath);
        Evaluator = new(graphic, TypeShaper.Shipped);
        Pictures = new(bytes.GetValueOrDefault);
    }

    public Evaluator Evaluator { get; }

    public PictureShelf Pictures { get; }

    public SoundShelf Sounds { get; }

    public Graphic Graphic => Evaluator.Graphic;

    /// <exception cref="ProblemException">A layer that shows has characters for which there is no glyph.</exception>
    internal static void DemandGlyphs(Evaluator evaluator) => MissingGlyphs.Demand(evaluator, "Change these characters, or say --as-it-is: they show as empty boxes.");

    private string DecodedPath(string hash) => Path.Combine(Directory.CreateDirectory(heard).FullName, hash);

    /// <summary>Opens a document, checks its pictures and sounds against their hashes, and fills fields.</summary>
    /// <param name="fields">NAME=VALUE; for a picture field, the value is a file.</param>
    /// <param name="colourway">Name of the colourway to show; null: the one that the document shows.</param>
    /// <exception cref="ProblemException">The document, a picture or a field is not as it should be.</exception>
    /// <param name="hold">Frames of Hold; null: as many as it has.</param>
    public static GraphicFile Open(string path, IEnumerable<string> fields, string? colourway = null, int? hold = null)
    {
        var graphic = GraphicJson.Read(ReadFile(path));
        TakeFonts(graphic);
        var bytes = graphic.Assets.ToDictionary(a => a.Key, a => Picture(path, a.Key, a.Value), StringComparer.Ordinal);
        var values = ImmutableSortedDictionary.Create<string, string>(StringComparer.OrdinalIgnoreCase);
        foreach (var field in fields)
        {
            var (name, value) = Given(field);
            (graphic, var taken) = WithPicture(graphic, name, value, bytes);
            values = values.SetItem(name, taken);
        }
        graphic = new Take(values, colourway, hold).Of(graphic, TypeShaper.Shipped);
        var sounds = (graphic.Sounds ?? ImmutableSortedDictionary<string, SoundAsset>.Empty).ToDictionary(s => s.Key, s => Sound(path, s.Key, s.Value), StringComparer.Ordinal);
        return new(graphic, bytes, sounds);
    }

    /// <summary>The graphic as a take has it, ready to be painted.</summary>
    /// <exception cref="ProblemException">It does not take a value.</exception>
    public Evaluator Of(Take take) => new(take.Of(Graphic, TypeShaper.Shipped), TypeShaper.Shipped);

    /// <summary>Makes a picture known that takes may be filled with.</summary>
    public void Add(PictureFile picture) => bytes[picture.Hash] = picture.Bytes;

    public void Dispose()
    {
        Pictures.Dispose();
        Sounds.Dispose();
        if (Directory.Exists(heard))
        {
            Directory.Delete(heard, true);
        }
    }

    /// <summary>NAME=VALUE in two; in the value \n is a new line and \\ a backslash, as <c>hang fields</c> prints them.</summary>
    private static (string Name, string Value) Given(string field)
    {
        var parts = field.Split('=', 2);
        return parts.Length == 2 && parts[0].Length > 0 ? (parts[0].Trim(), Words.Unescaped(parts[1]))
            : throw new ProblemException($"\"{field}\" sets nothing.", "Write --set NAME=VALUE.", field: "--set");
    }

    /// <summary>Where a field of pictures is filled from a file: the graphic with that picture, and its hash as the value.</summary>
    private static (Graphic Graphic, string Value) WithPicture(Graphic graphic, string name, string value, Dictionary<string, byte[]> bytes)
    {
        var place = FieldPlace.Find(graphic, Filling.Named(graphic, name).Fills[0]);
        if (place?.Kind is not PictureKind || FieldText.Files(graphic, PictureKind.Picture).Any(f => f.Hash == value || string.Equals(f.Name, value, StringComparison.OrdinalIgnoreCase)))
        {
            return (graphic, value);
        }
        if (value.Trim().Length == 0)
        {
            throw new ProblemException($"{name} names no picture.", $"Write --set \"{name}=FILE\", with a PNG, JPEG or WebP file.", field: name);
        }
        var picture = PictureFile.Read(Path.GetFileName(value), ReadFile(value));
        bytes[picture.Hash] = picture.Bytes;
        return (graphic with { Assets = graphic.Assets.SetItem(picture.Hash, picture.Asset) }, picture.Hash);
    }

    /// <summary>Puts the fonts that a document carries on the shelf.</summary>
    private static void TakeFonts(Graphic graphic)
    {
        using var trials = new FontTrials(typeof(Program).Assembly.Location);
        foreach (var (hash, font) in graphic.Fonts ?? ImmutableSortedDictionary<string, FontAsset>.Empty)
        {
            if (font.Data is { } data)
            {
                FontShelf.Shipped.Add(trials.Read(hash, font, data));
            }
        }
    }

    private static byte[] Picture(string document, string hash, Asset asset)
    {
        var file = Bytes("picture", document, asset.Name, asset.Data, asset.File, $"/assets/{hash}", PictureFile.MostBytes);
        return PictureFile.Read(asset.Name, file).Hash == hash ? file : throw Another("picture", asset.Name, $"/assets/{hash}");
    }

    private static byte[] Sound(string document, string hash, SoundAsset sound)
    {
        var file = Bytes("sound", document, sound.Name, sound.Data, sound.File, $"/sounds/{hash}", SoundFile.MostBytes);
        return SoundFile.HashOf(file) == hash ? file : throw Another("sound", sound.Name, $"/sounds/{hash}");
    }

    private static ProblemException Another(string what, string name, string at) =>
        new($"The {what} {Quoted.Short(name)} is not the one that the document was made with.", "Put the original beside the document.", field: at);

    /// <summary>The bytes of what a document names: embedded, or beside it in its own folder and nowhere else.</summary>
    private static byte[] Bytes(string what, string document, string name, string? data, string? beside, string at, int most)
    {
        if (data is not null)
        {
            return Base64.Read(name, data, $"{at}/data");
        }
        var file = beside is { } f && Path.GetFileName(f) == f ? f
            : throw new ProblemException($"The {what} {Quoted.Short(name)} has no data and no plain file name.", "Put it beside the document.", field: $"{at}/file");
        return ReadBeside(what, Path.Combine(Path.GetDirectoryName(Path.GetFullPath(document))!, file), name, $"{at}/file", most);
    }

    /// <summary>Reads what a document names: a regular file, not a link, no larger than such may be. Pipes and devices have no length, so they are never opened.</summary>
    private static byte[] ReadBeside(string what, string path, string name, string field, int most)
    {
        var file = new FileInfo(path);
        if (!file.Exists || file.LinkTarget is not null || file.Length == 0)
        {
            throw new ProblemException($"The {what} {Quoted.Short(name)} is not beside the document, or is no ordinary file.", $"Put the {what} itself beside the document.", field: field);
        }
        return file.Length <= most ? ReadFile(path)
            : throw new ProblemException($"The {what} {Quoted.Short(name)} is {file.Length / 1_000_000} MB large.", $"Use a file of {most / 1_000_000} MB or less.", field: field);
    }

    /// <summary>Reads a file that somebody named. A pipe would be waited for without end, and a device has none: they are not opened.</summary>
    internal static byte[] ReadFile(string path)
    {
        if (string.IsNullOrWhiteSpace(path))
        {
            throw new ProblemException("The name of a file is empty.", "Write the name of the file.", field: "file");
        }
        try
        {
            var file = new FileInfo(path);
            file = file.ResolveLinkTarget(true) as FileInfo ?? file;
            if (file.Exists && file.Length == 0)
            {
                throw new ProblemException($"{Quoted.Short(path)} is empty, or is no ordinary file.", "Name the file itself.", field: "file");
            }
            return file.Exists && file.Length > GraphicJson.MostBytes
                ? throw new ProblemException($"{Quoted.Short(path)} is {file.Length / 1_000_000} MB large.", $"Use a file of {GraphicJson.MostBytes / 1_000_000} MB or less.", field: "file")
                : File.ReadAllBytes(path);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new ProblemException($"{Quoted.Short(path)} cannot be read.", "Check the name and the folder.", field: "file");
        }
    }
}
