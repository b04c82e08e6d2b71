using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Reading;
using Hang.Media.Slices;

namespace Hang.Media.Kinds;

/// <summary>MOV with ProRes 4444 (SMPTE RDD 36): by slices, or by the plain encoder where the installed one does not make the slices that it should.</summary>
internal sealed class ProresKind : MovieKind
{
    private const string Tags = "bt709, bt709, bt709";

    public override async Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel) =>
        await SliceTrust.HoldsAsync(cancel) ? await SlicesAsync(delivery, cancel) : Plain(delivery);

    protected override MovFile OpenMovie(Delivery delivery) => new(delivery, Look(delivery));

    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) =>
        SampleReader.ReadAsync(delivery.Path, Look(delivery), FrameShape.Full12, delivery, cancel);

    public override MovLook SlicedLook(Delivery delivery) => Look(delivery);

    public override async Task<IReadOnlyList<ProofFact>> FactsAsync(Delivery delivery, CancellationToken cancel) =>
        [
            .. await ProbedAsync(delivery.Path, delivery, "prores ap4h", Tags, delivery.Plan.HasAlpha, cancel),
            .. MovTags.Facts(delivery.Path, delivery, MovLook.Bt709),
        ];

    /// <summary>Every distinct frame through the plain encoder.</summary>
    public static PacketWriter Plain(Delivery delivery) =>
        new(ProresArguments.Of(delivery, delivery.Width, delivery.Height, "pipe:1"), File(delivery), frame => frame.Pixels);

    /// <summary>Only tiles that were not seen before through the encoder.</summary>
    public static Task<SliceWriter> SlicesAsync(Delivery delivery, CancellationToken cancel) => SliceWriter.OpenAsync(delivery, File(delivery), cancel);

    private static MovFile File(Delivery delivery) => new(delivery, Look(delivery));

    private static MovLook Look(Delivery delivery) =>
        new("ap4h", "ProRes 4444", delivery.Plan.HasAlpha ? 32 : 24, MovLook.Bt709, MovLook.ModeOf(delivery.Plan));
}
