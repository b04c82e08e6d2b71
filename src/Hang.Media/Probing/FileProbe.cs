using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using Hang.Media.Processes;
using Hang.Scene;
using Hang.Scene.Time;

namespace Hang.Media.Probing;

/// <summary>What ffprobe says of a video file's first stream.</summary>
/// <param name="Tag">Four-character code, e.g. ap4h.</param>
/// <param name="Frames">Frames in the stream, counted from its packets.</param>
/// <param name="Rate">Frames per second as written in the file, e.g. 60000/1001.</param>
public sealed record FileProbe(
    string Codec,
    string Tag,
    string PixelFormat,
    int Width,
    int Height,
    string Rate,
    int Frames,
    string Matrix,
    string Transfer,
    string Primaries,
    string Range
)
{
    // A proof asks for the same file twice, at the same time.
    private static readonly Lock Door = new();
    private static (string Which, Task<FileProbe> Probe)? last;

    /// <summary>Where the samples of that stream lie, in order.</summary>
    internal ImmutableArray<SamplePlace> Places { get; private init; } = [];

    /// <summary>When each frame of that stream is shown, in seconds, in order; not a number where the file does not say.</summary>
    public ImmutableArray<double> Times { get; private init; } = [];

    /// <summary>Matroska has times in whole milliseconds as its writers use it (RFC 9559, section 11.1).</summary>
    private const double Slack = 0.001;

    /// <summary>Place of the first frame that is not shown when its number says; null where all are.</summary>
    public int? FirstAstray(FrameRate rate)
    {
        for (var i = 0; i < Times.Length; i++)
        {
            if (!(Math.Abs(Times[i] - i / rate.PerSecond) <= Slack))
            {
                return i;
            }
        }
        return null;
    }

    /// <exception cref="ProblemException">The file cannot be read as video.</exception>
    public static async Task<FileProbe> ReadAsync(string path, CancellationToken cancel = default)
    {
        var file = new FileInfo(path);
        var which = $"{file.FullName} {(file.Exists ? file.Length : 0)} {file.LastWriteTimeUtc.Ticks}";
        Task<FileProbe> probing;
        lock (Door)
        {
            if (last is not { } kept || kept.Which != which || kept.Probe.IsFaulted || kept.Probe.IsCanceled)
            {
                last = kept = (which, AskAsync(path, cancel));
            }
            probing = kept.Probe;
        }
        return await probing;
    }

    private static async Task<FileProbe> AskAsync(string path, CancellationToken cancel)
    {
        var output = await FfmpegProcess.RunAsync(
            "ffprobe",
            [
                "-v",
                "error",
                "-select_streams",
                "v:0",
                "-count_packets",
                "-show_entries",
                "stream:packet=pos,size,pts_time",
                "-of",
                "json",
                .. FfmpegProcess.Reading(path, MediaReader.Of(path)),
            ],
            cancel
        );
        using var json = JsonDocument.Parse(output);
        if (!json.RootElement.TryGetProperty("streams", out var streams) || streams.GetArrayLength() == 0)
        {
            throw new ProblemException($"{Path.GetFileName(path)} holds no video.", $"Hand it off again.", field: "file");
        }
        var s = streams[0];
        string Text(string name) => s.TryGetProperty(name, out var v) ? v.ToString() : "unknown";
        int Number(string name) => int.TryParse(Text(name), NumberStyles.Integer, CultureInfo.InvariantCulture, out var n) ? n : 0;
        JsonElement[] packets = json.RootElement.TryGetProperty("packets", out var all) ? [.. all.EnumerateArray()] : [];
        return new(
            Text("codec_name"),
            Text("codec_tag_string"),
            Text("pix_fmt"),
            Number("width"),
            Number("height"),
            Text("r_frame_rate"),
            Number("nb_read_packets"),
            Text("color_space"),
            Text("color_transfer"),
            Text("color_primaries"),
            Text("color_range")
        )
        {
            Places = [.. packets.Select(SamplePlace.Of).OfType<SamplePlace>()],
            // They may be stored in another order.
            Times = [.. packets.Select(TimeOf).Order()],
        };
    }

    private static double TimeOf(JsonElement packet) =>
        packet.TryGetProperty("pts_time", out var value) && double.TryParse(value.GetString(), NumberStyles.Float, CultureInfo.InvariantCulture, out var time)
            ? time
            : double.NaN;

    /// <summary>True when the pixel format has an alpha plane.</summary>
    public bool HasAlpha => PixelFormat.StartsWith("yuva", StringComparison.Ordinal) || PixelFormat is "rgba" or "argb" or "bgra" or "gbrap";
}
