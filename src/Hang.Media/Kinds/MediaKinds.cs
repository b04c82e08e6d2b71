using System.Collections.Immutable;
using Hang.Core.Handoff;

namespace Hang.Media.Kinds;

/// <summary>How every kind of file is written and read.</summary>
internal static class MediaKinds
{
    private static readonly ImmutableDictionary<FileKind, MediaKind> ByKind = new Dictionary<FileKind, MediaKind>
    {
        [FileKind.Prores] = new ProresKind(),
        [FileKind.ProresHq] = new ProresHqKind(),
        [FileKind.PngMovie] = new PngMovieKind(),
        [FileKind.RleMovie] = new RleMovieKind(),
        [FileKind.Png] = new PngSequenceKind(),
        [FileKind.Tiff] = new TiffSequenceKind(),
        [FileKind.Pair] = new PairKind(),
        [FileKind.Webm] = new WebmKind(),
        [FileKind.Mp4] = new Mp4Kind(),
        [FileKind.Apng] = new ApngKind(),
        [FileKind.Webp] = new WebpKind(),
        [FileKind.Gif] = new GifKind(),
        [FileKind.Ffv1] = new Ffv1Kind(),
        [FileKind.Still] = new StillKind(),
    }.ToImmutableDictionary();

    public static MediaKind Of(FileKind kind) => ByKind[kind];
}
