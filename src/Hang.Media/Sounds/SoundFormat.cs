namespace Hang.Media.Sounds;

/// <summary>A kind of sound file that Hang takes.</summary>
/// <param name="Type">Media type.</param>
/// <param name="Reader">The one reader of ffmpeg's that is let near such a file.</param>
internal sealed record SoundFormat(string Type, string Reader)
{
    private static readonly SoundFormat Wave = new("audio/wav", "wav"),
        Flac = new("audio/flac", "flac"),
        Mp3 = new("audio/mpeg", "mp3"),
        Ogg = new("audio/ogg", "ogg"),
        Mp4 = new("audio/mp4", "mov");

    /// <summary>The kind that a file's first bytes say, whatever its name; null for what is no sound that Hang takes.</summary>
    public static SoundFormat? Of(ReadOnlySpan<byte> start) =>
        (start.StartsWith("RIFF"u8) || start.StartsWith("RF64"u8)) && start.Length >= 12 && start[8..12].SequenceEqual("WAVE"u8) ? Wave
        : start.StartsWith("fLaC"u8) ? Flac
        : start.StartsWith("OggS"u8) ? Ogg
        : start.Length >= 12 && start[4..8].SequenceEqual("ftyp"u8) ? Mp4
        // ID3v2, or the sync word of MPEG audio, layer III.
        : start.StartsWith("ID3"u8) || (start.Length > 1 && start[0] == 0xFF && (start[1] & 0xE6) == 0xE2) ? Mp3
        : null;

    /// <summary>The kind with a media type.</summary>
    public static SoundFormat? ByType(string type) => new[] { Wave, Flac, Mp3, Ogg, Mp4 }.FirstOrDefault(f => f.Type == type);
}
