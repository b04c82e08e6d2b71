using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Hang.Media.Frames;
using Hang.Media.Probing;
using Hang.Media.Processes;
using Hang.Scene.Time;

namespace Hang.Media.Movies;

/// <summary>The coded frames of a movie, as ffmpeg tells of packets that it neither decodes nor changes.</summary>
internal static class PacketHashes
{
    /// <summary>Told before the first packet: the codec, the size and what the codec needs to know.</summary>
    private static readonly string[] Before = ["#codec_id", "#dimensions", "#extradata"];

    /// <returns>Null where a frame does not lie where its number says: then it is not the packets alone that count.</returns>
    /// <exception cref="Scene.ProblemException">The file cannot be read.</exception>
    public static async Task<CodedFrames?> ReadAsync(string path, FrameRate rate, CancellationToken cancel)
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
        var tick = 0.0;
        foreach (var line in System.Text.Encoding.UTF8.GetString(told).Split('\n', StringSplitOptions.RemoveEmptyEntries))
        {
            if (line.StartsWith("#tb", StringComparison.Ordinal))
            {
                var parts = line[(line.IndexOf(':', StringComparison.Ordinal) + 1)..].Split('/');
                tick = Number(parts[0]) / Number(parts[1]);
            }
            else if (line[0] == '#')
            {
                known.Append(Before.Any(b => line.StartsWith(b, StringComparison.Ordinal)) ? line.Replace(" ", "", StringComparison.Ordinal) + ";" : "");
            }
            else
            {
                var parts = line.Split(',', StringSplitOptions.TrimEntries);
                if (Math.Abs(Number(parts[2]) * tick * rate.PerSecond - hashes.Count) >= 0.5)
                {
                    return null;
                }
                hashes.Add(string.Join(',', parts[4..]));
            }
        }
        return new(known.ToString(), hashes.ToImmutable());
    }

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);
}
