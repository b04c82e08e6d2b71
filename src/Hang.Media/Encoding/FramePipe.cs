using Hang.Media.Processes;

namespace Hang.Media.Encoding;

/// <summary>Feeds raw frames to an ffmpeg process, and tells apart an encoder that died from one that was stopped.</summary>
internal sealed class FramePipe(FfmpegProcess ffmpeg) : IAsyncDisposable
{
    public Stream Output => ffmpeg.Output;

    /// <summary>False when the process has ended.</summary>
    public bool IsRunning => ffmpeg.IsRunning;

    /// <param name="write">Writes one frame.</param>
    /// <param name="times">1 or more.</param>
    public async Task WriteAsync(Action<Stream> write, int times, CancellationToken cancel)
    {
        await using var killed = ffmpeg.KilledBy(cancel);
        try
        {
            for (var i = 0; i < times; i++)
            {
                cancel.ThrowIfCancellationRequested();
                // The pipe blocks while the encoder is busy, so the write has a thread of its own.
                await Task.Run(() => write(ffmpeg.Input), cancel);
            }
        }
        catch (IOException)
        {
            // A killed encoder breaks the pipe: that is no death of its own.
            cancel.ThrowIfCancellationRequested();
            throw ffmpeg.Died();
        }
    }

    /// <summary>Ends the input, so that the encoder ends what it has.</summary>
    public async Task CloseAsync()
    {
        try
        {
            await ffmpeg.Input.DisposeAsync();
        }
        catch (IOException)
        {
            throw ffmpeg.Died();
        }
    }

    public async Task FinishAsync(CancellationToken cancel)
    {
        await using var killed = ffmpeg.KilledBy(cancel);
        await ffmpeg.FinishAsync(cancel);
        cancel.ThrowIfCancellationRequested();
    }

    /// <summary>The reason to give when the encoder broke off.</summary>
    public Exception Died() => ffmpeg.Died();

    public ValueTask DisposeAsync() => ffmpeg.DisposeAsync();
}
