using Hang.Media.Frames;
using Hang.Media.Reading;
using Hang.Media.Stills;

namespace Hang.Media.Kinds;

/// <summary>A sequence of PNG stills (ISO/IEC 15948).</summary>
internal sealed class PngSequenceKind : SequenceKind
{
    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel) =>
        Task.FromResult<IFrameWriter>(new StillsWriter(delivery, "png", PngEncoder.Encode));

    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) =>
        StillsReader.ReadAsync(delivery, PngDecoder.Decode, cancel);
}

/// <summary>A sequence of TIFF stills (TIFF 6.0).</summary>
internal sealed class TiffSequenceKind : SequenceKind
{
    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel) =>
        Task.FromResult<IFrameWriter>(new StillsWriter(delivery, "tif", frame => TiffStill.Encode(frame, delivery.Plan.Premultiplied)));

    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) =>
        StillsReader.ReadAsync(delivery, TiffStill.Decode, cancel);
}

/// <summary>One PNG still.</summary>
internal sealed class StillKind : MediaKind
{
    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel) => Task.FromResult<IFrameWriter>(new StillWriter(delivery.Path));

    public override async IAsyncEnumerable<DecodedRun> ReadAsync(
        Delivery delivery,
        [System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken cancel
    )
    {
        yield return new(
            new StillFrame(PngDecoder.Decode(await File.ReadAllBytesAsync(delivery.Path, cancel), Path.GetFileName(delivery.Path)), delivery.Width),
            1
        );
    }
}
