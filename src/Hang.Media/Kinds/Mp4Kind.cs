using System.Globalization;
using Hang.Core.Handoff;
using Hang.Media.Encoding;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Reading;
using Hang.Scene.Time;

namespace Hang.Media.Kinds;

/// <summary>MP4 with H.264 (ITU-T H.264), made for editing: no frame waits for a later one, and twice a second one stands by itself.</summary>
internal sealed class Mp4Kind : MediaKind
{
    public override string PartExtension => "mov";

    /// <summary>A second: two groups, since a frame that stands by itself is told from the next such by a number that has two values.</summary>
    public override int Group(FrameRate rate) => 2 * HalfSecond(rate);

    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel) =>
        Task.FromResult<IFrameWriter>(new RepeatedPackets(delivery, Coding(delivery)));

    public override Task JoinAsync(Delivery delivery, IReadOnlyList<string> parts, CancellationToken cancel) =>
        RepeatedPackets.JoinAsync(delivery, Coding(delivery), parts, cancel);

    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) =>
        VideoReader.ReadAsync(delivery.Path, [], FrameShape.Quarter8, delivery, cancel);

    public override async Task<IReadOnlyList<ProofFact>> FactsAsync(Delivery delivery, CancellationToken cancel) =>
        [
            .. await ProbedAsync(delivery.Path, delivery, "h264 avc1", "bt709, bt709, bt709", false, cancel),
            .. MovTags.Facts(delivery.Path, delivery, MovLook.Bt709),
        ];

    private static int HalfSecond(FrameRate rate) => Math.Max(1, rate.Nominal / 2);

    private PacketCoding Coding(Delivery delivery)
    {
        var grid = HalfSecond(delivery.Rate);
        var scale = MovFile.Clock(delivery.Rate).Scale.ToString(CultureInfo.InvariantCulture);
        return new(
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
            Group(delivery.Rate),
            [
                .. FfmpegArguments.SoundOutput(delivery.Sound, "aac", "-b:a", "256k"),
                // Times in milliseconds are only on the way: in the file they are exact.
                "-bsf:v",
                MovFile.TimesByNumber(delivery.Rate),
                "-video_track_timescale",
                scale,
                "-movie_timescale",
                scale,
                "-movflags",
                "+faststart",
                "-f",
                "mp4",
            ],
            frame => Yuv420.Prepare(frame, false)
        );
    }
}
