using System.Collections.Immutable;
using System.IO.Compression;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Media.Unpacking;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Scene.Sources;

namespace Hang.Media.Packs;

/// <summary>
/// Packages as files, .hangpack: a zip that holds, as a folder would, package.json (its name, its graphics in order, its feels), a document for each
/// graphic, and beside them the sources that those name, each once. Unpacked, its documents are rendered from the shell as they are.
/// </summary>
public static class PackFile
{
    /// <summary>The version of the file that this build reads and writes.</summary>
    public const int Version = 1;

    /// <summary>Largest file in bytes; unpacked it is at most four times as large.</summary>
    public const int MostBytes = 256 * 1024 * 1024;

    private const long MostUnpacked = 4L * MostBytes;
    private const int MostGraphics = 500,
        MostName = 200,
        MostFeels = 500,
        MostCss = 20_000,
        MostListing = 4 * 1024 * 1024,
        MostBeside = 64 * 1024 * 1024;
    private const string Contents = "package.json";

    /// <summary>Writes a package.</summary>
    public static void Write(Pack pack, Stream into)
    {
        using var zip = new ZipArchive(into, ZipArchiveMode.Create, leaveOpen: true);
        var names = new HashSet<string>(StringComparer.OrdinalIgnoreCase) { Contents };
        var files = new Dictionary<string, string>(StringComparer.Ordinal);
        string Beside(string hash, string name, string? data)
        {
            if (!files.TryGetValue(hash, out var file))
            {
                files[hash] = file = Free(names, Path.GetFileNameWithoutExtension(name), Path.GetExtension(name));
                using var entry = zip.CreateEntry(file, CompressionLevel.Fastest).Open();
                entry.Write(Convert.FromBase64String(data ?? throw new ProblemException($"{Quoted.Short(name)} is missing.", $"Add it again.")));
            }
            return file;
        }
        var graphics = new List<string>();
        foreach (var graphic in pack.Graphics)
        {
            var whole = graphic with
            {
                // What belongs to packages stays inside: some of it may not be carried at all.
                Sources = graphic.Sources.Select(s =>
                    s.Kind.Reach == SourceReach.Package ? s.Facts : s.Facts with { File = Beside(s.Hash, s.Facts.Name, s.Facts.Data), Data = null }
                ),
            };
            var name = Free(names, graphic.Name, ".hang");
            graphics.Add(name[..^5]);
            using var entry = zip.CreateEntry(name).Open();
            entry.Write(System.Text.Encoding.UTF8.GetBytes(GraphicJson.Write(whole)));
        }
        using var list = zip.CreateEntry(Contents).Open();
        JsonSerializer.Serialize(list, new Listed(Version, pack.Name, [.. graphics], pack.Feels), ReportJson.Options);
    }

    /// <summary>Reads a package.</summary>
    /// <param name="name">File name it came with.</param>
    /// <exception cref="ProblemException">It is none, too large, or something in it is missing or damaged.</exception>
    public static Pack Read(string name, byte[] file, CancellationToken cancel = default)
    {
        var budget = new Budget(name, MostUnpacked, cancel);
        using var zip = new ZipWithin(file, budget, () => None(name));
        var list = zip.Names.Where(n => Path.GetFileName(n) == Contents).MinBy(n => n.Length) ?? throw None(name);
        // Zipped as a folder, everything lies in that.
        var folder = list[..^Contents.Length];
        var listed = Listing(name, zip.Read(list, MostListing));
        // What lies beside documents is written into each of them; the text of it is made, and held, once.
        var texts = new Dictionary<string, string>(StringComparer.Ordinal);
        string Beside(string beside)
        {
            if (!texts.TryGetValue(beside, out var text))
            {
                var bytes = zip.Read(folder + beside, MostBeside);
                budget.Spend(bytes.Length);
                texts[beside] = text = Convert.ToBase64String(bytes);
            }
            return text;
        }
        return new(listed.Name, [.. listed.Graphics.Select(g => Whole(GraphicJson.Read(zip.Read($"{folder}{g}.hang", MostBytes)), Beside))], listed.Feels);
    }

    /// <summary>What a package says of itself.</summary>
    private static Listed Listing(string name, byte[] json)
    {
        Listed listed;
        try
        {
            listed = JsonSerializer.Deserialize<Listed>(json, ReportJson.Options) ?? throw None(name);
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException)
        {
            throw None(name);
        }
        if (listed.Hangpack == 0)
        {
            throw None(name);
        }
        if (listed.Hangpack != Version)
        {
            throw new ProblemException(
                $"{Quoted.Short(name)} is a package of version {listed.Hangpack}; this Hang reads version {Version}.",
                $"Open it with a newer Hang.",
                field: "file"
            );
        }
        var (graphics, feels) = (listed.Graphics.IsDefault ? [] : listed.Graphics, listed.Feels.IsDefault ? [] : listed.Feels);
        if (
            string.IsNullOrWhiteSpace(listed.Name)
            || listed.Name.Length > MostName
            || listed.Name.Any(char.IsControl)
            || graphics.Length > MostGraphics
            || graphics.Any(string.IsNullOrEmpty)
        )
        {
            throw new ProblemException($"{Quoted.Short(name)} has no name, or more than {MostGraphics} graphics.", $"Save it again.", field: "file");
        }
        if (graphics.GroupBy(g => g, StringComparer.Ordinal).FirstOrDefault(g => g.Count() > 1) is { } twice)
        {
            throw new ProblemException($"{Quoted.Short(twice.Key)} is twice in {Quoted.Short(name)}.", $"Save the package again.", field: "file");
        }
        return
            feels.Length <= MostFeels && feels.All(f => f is { Name: { Length: > 0 and <= MostName } n, Css: { Length: <= MostCss } } && !n.Any(char.IsControl))
            ? listed with
            {
                Graphics = graphics,
                Feels = feels,
            }
            : throw new ProblemException(
                $"{Quoted.Short(name)} has more than {MostFeels} feels, or one without a name or shape.",
                $"Save the package again.",
                field: "file"
            );
    }

    /// <summary>A document with what lies beside it inside it.</summary>
    private static Graphic Whole(Graphic graphic, Func<string, string> beside) =>
        graphic with
        {
            Sources = graphic.Sources.Select(s => s.Facts.File is { } file ? s.Facts with { Data = beside(file), File = null } : s.Facts),
        };

    /// <summary>A file name of plain letters that is not taken.</summary>
    private static string Free(HashSet<string> taken, string name, string ending)
    {
        var plain = FileNames.Plain(name);
        var file = plain + ending.ToLowerInvariant();
        for (var n = 2; !taken.Add(file); n++)
        {
            file = $"{plain}-{n}{ending.ToLowerInvariant()}";
        }
        return file;
    }

    private static ProblemException None(string name) =>
        new($"{Quoted.Short(name)} is no package.", $"Choose a .hangpack file that Hang has saved.", field: "file");

    private sealed record Listed(int Hangpack, string Name, ImmutableArray<string> Graphics, ImmutableArray<PackFeel> Feels);
}
