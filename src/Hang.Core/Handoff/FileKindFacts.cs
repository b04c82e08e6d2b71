using System.Collections.Immutable;
using Hang.Scene;

namespace Hang.Core.Handoff;

/// <summary>How much transparency a kind of file can hold.</summary>
public enum AlphaRoom
{
    /// <summary>None: there must be a backing.</summary>
    None,

    /// <summary>A pixel is seen or not.</summary>
    OneBit,

    /// <summary>Every shade.</summary>
    Full,
}

/// <summary>How a kind of file can have sound.</summary>
public enum SoundRoom
{
    /// <summary>It cannot.</summary>
    None,

    /// <summary>In the file, as PCM of 24 bits.</summary>
    Pcm,

    /// <summary>In the file, as AAC (ISO/IEC 14496-3).</summary>
    Aac,

    /// <summary>In the file, as Opus (RFC 6716).</summary>
    Opus,

    /// <summary>Beside the stills, as Broadcast Wave (EBU Tech 3285).</summary>
    Beside,
}

/// <summary>What a kind of file is, what it can hold, and what it asks of a plan.</summary>
/// <param name="Name">For people, e.g. MOV, ProRes 4444.</param>
/// <param name="Ending">Of the delivered file, without the dot.</param>
/// <param name="Alpha">How much transparency it can hold.</param>
/// <param name="Tolerance">The error that the kind itself may have.</param>
/// <param name="Note">What a person should know before choosing it.</param>
public sealed record FileKindFacts(FileKind Kind, string Name, string Ending, AlphaRoom Alpha, ProofTolerance Tolerance, string Note)
{
    /// <summary>The name within a sentence.</summary>
    public Term Term => new(Name);

    /// <summary>Other endings that say this kind, when a person names the file.</summary>
    public ImmutableArray<string> OtherEndings { get; init; } = [];

    /// <summary>True when colour may be multiplied by alpha in the file.</summary>
    public bool MayBePremultiplied { get; init; }

    /// <summary>True when it is nothing but transparency: a backing makes no sense.</summary>
    public bool NeedsAlpha { get; init; }

    /// <summary>True when both sides must be even, because colour has half the resolution.</summary>
    public bool NeedsEvenSides { get; init; }

    /// <summary>True when only the width must be even.</summary>
    public bool NeedsEvenWidth { get; init; }

    /// <summary>Longest side in pixels.</summary>
    public int MostSide { get; init; } = 16384;

    /// <summary>Most frames a second; of a faster graphic every second frame is taken.</summary>
    public int MostRate { get; init; } = 60;

    /// <summary>True for a still per frame in a folder.</summary>
    public bool IsSequence { get; init; }

    /// <summary>True when the file has a timecode track or tag.</summary>
    public bool HasTimecode { get; init; }

    /// <summary>How it can have sound.</summary>
    public SoundRoom Sound { get; init; }

    /// <summary>Bytes that a second of sound takes in it.</summary>
    public int SoundBytesPerSecond =>
        Sound switch
        {
            SoundRoom.None => 0,
            SoundRoom.Aac => 32_000,
            SoundRoom.Opus => 24_000,
            _ => 288_000,
        };

    /// <summary>True when players show it again from the start.</summary>
    public bool MayLoop { get; init; }

    /// <summary>All endings, the delivered one first.</summary>
    public IEnumerable<string> Endings => [Ending, .. OtherEndings];
}
