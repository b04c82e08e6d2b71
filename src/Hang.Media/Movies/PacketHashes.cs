using System.Collections.Immutable;
using System.Text;
using Hang.Media.Frames;
using Hang.Media.Probing;
using Hang.Media.Processes;

namespace Hang.Media.Movies;

/// <summary>The coded frames of a movie, as ffmpeg tells of packets that it neither decodes nor changes.</summary>
internal static class PacketHashes
{
    /// <summary>Told before the first packet: the codec, the size and what the codec needs to know.</summary>
    private static readonly string[] Before = ["#codec_id", "#dimensions", "#extradata"];

    /// <exception cref="Scene.ProblemException">The file cannot be read.</exception>
    public static async Task<CodedFrames> ReadAsync(string path, CancellationToken cancel)
    {
        // A line for each packet: stream, time of decoding, time of showing, duration, size, hash, and so for what lies beside it.
        var told = await FfmpegProcess.RunAsync(
            "ffmpeg",
            [
                "-hide_banner",
                "-loglevel",
                "error",
                .. FfmpegProcess.Reading(path, MediaReader.Of(path)),
                "-map",
                "0:v:0",
                "-c",
                "copy",
                "-f",
                "framehash",
                "-hash",
                "murmur3",
                "pipe:1",
            ],
            cancel,
            isLong: true
        );
        var hashes = ImmutableArray.CreateBuilder<string>();
        var known = new StringBuilder();
        foreach (var line in System.Text.Encoding.UTF8.GetString(told).Split('\n', StringSplitOptions.RemoveEmptyEntries))
        {
            if (line[0] != '#')
            {
                hashes.Add(string.Join(',', line.Split(',', StringSplitOptions.TrimEntries)[4..]));
            }
            else if (Before.Any(b => line.StartsWith(b, StringComparison.Ordinal)))
            {
                known.Append(line.Replace(" ", "", StringComparison.Ordinal)).Append(';');
            }
        }
        return new(known.ToString(), hashes.ToImmutable());
    }
}
