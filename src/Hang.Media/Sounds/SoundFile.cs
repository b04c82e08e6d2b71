using System.Security.Cryptography;
using Hang.Scene;
using Hang.Scene.Sources;

namespace Hang.Media.Sounds;

/// <summary>A sound that was taken in: what it is, judged by its content, not by its name.</summary>
/// <param name="Hash">Content hash.</param>
public sealed record SoundFile(string Hash, SoundAsset Asset)
{
    /// <summary>Largest file that is taken, in bytes.</summary>
    public const int MostBytes = 100_000_000;

    /// <summary>Content hash of a file's bytes, as documents write it.</summary>
    public static string HashOf(ReadOnlySpan<byte> bytes) => "sha256-" + Convert.ToHexStringLower(SHA256.HashData(bytes));

    /// <summary>Judges a sound by decoding it.</summary>
    /// <param name="name">File name it came with.</param>
    /// <param name="decoded">Gives the path at which its decoded samples shall lie, from its hash.</param>
    /// <exception cref="ProblemException">It is no sound that Hang takes.</exception>
    public static async Task<SoundFile> ReadAsync(string name, byte[] bytes, Func<string, string> decoded, CancellationToken cancel)
    {
        if (bytes.Length > MostBytes)
        {
            throw TooLarge(name);
        }
        if (SoundFormat.Of(bytes) is not { } format)
        {
            throw new ProblemException($"{name} is no sound that Hang takes.", "Use WAV, FLAC, MP3, OGG or M4A.", field: "sound");
        }
        var hash = HashOf(bytes);
        var path = Path.Combine(Path.GetTempPath(), $"hang-sound-{Guid.NewGuid():N}");
        try
        {
            await File.WriteAllBytesAsync(path, bytes, cancel);
            var (samples, channels) = await SoundDecoder.DecodeAsync(name, path, format, decoded(hash), cancel);
            return new(hash, new() { Name = name, Type = format.Type, Samples = samples, Channels = channels });
        }
        finally
        {
            File.Delete(path);
        }
    }

    public static ProblemException TooLarge(string name) => new($"{name} is too large.", $"Use a sound of {MostBytes / 1_000_000} MB or less.", field: "sound");
}
