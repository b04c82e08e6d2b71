using Hang.Media.Encoding;
using Hang.Media.Frames;
using Hang.Media.Processes;

namespace Hang.Media.Stills;

/// <summary>
/// Writes a GIF in two passes over its distinct frames: the first finds the 256 colours, by ffmpeg; the second writes of each frame the part that is other than
/// in the one before, on all cores. Ours to write, since ffmpeg's own cutting loses what is widest in the lowest row, and what it covers over an emptied place.
/// </summary>
internal sealed class GifWriter : IFrameWriter
{
    private static readonly int MostAtOnce = Environment.ProcessorCount + 1;
    private readonly Delivery delivery;
    private readonly Action<Span<byte>> reduce;
    private readonly string found;
    private readonly FramePipe palette;
    private readonly Queue<(GifPart Part, Task<byte[]> Packed)> waiting = new();
    private GifPalette? colours;
    private GifFile? file;
    private GifParts? parts;

    /// <param name="reduce">Makes pixels seen or not, in place.</param>
    public GifWriter(Delivery delivery, Action<Span<byte>> reduce)
    {
        (this.delivery, this.reduce, found) = (delivery, reduce, delivery.Path + ".colours.png");
        File.Delete(found);
        string[] output = ["-vf", "palettegen=max_colors=256:reserve_transparent=1:stats_mode=full", "-frames:v", "1", "-f", "image2", found];
        palette = new(
            FfmpegProcess.Start(
                "ffmpeg",
                [.. FfmpegArguments.Quiet, .. FfmpegArguments.RawInput("rgba", delivery.Width, delivery.Height, delivery.Rate), .. output]
            )
        );
    }

    public int Passes => 2;

    public void Prepare(PaintedFrame frame)
    {
        frame.Encoded = frame.Room(frame.Pixels.Length);
        frame.Pixels.CopyTo(frame.Encoded);
        reduce(frame.Encoded);
    }

    public async Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel)
    {
        if (parts is null)
        {
            // How long a colour is seen does not make it more worth having.
            await palette.WriteAsync(input => input.Write(frame.Encoded), 1, cancel);
            return;
        }
        await GoAsync(parts.Next(frame.Encoded, first));
    }

    public async Task FinishAsync(CancellationToken cancel)
    {
        if (parts is null)
        {
            await palette.FinishAsync(cancel);
            colours = new(PngDecoder.Decode(await File.ReadAllBytesAsync(found, cancel), Path.GetFileName(found)));
            file = new(delivery, colours);
            parts = new(delivery.Width, delivery.Height);
            return;
        }
        await GoAsync(parts.Last(delivery.Plan.Frames));
        while (waiting.Count > 0)
        {
            await WriteOneAsync();
        }
        file!.End(delivery.Card.Comment);
    }

    public async ValueTask DisposeAsync()
    {
        file?.Dispose();
        await palette.DisposeAsync();
        File.Delete(found);
    }

    private async Task GoAsync(GifPart? part)
    {
        if (part is null)
        {
            return;
        }
        while (waiting.Count >= MostAtOnce)
        {
            await WriteOneAsync();
        }
        // The token ends with the painting, which is over before the last parts are packed.
        waiting.Enqueue((part, Task.Run(() => LzwCodes.Pack(colours!.Drawn(part.Pixels, part.Width)), CancellationToken.None)));
    }

    private async Task WriteOneAsync()
    {
        var (part, packed) = waiting.Dequeue();
        file!.Write(part, await packed);
    }
}
