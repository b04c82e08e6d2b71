using System.Threading.Channels;
using Hang.Media.Encoding;
using Hang.Media.Frames;
using Hang.Media.Processes;

namespace Hang.Media.Movies;

/// <summary>
/// Writes a MOV of a kind whose frames stand by themselves: equal neighbours go through the encoder once, and their sample is repeated in a file that
/// is written by us.
/// </summary>
internal sealed class PacketWriter : IFrameWriter
{
    private const int MostWaiting = 64;
    private readonly FramePipe encoder;
    private readonly MovFile file;
    private readonly Func<PaintedFrame, ReadOnlySpan<byte>> pixels;
    private readonly Action<PaintedFrame>? prepare;
    private readonly Channel<int> repeats = Channel.CreateBounded<int>(MostWaiting);
    private readonly CancellationTokenSource stop = new();
    private readonly Task cutting;
    private bool isDisposed;

    /// <param name="arguments">For ffmpeg; it must write bare samples to its output.</param>
    /// <param name="pixels">What of a painted frame goes to the encoder.</param>
    /// <param name="prepare">What is made of a frame beforehand, on the painting threads; null: nothing.</param>
    public PacketWriter(IEnumerable<string> arguments, MovFile file, Func<PaintedFrame, ReadOnlySpan<byte>> pixels, Action<PaintedFrame>? prepare = null)
    {
        (this.file, this.pixels, this.prepare) = (file, pixels, prepare);
        try
        {
            encoder = new(FfmpegProcess.Start("ffmpeg", arguments));
        }
        catch
        {
            file.Dispose();
            throw;
        }
        cutting = Task.Run(CutAsync);
    }

    public void Prepare(PaintedFrame frame) => prepare?.Invoke(frame);

    public async Task WriteAsync(PaintedFrame frame, int first, int times, CancellationToken cancel)
    {
        await encoder.WriteAsync(input => input.Write(pixels(frame)), 1, cancel);
        try
        {
            await repeats.Writer.WriteAsync(times, cancel);
        }
        catch (ChannelClosedException)
        {
            await cutting;
            throw;
        }
    }

    public async Task FinishAsync(CancellationToken cancel)
    {
        repeats.Writer.TryComplete();
        await encoder.CloseAsync();
        await using (cancel.Register(stop.Cancel))
        {
            await cutting;
        }
        await encoder.FinishAsync(cancel);
        file.Finish();
    }

    public async ValueTask DisposeAsync()
    {
        if (isDisposed)
        {
            return;
        }
        isDisposed = true;
        await stop.CancelAsync();
        repeats.Writer.TryComplete();
        await encoder.DisposeAsync();
        await cutting.ContinueWith(_ => { }, TaskScheduler.Default);
        file.Dispose();
        stop.Dispose();
    }

    private async Task CutAsync()
    {
        try
        {
            var cutter = new PacketCutter(encoder.Output);
            await foreach (var times in repeats.Reader.ReadAllAsync(stop.Token))
            {
                var sample = await cutter.NextAsync(stop.Token);
                file.Add(sample.IsEmpty ? throw encoder.Died() : sample.Span, times);
            }
        }
        catch (Exception e)
        {
            // Nobody takes samples any more: the writer must not wait for room.
            var reason = e is EndOfStreamException ? encoder.Died() : e;
            repeats.Writer.TryComplete(reason);
            throw reason;
        }
    }
}
