using Hang.Scene.Json;
using Hang.Scene.Time;

namespace Hang.Scene.Sources;

/// <summary>A sound that belongs to a document, under its content hash.</summary>
public sealed record SoundAsset
{
    /// <summary>Most samples of a sound: 20 minutes.</summary>
    public const int MostSamples = 20 * 60 * SampleClock.Rate;

    /// <summary>File name it came with.</summary>
    public required string Name { get; init; }

    /// <summary>Media type, found from the content: audio/wav, audio/flac, audio/mpeg, audio/ogg or audio/mp4.</summary>
    public required string Type { get; init; }

    /// <summary>Its length in samples, 48000 a second.</summary>
    [Within(1, MostSamples)]
    public required int Samples { get; init; }

    /// <summary>Channels it came with; two are heard.</summary>
    [Within(1, 64)]
    public required int Channels { get; init; }

    /// <summary>The bytes themselves, base64 (RFC 4648), when embedded.</summary>
    public string? Data { get; init; }

    /// <summary>Name of a file in the document's own folder that holds the bytes, when not embedded.</summary>
    public string? File { get; init; }
}
