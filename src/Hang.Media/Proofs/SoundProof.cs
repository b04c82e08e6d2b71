using System.Globalization;
using System.IO.Compression;
using System.Runtime.InteropServices;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Handoff;
using Hang.Core.Sounds;
using Hang.Media.Frames;
using Hang.Media.Kinds;
using Hang.Media.Probing;
using Hang.Media.Processes;
using Hang.Media.Sounds;
using Hang.Media.Stills;
using Hang.Scene;
using Hang.Scene.Time;

namespace Hang.Media.Proofs;

/// <summary>The check of a delivered file's sound: decoded again and compared with the mix, sample by sample.</summary>
internal static class SoundProof
{
    // PCM of 24 bits differs by its rounding. A lossy coder keeps the wave, if less exactly: measured on the demo's sounds and on noise, rounded down; no
    // published source.
    private const double Rounding = 1.5 / (1 << 23),
        LeastRatio = 6;

    // How far, and over how much of the sound, it is looked whether it runs early or late.
    private const int MostLag = 64,
        Searched = 10 * SampleClock.Rate;

    public static async Task<IReadOnlyList<ProofFact>> FactsAsync(Graphic graphic, Delivery delivery, SoundShelf? sounds, CancellationToken cancel)
    {
        if (await SoundTrack.MixAsync(graphic, delivery.Plan, sounds, cancel) is not var (mix, from, count))
        {
            return [];
        }
        var room = FileKinds.Of(delivery.Plan.Kind).Sound;
        var unpacked = Path.Combine(Path.GetTempPath(), $"hang-heard-{Guid.NewGuid():N}.wav");
        try
        {
            using var pair = delivery.Plan.Kind == FileKind.Pair ? await PairFiles.OpenAsync(delivery.Path, cancel) : null;
            if ((pair?.Fill ?? (room == SoundRoom.Beside ? await BesideAsync(delivery.Path, unpacked, cancel) : delivery.Path)) is not { } path)
            {
                return [new($"sound", $"beside the stills", $"none", false)];
            }
            var (rate, channels, length) = await ProbeAsync(path, cancel);
            if (rate == 0)
            {
                return [new($"sound", $"in the file", $"none", false)];
            }
            var (heard, decoded) = await CompareAsync(path, mix, from, count, cancel);
            return
            [
                ProofFact.Of($"sound", $"{ISamples.Channels} channels at {SampleClock.Rate} Hz", $"{channels} channels at {rate} Hz"),
                // What an MP4 says of its length is exact; a decoder gives its last block as a whole.
                ProofFact.Of($"samples of sound", $"{count}", $"{(room == SoundRoom.Aac ? length : decoded)}"),
                heard.Fact(room is SoundRoom.Pcm or SoundRoom.Beside),
            ];
        }
        finally
        {
            File.Delete(unpacked);
        }
    }

    /// <summary>The wave beside the stills, taken out of a zip.</summary>
    private static async Task<string?> BesideAsync(string path, string to, CancellationToken cancel)
    {
        if (Directory.Exists(path))
        {
            return Directory.GetFiles(path, StillsWriter.SoundName("*")).FirstOrDefault();
        }
        await using var zip = await ZipFile.OpenReadAsync(path, cancel);
        if (zip.Entries.FirstOrDefault(e => e.Name.EndsWith(StillsWriter.SoundName(""), StringComparison.Ordinal)) is not { } entry)
        {
            return null;
        }
        await entry.ExtractToFileAsync(to, cancel);
        return to;
    }

    private static async Task<(int Rate, int Channels, long Length)> ProbeAsync(string path, CancellationToken cancel)
    {
        var output = await FfmpegProcess.RunAsync(
            "ffprobe",
            [
                "-v",
                "error",
                "-select_streams",
                "a:0",
                "-show_entries",
                "stream=sample_rate,channels,duration_ts",
                "-of",
                "json",
                .. FfmpegProcess.Reading(path, MediaReader.Of(path)),
            ],
            cancel
        );
        using var json = JsonDocument.Parse(output);
        if (json.RootElement.GetProperty("streams").EnumerateArray().FirstOrDefault() is not { ValueKind: JsonValueKind.Object } stream)
        {
            return default;
        }
        return (
            int.Parse(stream.GetProperty("sample_rate").GetString()!, CultureInfo.InvariantCulture),
            stream.GetProperty("channels").GetInt32(),
            stream.TryGetProperty("duration_ts", out var length) ? length.GetInt64() : 0
        );
    }

    private static async Task<(Likeness Likeness, long Decoded)> CompareAsync(string path, SoundMix mix, long from, long count, CancellationToken cancel)
    {
        await using var decoder = FfmpegProcess.Start(
            "ffmpeg",
            ["-hide_banner", "-loglevel", "error", .. FfmpegProcess.Reading(path, MediaReader.Of(path)), "-map", "0:a:0", "-f", "f32le", "pipe:1"]
        );
        await using var killed = decoder.KilledBy(cancel);
        await decoder.Input.DisposeAsync();
        var likeness = new Likeness();
        var bytes = new byte[1 << 16];
        var meant = new float[bytes.Length / sizeof(float)];
        long decoded = 0;
        for (int read; (read = await decoder.Output.ReadAtLeastAsync(bytes, bytes.Length, false, cancel)) > 0; )
        {
            var samples = read / sizeof(float) / ISamples.Channels;
            var within = (int)Math.Clamp(count - decoded, 0, samples);
            mix.Read(from + decoded, meant.AsSpan(0, within * ISamples.Channels));
            likeness.Add(meant.AsSpan(0, within * ISamples.Channels), MemoryMarshal.Cast<byte, float>(bytes.AsSpan(0, read)));
            decoded += samples;
        }
        await decoder.FinishAsync(cancel);
        return (likeness, decoded);
    }

    /// <summary>How like two sounds are.</summary>
    private sealed class Likeness
    {
        private readonly List<float> meantStart = [],
            foundStart = [];
        private double worst,
            power,
            error;

        public void Add(ReadOnlySpan<float> meant, ReadOnlySpan<float> found)
        {
            for (var i = 0; i < meant.Length; i++)
            {
                // No file holds more than full scale.
                var (m, f) = (Math.Clamp(meant[i], -1, 1), found[i]);
                worst = Math.Max(worst, Math.Abs(m - f));
                power += m * m;
                error += (m - f) * (m - f);
                if (i % ISamples.Channels == 0 && meantStart.Count < Searched)
                {
                    meantStart.Add(m);
                    foundStart.Add(f);
                }
            }
        }

        public ProofFact Fact(bool isExact)
        {
            if (isExact)
            {
                return new(
                    $"sound is",
                    $"what was meant, to the last of 24 bits",
                    worst <= Rounding ? (Sentence)$"what was meant" : $"off by up to {worst:0.######} of full scale",
                    worst <= Rounding
                );
            }
            var ratio = power == 0 ? double.PositiveInfinity : 10 * Math.Log10(power / Math.Max(error, 1e-20));
            var (lag, below) = (power == 0 ? 0 : Lag(), Math.Min(ratio, 200));
            return new(
                $"sound is",
                $"in step, its error {LeastRatio} dB below it or more",
                lag == 0 ? (Sentence)$"in step, its error {below:0.0} dB below it"
                    : lag > 0 ? (Sentence)$"{lag} samples late, its error {below:0.0} dB below it"
                    : $"{-lag} samples early, its error {below:0.0} dB below it",
                lag == 0 && ratio >= LeastRatio
            );
        }

        /// <summary>Samples by which what was found runs late: where both go together best.</summary>
        private int Lag()
        {
            var m = CollectionsMarshal.AsSpan(meantStart);
            var f = CollectionsMarshal.AsSpan(foundStart);
            var (best, most) = (0, double.MinValue);
            for (var lag = -MostLag; lag <= MostLag; lag++)
            {
                var (from, to) = (Math.Max(0, -lag), Math.Min(m.Length, m.Length - lag));
                var together = 0.0;
                for (var i = from; i < to; i++)
                {
                    together += m[i] * f[i + lag];
                }
                if (together > most)
                {
                    (best, most) = (lag, together);
                }
            }
            return best;
        }
    }
}
