using Hang.Media.Frames;
using Hang.Media.Processes;

namespace Hang.Media.Encoding;

/// <summary>Writes a GIF in two passes: the first finds the 256 colours, the second draws with them. Between the passes nothing of a frame is kept.</summary>
internal sealed class GifWriter : IFrameWriter
{
    private readonly Delivery delivery;
    private readonly Action<Span<byte>> reduce;
    private readonly string colours;
    private FramePipe pipe;
    private bool isDrawing;

    /// <param name="reduce">Makes pixels seen or not, in place.</param>
    public GifWriter(Delivery delivery, Action<Span<byte>> reduce)
    {
        (this.delivery, this.reduce, colours) = (delivery, reduce, delivery.Path + ".colours.png");
        File.Delete(colours);
        pipe = Start(
            [
                "-vf",
                $"palettegen=max_colors=256:reserve_transparent={(delivery.Plan.HasAlpha ? 1 : 0)}:stats_mode=full",
                "-frames:v",
                "1",
                "-f",
                "image2",
                colours,
            ],
            []
        );
    }

    public int Passes => 2;

    public void Prepare(PaintedFrame frame)
    {
        frame.Encoded = frame.Room(frame.Pixels.Length);
        frame.Pixels.CopyTo(frame.Encoded);
        reduce(frame.Encoded);
    }

    public Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel) =>
        // How long a colour is seen does not make it more worth having.
        pipe.WriteAsync(input => input.Write(frame.Encoded), isDrawing ? times : 1, cancel);

    public async Task FinishAsync(CancellationToken cancel)
    {
        await pipe.FinishAsync(cancel);
        if (isDrawing)
        {
            return;
        }
        isDrawing = true;
        await pipe.DisposeAsync();
        pipe = Start(
            [
                "-lavfi",
                "[0:v][1:v]paletteuse=dither=sierra2_4a:diff_mode=rectangle:alpha_threshold=128",
                "-loop",
                delivery.Plan.Once ? "-1" : "0",
                "-f",
                "gif",
                delivery.Path,
            ],
            FfmpegProcess.Reading(colours, "png_pipe")
        );
    }

    public async ValueTask DisposeAsync()
    {
        await pipe.DisposeAsync();
        File.Delete(colours);
    }

    private FramePipe Start(string[] output, string[] secondInput) =>
        new(
            FfmpegProcess.Start(
                "ffmpeg",
                [.. FfmpegArguments.Quiet, .. FfmpegArguments.RawInput("rgba", delivery.Width, delivery.Height, delivery.Rate), .. secondInput, .. output]
            )
        );
}
