using Hang.Media.Frames;
using Hang.Media.Processes;

namespace Hang.Media.Encoding;

/// <summary>Writes a file through an ffmpeg process that is fed each distinct frame once, with the time at which it begins.</summary>
/// <param name="arguments">For ffmpeg; its input is <see cref="TimedFrames.Input"/>, the file is the last.</param>
/// <param name="end">Told the length of the whole in milliseconds when the file is there: how long the last frame stands, its pipe could not say.</param>
internal sealed class TimedWriter(Delivery delivery, IEnumerable<string> arguments, Action<long> end) : IFrameWriter
{
    private readonly FramePipe pipe = new(FfmpegProcess.Start("ffmpeg", arguments));
    private bool isBegun;

    public void Prepare(PaintedFrame frame) { }

    public Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel)
    {
        var head = isBegun ? [] : TimedFrames.Head(delivery);
        isBegun = true;
        var before = TimedFrames.Before(TimedFrames.Milliseconds(delivery, first), delivery.FrameBytes);
        return pipe.WriteAsync(
            input =>
            {
                input.Write(head);
                input.Write(before);
                input.Write(frame.Pixels);
            },
            1,
            cancel
        );
    }

    public async Task FinishAsync(CancellationToken cancel)
    {
        await pipe.FinishAsync(cancel);
        end(TimedFrames.Milliseconds(delivery, delivery.Plan.Frames));
    }

    public ValueTask DisposeAsync() => pipe.DisposeAsync();
}
