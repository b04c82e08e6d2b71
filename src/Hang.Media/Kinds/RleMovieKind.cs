using Hang.Core.Handoff;
using Hang.Media.Encoding;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Reading;

namespace Hang.Media.Kinds;

/// <summary>MOV with run-length coding, every frame by itself.</summary>
internal sealed class RleMovieKind : MovieKind
{
    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel)
    {
        string[] arguments =
        [
            .. FfmpegArguments.Quiet,
            .. FfmpegArguments.RawInput(delivery.PixelFormat, delivery.Width, delivery.Height, delivery.Rate),
            "-vf",
            $"format={(delivery.Plan.HasAlpha ? "argb" : "rgb24")}",
            "-c:v",
            "qtrle",
            "-g",
            "1",
            "-f",
            "rawvideo",
            "pipe:1",
        ];
        return Task.FromResult<IFrameWriter>(new PacketWriter(arguments, new(delivery, Look(delivery)), frame => frame.Pixels));
    }

    protected override MovFile OpenMovie(Delivery delivery) => new(delivery, Look(delivery));

    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) =>
        SampleReader.ReadAsync(delivery.Path, Look(delivery), FrameShape.Rgba, delivery, cancel);

    public override async Task<IReadOnlyList<ProofFact>> FactsAsync(Delivery delivery, CancellationToken cancel) =>
        [
            .. await ProbedAsync(delivery.Path, delivery, "qtrle rle ", null, delivery.Plan.HasAlpha, cancel),
            .. MovTags.Facts(delivery.Path, delivery, MovLook.Srgb),
        ];

    private static MovLook Look(Delivery delivery) =>
        new("rle ", "Run-length coded", delivery.Plan.HasAlpha ? 32 : 24, MovLook.Srgb, MovLook.ModeOf(delivery.Plan));
}
