using System.Globalization;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Processes;
using Hang.Scene.Time;

namespace Hang.Media.Encoding;

/// <summary>Pieces of ffmpeg's command line that several encoders share.</summary>
internal static class FfmpegArguments
{
    public static string[] Quiet { get; } = ["-hide_banner", "-loglevel", "error", "-n"];

    /// <summary>Where a pipe's raw frames come in.</summary>
    public static string[] RawInput(string pixels, int width, int height, FrameRate rate) =>
        ["-f", "rawvideo", "-pix_fmt", pixels, "-s", string.Create(CultureInfo.InvariantCulture, $"{width}x{height}"), "-r", rate.ToString(), "-i", "pipe:0"];

    /// <summary>Where a file's sound comes in, behind the frames.</summary>
    public static string[] SoundInput(SoundTrack? sound) => sound is null ? [] : FfmpegProcess.Reading(sound.Path, "wav");

    /// <summary>How a file's sound goes out: as it is, frame by frame with the pictures.</summary>
    /// <param name="coding">Codec and what it needs to know.</param>
    public static string[] SoundOutput(SoundTrack? sound, params string[] coding) =>
        sound is null ? [] : ["-map", "0:v", "-map", "1:a", "-c:a", .. coding, "-flags:a", "+bitexact"];

    /// <summary>From R'G'B' to Y'CbCr by BT.709, narrow range. Matrix and tags go through filters, since output options lose them.</summary>
    /// <param name="pixels">The format to be had.</param>
    public static string[] ToBt709(string pixels) =>
        [
            "-vf",
            $"scale=out_color_matrix=bt709:out_range=tv:flags=bicubic+accurate_rnd+full_chroma_int,format={pixels},"
                + "setparams=range=tv:color_primaries=bt709:color_trc=bt709:colorspace=bt709",
        ];

    /// <summary>The tags of what is Y'CbCr by BT.709, narrow range, already.</summary>
    public static string[] Bt709Already { get; } = ["-vf", "setparams=range=tv:color_primaries=bt709:color_trc=bt709:colorspace=bt709"];

    /// <summary>What the file says of itself, and nothing of the machine.</summary>
    public static string[] Words(NameCard card, bool hasTimecode) =>
        [
            "-map_metadata",
            "-1",
            "-fflags",
            "+bitexact",
            "-flags:v",
            "+bitexact",
            "-metadata",
            $"title={card.Title}",
            "-metadata",
            $"comment={card.Comment}",
            .. card.Made is { } made
                ? (string[])["-metadata", $"creation_time={made.UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", CultureInfo.InvariantCulture)}"]
                : [],
            .. hasTimecode ? (string[])["-timecode", card.Timecode] : [],
        ];
}
