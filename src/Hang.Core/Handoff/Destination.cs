using System.Collections.Immutable;

namespace Hang.Core.Handoff;

/// <summary>Where a file is going: what an editor knows before any kind of file.</summary>
/// <param name="Id">Stable name.</param>
/// <param name="Name">For people.</param>
/// <param name="Kinds">What suits it, the best first.</param>
/// <param name="Backing">What is rendered behind the graphic there.</param>
public sealed record Destination(string Id, string Name, ImmutableArray<FileKind> Kinds, BackingKind Backing)
{
    // What each place takes is common practice; no source.
    public static ImmutableArray<Destination> All { get; } =
    [
        new("edit", "Editing suite", [FileKind.Prores, FileKind.PngMovie, FileKind.RleMovie, FileKind.Png, FileKind.Tiff], BackingKind.None),
        new("mixer", "Vision mixer, fill and key", [FileKind.Pair, FileKind.Prores], BackingKind.None),
        new("web", "Web page", [FileKind.Webm, FileKind.Webp, FileKind.Apng, FileKind.Gif], BackingKind.None),
        new("social", "Social", [FileKind.Mp4, FileKind.Gif], BackingKind.Solid),
        new("still", "Still", [FileKind.Still], BackingKind.None),
        new("archive", "Archive", [FileKind.Ffv1, FileKind.Tiff, FileKind.Png], BackingKind.None),
        new("keyed", "Will be keyed", [FileKind.ProresHq, FileKind.Mp4], BackingKind.Key),
    ];
}
