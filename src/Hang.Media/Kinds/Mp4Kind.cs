using System.Globalization;
using Hang.Core.Handoff;
using Hang.Media.Encoding;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Reading;

namespace Hang.Media.Kinds;

/// <summary>MP4 with H.264 (ITU-T H.264), made for editing: no frame waits for a later one, and twice a second one stands by itself.</summary>
internal sealed class Mp4Kind : MediaKind
{
    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel)
    {
        // Half a second; two of them are repeated together, since one that stands by itself must be told from the next by its number.
        var grid = Math.Max(1, delivery.Rate.Nominal / 2);
        var (scale, step) = Movies.MovFile.Clock(delivery.Rate);
        string Text(uint number) => number.ToString(CultureInfo.InvariantCulture);
        return Task.FromResult<IFrameWriter>(
            new RepeatedPackets(
                delivery,
                new(
                    "yuv420p",
                    [
                        "-vf",
                        "setparams=range=tv:color_primaries=bt709:color_trc=bt709:colorspace=bt709,setsar=1",
                        "-chroma_sample_location",
                        "left",
                        "-c:v",
                        "libx264",
                        "-preset",
                        "medium",
                        "-crf",
                        "11",
                        "-bf",
                        "0",
                        "-g",
                        grid.ToString(CultureInfo.InvariantCulture),
                        "-keyint_min",
                        grid.ToString(CultureInfo.InvariantCulture),
                        "-sc_threshold",
                        "0",
                        "-flags:v",
                        "+cgop+bitexact",
                    ],
                    "avcC",
                    known => TimedFrames.Head(delivery, "V_MPEG4/ISO/AVC", known, 1, 1, 1),
                    grid,
                    2 * grid,
                    [
                        .. FfmpegArguments.SoundOutput(delivery.Sound, "aac", "-b:a", "256k"),
                        // Times in milliseconds are only on the way: in the file they are exact.
                        "-bsf:v",
                        $"setts=time_base=1/{Text(scale)}:ts=N*{Text(step)}:duration={Text(step)}",
                        "-video_track_timescale",
                        Text(scale),
                        "-movie_timescale",
                        Text(scale),
                        "-movflags",
                        "+faststart",
                        "-f",
                        "mp4",
                    ],
                    frame => Yuv420.Prepare(frame, false)
                )
            )
        );
    }

    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) =>
        VideoReader.ReadAsync(delivery.Path, [], FrameShape.Quarter8, delivery, cancel);

    public override async Task<IReadOnlyList<ProofFact>> FactsAsync(Delivery delivery, CancellationToken cancel) =>
        [
            .. await ProbedAsync(delivery.Path, delivery, "h264 avc1", "bt709, bt709, bt709", false, cancel),
            .. MovTags.Facts(delivery.Path, delivery, MovLook.Bt709),
        ];
}
