using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Reading;

namespace Hang.Media.Kinds;

/// <summary>MOV whose samples are PNG stills (ISO/IEC 15948).</summary>
internal sealed class PngMovieKind : MovieKind
{
    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel) =>
        Task.FromResult<IFrameWriter>(new PngMovieWriter(new(delivery, Look(delivery))));

    protected override MovFile OpenMovie(Delivery delivery) => new(delivery, Look(delivery));

    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) =>
        SampleReader.ReadAsync(delivery.Path, Look(delivery), FrameShape.Rgba, delivery, cancel);

    public override async Task<IReadOnlyList<ProofFact>> FactsAsync(Delivery delivery, CancellationToken cancel) =>
        [
            .. await ProbedAsync(delivery.Path, delivery, "png png ", null, delivery.Plan.HasAlpha, cancel),
            .. MovTags.Facts(delivery.Path, delivery, MovLook.Srgb),
        ];

    private static MovLook Look(Delivery delivery) => new("png ", "PNG", delivery.Plan.HasAlpha ? 32 : 24, MovLook.Srgb, MovLook.ModeOf(delivery.Plan));
}
