using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Values;

namespace Hang.Media.Sounds;

/// <summary>Takes sounds in by decoding all of them.</summary>
public sealed class SoundJudge : SourceJudge
{
    /// <summary>What a sound's samples are called among what is made of sources.</summary>
    public const string Decoded = "decoded";

    public override SourceKind Kind => SoundSources.Kind;

    public override bool CanWait => true;

    public override async Task<Judged> JudgeAsync(string name, byte[] bytes, ISourceRoom room, CancellationToken cancel = default)
    {
        if (bytes.Length > Kind.MostBytes)
        {
            throw new ProblemException($"{name} is too large.", $"Use a sound of {Kind.MostBytes / 1_000_000} MB or less.", field: "sound");
        }
        if (SoundFormat.Of(bytes) is not { } format)
        {
            throw new ProblemException($"{name} is no sound that Hang takes.", $"Use WAV, FLAC, MP3, OGG or M4A.", field: "sound");
        }
        var hash = HashKind.HashOf(bytes);
        var path = Path.Combine(Path.GetTempPath(), $"hang-sound-{Guid.NewGuid():N}");
        try
        {
            await File.WriteAllBytesAsync(path, bytes, cancel);
            var (samples, channels) = await SoundDecoder.DecodeAsync(name, path, format, room.MadePath(Kind, hash, Decoded), cancel);
            return new(
                hash,
                new SoundAsset
                {
                    Name = name,
                    Type = format.Type,
                    Samples = samples,
                    Channels = channels,
                },
                bytes
            );
        }
        finally
        {
            File.Delete(path);
        }
    }
}
