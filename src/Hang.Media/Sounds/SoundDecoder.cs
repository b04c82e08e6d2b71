using System.Globalization;
using System.Runtime.InteropServices;
using System.Text.Json;
using Hang.Core.Sounds;
using Hang.Media.Processes;
using Hang.Scene;
using Hang.Scene.Sources;
using Hang.Scene.Time;

namespace Hang.Media.Sounds;

/// <summary>Decodes sounds by ffmpeg into two channels at 48 kHz.</summary>
internal static class SoundDecoder
{
    // A float beyond this is no sound but a mistake; it would drown everything.
    private const float Loudest = 16;

    // An hour of sound is decoded in some seconds.
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(10);

    /// <summary>Decodes a sound's file once.</summary>
    /// <param name="name">For messages.</param>
    /// <param name="to">File of floats to make, whole or not at all.</param>
    /// <returns>Samples of each channel, and the channels that the file has.</returns>
    /// <exception cref="ProblemException">It cannot be decoded, has no sound, or lasts too long.</exception>
    public static async Task<(int Samples, int Channels)> DecodeAsync(string name, string path, SoundFormat format, string to, CancellationToken cancel)
    {
        var channels = await ChannelsAsync(name, path, format, cancel);
        var half = $"{to}.{Guid.NewGuid():N}.part";
        try
        {
            await using var decoder = FfmpegProcess.Start(
                "ffmpeg",
                [
                    "-hide_banner",
                    "-loglevel",
                    "error",
                    .. FfmpegProcess.Reading(path, format.Reader),
                    "-map",
                    "0:a:0",
                    "-map_metadata",
                    "-1",
                    // One channel alone is as loud as it came on both sides; more than two are mixed as ffmpeg does.
                    "-af",
                    channels == 1 ? $"pan=stereo|c0=c0|c1=c0,{Resampled}" : Resampled,
                    "-ac",
                    "2",
                    "-f",
                    "f32le",
                    "pipe:1",
                ],
                Longest
            );
            await using var killed = decoder.KilledBy(cancel);
            await decoder.Input.DisposeAsync();
            long bytes = 0;
            await using (var file = new FileStream(half, FileMode.CreateNew, FileAccess.Write))
            {
                var room = new byte[1 << 16];
                for (int read; (read = await decoder.Output.ReadAtLeastAsync(room, room.Length, false, cancel)) > 0; )
                {
                    bytes += read;
                    if (bytes > (long)SoundAsset.MostSamples * ISamples.Channels * sizeof(float))
                    {
                        throw TooLong(name);
                    }
                    Clean(room.AsSpan(0, read));
                    await file.WriteAsync(room.AsMemory(0, read), cancel);
                }
            }
            try
            {
                await decoder.FinishAsync(cancel);
            }
            catch (ProblemException) when (bytes > 0)
            {
                // A file that breaks off is heard as far as it goes, as players do.
            }
            catch (ProblemException e)
            {
                throw Unreadable(name, e);
            }
            var samples = (int)(bytes / (ISamples.Channels * sizeof(float)));
            if (samples == 0)
            {
                throw Unreadable(name);
            }
            File.Move(half, to, true);
            return (samples, channels);
        }
        finally
        {
            File.Delete(half);
        }
    }

    private static string Resampled { get; } = string.Create(CultureInfo.InvariantCulture, $"aresample={SampleClock.Rate}:resampler=soxr:precision=28");

    private static async Task<int> ChannelsAsync(string name, string path, SoundFormat format, CancellationToken cancel)
    {
        try
        {
            var output = await FfmpegProcess.RunAsync(
                "ffprobe",
                [
                    "-v",
                    "error",
                    "-select_streams",
                    "a:0",
                    "-show_entries",
                    "stream=channels,duration",
                    "-of",
                    "json",
                    .. FfmpegProcess.Reading(path, format.Reader),
                ],
                cancel
            );
            using var json = JsonDocument.Parse(output);
            if (
                json.RootElement.GetProperty("streams").EnumerateArray().FirstOrDefault() is { ValueKind: JsonValueKind.Object } stream
                && stream.TryGetProperty("channels", out var count)
                && count.GetInt32() is >= 1 and <= 64 and var channels
            )
            {
                // What says beforehand that it is too long need not be decoded to find out.
                return
                    stream.TryGetProperty("duration", out var said)
                    && double.TryParse(said.GetString(), CultureInfo.InvariantCulture, out var seconds)
                    && seconds > (SoundAsset.MostSamples / SampleClock.Rate) + 1
                    ? throw TooLong(name)
                    : channels;
            }
        }
        catch (ProblemException e) when (e.Problem.Field == "file")
        {
            throw Unreadable(name, e);
        }
        throw Unreadable(name);
    }

    private static void Clean(Span<byte> bytes)
    {
        foreach (ref var sample in MemoryMarshal.Cast<byte, float>(bytes))
        {
            sample = float.IsFinite(sample) ? Math.Clamp(sample, -Loudest, Loudest) : 0;
        }
    }

    private static ProblemException TooLong(string name) =>
        new($"{name} lasts longer than {SoundAsset.MostSamples / SampleClock.Rate / 60} minutes.", $"Cut it to what the graphic needs.", field: "sound");

    private static ProblemException Unreadable(string name, Exception? why = null) =>
        new(
            why is null ? (Sentence)$"{name} cannot be read as sound." : $"{name} cannot be read as sound by the decoder.",
            $"Save it again as WAV or FLAC, and add that.",
            field: "sound"
        );
}
