using Hang.Media.Frames;
using Hang.Media.Processes;

namespace Hang.Media.Encoding;

/// <summary>Writes a video file through an ffmpeg process that is fed every frame by a pipe and makes the whole file.</summary>
/// <param name="arguments">For ffmpeg; the file is the last.</param>
/// <param name="prepare">Makes of a painted frame what the encoder takes, on a painting thread; null when it takes the pixels as they are.</param>
internal sealed class EncoderWriter(IEnumerable<string> arguments, Action<PaintedFrame>? prepare = null) : IFrameWriter
{
    private readonly FramePipe pipe = new(FfmpegProcess.Start("ffmpeg", arguments));

    public void Prepare(PaintedFrame frame) => prepare?.Invoke(frame);

    public Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel) =>
        pipe.WriteAsync(input => input.Write(prepare is null ? frame.Pixels : frame.Encoded), times, cancel);

    public Task FinishAsync(CancellationToken cancel) => pipe.FinishAsync(cancel);

    public ValueTask DisposeAsync() => pipe.DisposeAsync();
}
