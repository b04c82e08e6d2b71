using Hang.Media.Frames;
using Hang.Media.Stills;

namespace Hang.Media.Movies;

/// <summary>Writes a MOV whose samples are PNG stills; they are made on the painting threads.</summary>
internal sealed class PngMovieWriter(MovFile file) : IFrameWriter
{
    public void Prepare(PaintedFrame frame) => frame.Encoded = PngEncoder.Encode(frame);

    public Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel) => Task.Run(() => file.Add(frame.Encoded, times), cancel);

    public Task FinishAsync(CancellationToken cancel)
    {
        file.Finish();
        return Task.CompletedTask;
    }

    public ValueTask DisposeAsync()
    {
        file.Dispose();
        return ValueTask.CompletedTask;
    }
}
