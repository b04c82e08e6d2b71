using System.Collections.Immutable;

namespace Hang.Media.Frames;

/// <summary>The coded frames of a file, or of a part of one: those of a file that was joined from parts are theirs.</summary>
/// <param name="Known">What a decoder is told before the first of them, in short.</param>
/// <param name="Hashes">Of the bytes of each frame in order, with what lies beside it, as the alpha of VP9 does.</param>
public sealed record CodedFrames(string Known, ImmutableArray<string> Hashes)
{
    /// <summary>True when they are those of parts, unchanged, all of them in order, and decoded alike.</summary>
    /// <param name="parts">In order; null where one cannot be told.</param>
    public bool AreThoseOf(IReadOnlyList<CodedFrames?> parts) =>
        parts.All(p => p is not null && p.Known == Known) && Hashes.SequenceEqual(parts.SelectMany(p => p!.Hashes), StringComparer.Ordinal);
}
