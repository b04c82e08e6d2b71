using Hang.Media.Frames;

namespace Hang.Media.Stills;

/// <summary>Writes one frame as a PNG still.</summary>
internal sealed class StillWriter(string path) : IFrameWriter
{
    public void Prepare(PaintedFrame frame) => frame.Encoded = PngEncoder.Encode(frame);

    public Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel) => File.WriteAllBytesAsync(path, frame.Encoded!, cancel);

    public Task FinishAsync(CancellationToken cancel) => Task.CompletedTask;

    public ValueTask DisposeAsync() => ValueTask.CompletedTask;
}
