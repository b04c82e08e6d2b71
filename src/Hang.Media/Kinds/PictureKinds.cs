using Hang.Media.Encoding;
using Hang.Media.Frames;
using Hang.Media.Reading;
using Hang.Media.Stills;

namespace Hang.Media.Kinds;

/// <summary>Animated PNG (ISO/IEC 15948, third edition).</summary>
internal sealed class ApngKind : MediaKind
{
    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel) => Task.FromResult<IFrameWriter>(new ApngWriter(delivery));

    // What stands for a while is one frame in the file: for the proof it is as many as it lasts.
    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) =>
        VideoReader.ReadAsync(
            delivery.Path,
            ["-ignore_loop", "1"],
            FrameShape.Rgba,
            delivery,
            cancel,
            [$"fps=fps={delivery.Rate}:round=near:eof_action=round"],
            "apng"
        );
}

/// <summary>
/// Animated WebP (RFC 9649), without loss: of a graphic that is hardly larger than with loss, whose encoder changes soft edges from frame to frame.
/// </summary>
internal sealed class WebpKind : MediaKind
{
    public override Task<IFrameWriter> OpenAsync(Delivery delivery, CancellationToken cancel) =>
        Task.FromResult<IFrameWriter>(
            new TimedWriter(
                delivery,
                [
                    .. FfmpegArguments.Quiet,
                    .. TimedFrames.Input,
                    "-vf",
                    $"format={(delivery.Plan.HasAlpha ? "bgra" : "bgr0")}",
                    "-fps_mode",
                    "passthrough",
                    "-c:v",
                    "libwebp_anim",
                    "-lossless",
                    "1",
                    "-quality",
                    "50",
                    "-compression_level",
                    "3",
                    "-loop",
                    delivery.Plan.Once ? "1" : "0",
                    "-f",
                    "webp",
                    delivery.Path,
                ],
                milliseconds => WebpTimes.End(delivery.Path, milliseconds)
            )
        );

    public override IAsyncEnumerable<DecodedRun> ReadAsync(Delivery delivery, CancellationToken cancel) => PictureReader.ReadAsync(delivery, cancel);
}
