using Hang.Scene.Json;
using Hang.Scene.Time;

namespace Hang.Scene.Sources;

/// <summary>Sounds.</summary>
public sealed class SoundSources : SourceKind<SoundAsset>
{
    private SoundSources()
        : base(
            "sound",
            "sounds",
            "sounds",
            100_000_000,
            new("audio/wav", ".wav"),
            new("audio/flac", ".flac"),
            new("audio/mpeg", ".mp3"),
            new("audio/ogg", ".ogg", ".oga"),
            new("audio/mp4", ".m4a")
        ) { }

    public static SoundSources Kind { get; } = new();

    protected override void Demand(string hash, SoundAsset facts)
    {
        if (facts.Samples is < 1 or > SoundAsset.MostSamples)
        {
            throw new ProblemException(
                $"The sound {Quoted.Short(facts.Name)} has no length that a sound can have.",
                $"Use one of {SoundAsset.MostSamples / SampleClock.Rate / 60} minutes or less.",
                field: $"{At(hash)}/samples"
            );
        }
    }
}

/// <summary>A sound that belongs to a document.</summary>
public sealed record SoundAsset : Source
{
    /// <summary>Most samples of a sound: 20 minutes.</summary>
    public const int MostSamples = 20 * 60 * SampleClock.Rate;

    public override required string Name { get; init; }

    /// <summary>Media type, found from the content: audio/wav, audio/flac, audio/mpeg, audio/ogg or audio/mp4.</summary>
    public override required string Type { get; init; }

    /// <summary>Its length in samples, 48000 a second.</summary>
    [Within(1, MostSamples)]
    public required int Samples { get; init; }

    /// <summary>Channels it came with; two are heard.</summary>
    [Within(1, 64)]
    public required int Channels { get; init; }

    public override string? Data { get; init; }

    public override string? File { get; init; }
}
