using System.Collections.Immutable;
using Hang.Cli.Commands;
using Hang.Core.Checks;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Fields;
using Hang.Media.Judging;
using Hang.Media.Processes;
using Hang.Media.Sounds;
using Hang.Paint.Fonts;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Values;

namespace Hang.Cli;

/// <summary>A document opened from disk, with its sources.</summary>
public sealed class GraphicFile : IDisposable
{
    private readonly Dictionary<(SourceKind Kind, string Hash), byte[]> bytes;
    private readonly MadeFolder made;

    private GraphicFile(Graphic graphic, Dictionary<(SourceKind Kind, string Hash), byte[]> bytes, MadeFolder made)
    {
        (this.bytes, this.made) = (bytes, made);
        Sounds = new(
            async (hash, cancel) =>
            {
                var path = made.MadePath(SoundSources.Kind, hash, "sound");
                await File.WriteAllBytesAsync(path, bytes[(SoundSources.Kind, hash)], cancel);
                return path;
            },
            hash => made.MadePath(SoundSources.Kind, hash, SoundJudge.Decoded)
        );
        Evaluator = new(graphic, TypeShaper.Shipped);
        Pictures = new(hash => bytes.GetValueOrDefault((PictureSources.Kind, hash)));
    }

    public Evaluator Evaluator { get; }

    public PictureShelf Pictures { get; }

    public SoundShelf Sounds { get; }

    public Graphic Graphic => Evaluator.Graphic;

    /// <exception cref="ProblemException">A layer that shows has characters for which there is no glyph.</exception>
    internal static void DemandGlyphs(Evaluator evaluator) =>
        MissingGlyphs.Demand(evaluator, $"Change these characters, or say --as-it-is: they show as empty boxes.");

    /// <summary>Opens a document, checks its sources against their hashes, and fills fields.</summary>
    /// <param name="fields">NAME=VALUE; for a picture field, the value is a file.</param>
    /// <param name="colourway">Name of the colourway to show; null: the one that the document shows.</param>
    /// <exception cref="ProblemException">The document, a source or a field is not as it should be.</exception>
    /// <param name="hold">Frames of Hold; null: as many as it has.</param>
    public static async Task<GraphicFile> OpenAsync(
        string path,
        IEnumerable<string> fields,
        string? colourway = null,
        int? hold = null,
        CancellationToken cancel = default
    )
    {
        var graphic = GraphicJson.Read(ReadFile(path));
        var made = new MadeFolder();
        try
        {
            var bytes = await SourcesAsync(path, graphic, made, cancel);
            var values = ImmutableSortedDictionary.Create<string, string>(StringComparer.OrdinalIgnoreCase);
            foreach (var field in fields)
            {
                var (name, value) = Given(field);
                (graphic, var taken) = WithPicture(graphic, name, value, bytes);
                values = values.SetItem(name, taken);
            }
            return new(new Take(values, colourway, hold).Of(graphic, TypeShaper.Shipped), bytes, made);
        }
        catch
        {
            made.Dispose();
            throw;
        }
    }

    /// <summary>The graphic as a take has it, ready to be painted.</summary>
    /// <exception cref="ProblemException">It does not take a value.</exception>
    public Evaluator Of(Take take) => new(take.Of(Graphic, TypeShaper.Shipped), TypeShaper.Shipped);

    /// <summary>Makes a picture known that takes may be filled with.</summary>
    public void Add(PictureFile picture) => bytes[(PictureSources.Kind, picture.Hash)] = picture.Bytes;

    public void Dispose()
    {
        Pictures.Dispose();
        Sounds.Dispose();
        made.Dispose();
    }

    /// <summary>NAME=VALUE in two; in the value \n is a new line and \\ a backslash, as <c>hang fields</c> prints them.</summary>
    private static (string Name, string Value) Given(string field)
    {
        var parts = field.Split('=', 2);
        return parts.Length == 2 && parts[0].Length > 0
            ? (parts[0].Trim(), Words.Unescaped(parts[1]))
            : throw new ProblemException($"\"{field}\" sets nothing.", $"Write --set NAME=VALUE.", field: "--set");
    }

    /// <summary>Where a field of pictures is filled from a file: the graphic with that picture, and its hash as the value.</summary>
    private static (Graphic Graphic, string Value) WithPicture(
        Graphic graphic,
        string name,
        string value,
        Dictionary<(SourceKind Kind, string Hash), byte[]> bytes
    )
    {
        var place = FieldPlace.Find(graphic, Filling.Named(graphic, name).Fills[0]);
        if (
            place?.Kind != PictureSources.Kind.Value
            || FieldText.Files(graphic, PictureSources.Kind.Value).Any(f => f.Hash == value || string.Equals(f.Name, value, StringComparison.OrdinalIgnoreCase))
        )
        {
            return (graphic, value);
        }
        if (value.Trim().Length == 0)
        {
            throw new ProblemException($"{name} names no picture.", $"Write --set \"{name}=FILE\", with a PNG, JPEG or WebP file.", field: name);
        }
        var picture = PictureFile.Read(Path.GetFileName(value), ReadFile(value));
        bytes[(PictureSources.Kind, picture.Hash)] = picture.Bytes;
        return (graphic with { Sources = graphic.Sources.With(PictureSources.Kind, picture.Hash, picture.Asset) }, picture.Hash);
    }

    /// <summary>The bytes of all that a document carries, each looked at unless that can wait until it is used. Fonts go on the shelf.</summary>
    private static async Task<Dictionary<(SourceKind Kind, string Hash), byte[]>> SourcesAsync(
        string path,
        Graphic graphic,
        MadeFolder made,
        CancellationToken cancel
    )
    {
        using var trials = new FontTrials(typeof(Program).Assembly.Location);
        var judges = new Judges(trials);
        var all = new Dictionary<(SourceKind Kind, string Hash), byte[]>();
        // What its maker does not let be carried is found here, or is not.
        foreach (var source in graphic.Sources.All.Where(s => s.Kind.Reach == SourceReach.Document || s.Facts.Data is not null))
        {
            var bytes = Bytes(path, source);
            if (!judges[source.Kind].CanWait || HashKind.HashOf(bytes) != source.Hash)
            {
                bytes = (await judges.JudgeAsync(source, bytes, made, cancel)).Bytes;
            }
            all[(source.Kind, source.Hash)] = bytes;
            if (source.Kind == FontSources.Kind)
            {
                FontShelf.Shipped.Add(FontFile.Read(source.Facts.Name, bytes));
            }
        }
        return all;
    }

    /// <summary>The bytes of what a document names: embedded, or beside it in its own folder and nowhere else.</summary>
    private static byte[] Bytes(string document, SourceEntry source)
    {
        var (kind, hash, facts) = source;
        if (facts.Data is not null)
        {
            return Judges.Inside(source);
        }
        var at = $"{kind.At(hash)}/file";
        var file =
            facts.File is { } f && Path.GetFileName(f) == f
                ? f
                : throw new ProblemException(
                    $"The {kind.Name} {Quoted.Short(facts.Name)} has no data and no plain file name.",
                    $"Put it beside the document.",
                    field: at
                );
        return ReadBeside(kind.Name, Path.Combine(Path.GetDirectoryName(Path.GetFullPath(document))!, file), facts.Name, at, kind.MostBytes);
    }

    /// <summary>
    /// Reads what a document names: a regular file, not a link, no larger than such may be. Pipes and devices have no length, so they are never opened.
    /// </summary>
    private static byte[] ReadBeside(string what, string path, string name, string field, int most)
    {
        var file = new FileInfo(path);
        if (!file.Exists || file.LinkTarget is not null || file.Length == 0)
        {
            throw new ProblemException(
                $"The {what} {Quoted.Short(name)} is not beside the document, or is no ordinary file.",
                $"Put the {what} itself beside the document.",
                field: field
            );
        }
        return file.Length <= most
            ? ReadFile(path)
            : throw new ProblemException(
                $"The {what} {Quoted.Short(name)} is {file.Length / 1_000_000} MB large.",
                $"Use a file of {most / 1_000_000} MB or less.",
                field: field
            );
    }

    /// <summary>Reads a file that somebody named. A pipe would be waited for without end, and a device has none: they are not opened.</summary>
    internal static byte[] ReadFile(string path)
    {
        if (string.IsNullOrWhiteSpace(path))
        {
            throw new ProblemException($"The name of a file is empty.", $"Write the name of the file.", field: "file");
        }
        try
        {
            var file = new FileInfo(path);
            file = file.ResolveLinkTarget(true) as FileInfo ?? file;
            if (file.Exists && file.Length == 0)
            {
                throw new ProblemException($"{Quoted.Short(path)} is empty, or is no ordinary file.", $"Name the file itself.", field: "file");
            }
            return file.Exists && file.Length > GraphicJson.MostBytes
                ? throw new ProblemException(
                    $"{Quoted.Short(path)} is {file.Length / 1_000_000} MB large.",
                    $"Use a file of {GraphicJson.MostBytes / 1_000_000} MB or less.",
                    field: "file"
                )
                : File.ReadAllBytes(path);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new ProblemException($"{Quoted.Short(path)} cannot be read.", $"Check the name and the folder.", field: "file");
        }
    }

    /// <summary>A folder for what is made of sources, which goes with the document.</summary>
    private sealed class MadeFolder : ISourceRoom, IDisposable
    {
        private readonly string folder = Path.Combine(Path.GetTempPath(), $"hang-made-{Guid.NewGuid():N}");

        public string MadePath(SourceKind kind, string hash, string what) => Path.Combine(Directory.CreateDirectory(folder).FullName, $"{hash}.{what}");

        public void Dispose()
        {
            if (Directory.Exists(folder))
            {
                Directory.Delete(folder, true);
            }
        }
    }
}
