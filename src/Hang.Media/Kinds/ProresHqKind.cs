using Hang.Core.Handoff;
using Hang.Media.Encoding;
using Hang.Media.Frames;
using Hang.Media.Movies;
using Hang.Media.Reading;
using Hang.Media.Slices;

namespace Hang.Media.Kinds;

/// <summary>MOV with ProRes 422 HQ (SMPTE RDD 36), opaque.</summary>
internal sealed class ProresHqKind : MovieKind
{
    public static MovLook Look { get; } = new("apch", "ProRes 422 HQ", 24, MovLook.Bt709, GraphicsMode.Copy);

    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel) =>
        Task.FromResult<IFrameWriter>(
            new PacketWriter(
                ProresArguments.Of(delivery, delivery.Width, delivery.Height, "pipe:1"),
                new(delivery, Look),
                frame => frame.Encoded,
                frame =>
                {
                    frame.Encoded = frame.Room(Yuv422.Length(frame.Width, frame.Height));
                    Yuv422.Convert(frame.Pixels, frame.Width, frame.Height, frame.Encoded);
                }
            )
        );

    protected override MovFile OpenMovie(Delivery delivery) => new(delivery, Look);

    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) =>
        SampleReader.ReadAsync(delivery.Path, Look, FrameShape.Half10, delivery, cancel);

    public override async Task<IReadOnlyList<ProofFact>> FactsAsync(Delivery delivery, CancellationToken cancel) =>
        [
            .. await ProbedAsync(delivery.Path, delivery, "prores apch", "bt709, bt709, bt709", false, cancel),
            .. MovTags.Facts(delivery.Path, delivery, MovLook.Bt709),
        ];
}
