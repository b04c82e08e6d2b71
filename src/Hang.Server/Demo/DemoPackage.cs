using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Scene;
using Hang.Scene.Sources;

namespace Hang.Server.Demo;

/// <summary>
/// The demo package as it lies in a folder: package.json names its graphics in order, each a document beside it. They are also the starting points of new
/// graphics.
/// </summary>
public sealed class DemoPackage
{
    private static readonly ConcurrentDictionary<string, DemoPackage> Read = new(StringComparer.Ordinal);
    private readonly string folder;

    private DemoPackage(string folder)
    {
        this.folder = folder;
        var path = Path.Combine(folder, "package.json");
        var listed = File.Exists(path) ? JsonSerializer.Deserialize<Listed>(File.ReadAllBytes(path), JsonSerializerOptions.Web) : null;
        Name = listed?.Name ?? "Demo";
        Graphics = [.. (listed?.Graphics ?? []).Select(g => (g, GraphicJson.Read(File.ReadAllBytes(Path.Combine(folder, g + ".hang")))))];
    }

    public string Name { get; }

    /// <summary>The graphics, each by the name of its file.</summary>
    public ImmutableArray<(string Id, Graphic Graphic)> Graphics { get; }

    /// <summary>The package in a folder, read once; an empty one where there is none.</summary>
    public static DemoPackage In(string folder) => Read.GetOrAdd(folder, f => new(f));

    /// <exception cref="ProblemException">There is no such graphic.</exception>
    public Graphic Graphic(string id) =>
        Graphics.Where(g => g.Id == id).Select(g => g.Graphic).FirstOrDefault()
        ?? throw new ProblemException($"There is no such starting point.", $"Choose another, or begin with nothing.", field: "start");

    /// <summary>The bytes of a graphic's source.</summary>
    public byte[] Bytes(Source source) => File.ReadAllBytes(Path.Combine(folder, source.File!));

    /// <summary>A graphic with all that lies beside it inside it.</summary>
    public Graphic Whole(Graphic graphic) =>
        graphic with
        {
            Sources = graphic.Sources.Select(s => s.Facts with { Data = Convert.ToBase64String(Bytes(s.Facts)), File = null }),
        };

    private sealed record Listed(string Name, ImmutableArray<string> Graphics);
}
