using System.Collections.Immutable;
using Hang.Core.Handoff;
using Hang.Media.Frames;

namespace Hang.Media.Proofs;

/// <summary>What came of comparing a file, or a part of one that is joined with others, with what is painted.</summary>
/// <param name="Found">How many frames it has.</param>
/// <param name="Errors">One for each frame, in order.</param>
/// <param name="LeastAlpha">Least of all pixels, 0..255.</param>
/// <param name="GreatestAlpha">Greatest of all pixels, 0..255.</param>
/// <param name="Judged">True when its frames are coded in levels that can leave their range.</param>
/// <param name="Strip">PNG: each frame of it that the strip shows, small, over light and dark.</param>
/// <param name="SideBySide">PNG by frame: the first differing frames, meant on the left, found on the right.</param>
/// <param name="Rim">The worst rim in the frames that the strip shows; null where none was looked for.</param>
/// <param name="RimPicture">PNG: the place of that rim; null where there is none.</param>
public sealed record PartProof(
    int Found,
    ImmutableArray<FrameError> Errors,
    double LeastAlpha,
    double GreatestAlpha,
    bool Judged,
    ImmutableArray<byte[]> Strip,
    ImmutableSortedDictionary<int, byte[]> SideBySide,
    RimError? Rim,
    byte[]? RimPicture
)
{
    /// <summary>Its coded frames, by which they are found again in the file; null where they cannot be told.</summary>
    public CodedFrames? Coded { get; init; }

    internal static PartProof Of(int found, IReadOnlyList<Compared> compared)
    {
        var rim = compared.Where(c => c.Rim is not null).MaxBy(c => c.Rim!.Error);
        return new(
            found,
            [.. compared.SelectMany(c => c.Errors)],
            compared.Select(c => c.Least).DefaultIfEmpty(255).Min(),
            compared.Select(c => c.Greatest).DefaultIfEmpty(0).Max(),
            compared.Any(c => c.Judged),
            [.. compared.SelectMany(c => c.Strip)],
            compared.Where(c => c.Side is not null).Take(Proof.MostShown).ToImmutableSortedDictionary(c => c.Errors[0].Frame, c => c.Side!),
            rim?.Rim,
            rim?.RimPicture
        );
    }
}
