namespace Hang.Server.Handoffs;

/// <summary>
/// Notes how far something is a few times a second, and stops it when somebody asked for that or another has taken it over. A note that fails is made up
/// for by the next.
/// </summary>
internal sealed class ProgressNotes : IProgress<int>, IAsyncDisposable
{
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(250);
    private readonly CancellationTokenSource ended = new();
    private readonly Task noting;
    private int frames;

    /// <param name="note">Notes the number of frames done, and returns true when it is to stop.</param>
    /// <param name="what">What is done, for the log.</param>
    /// <param name="cancel">Cancelled when it is to stop.</param>
    public ProgressNotes(Func<int, Task<bool>> note, string what, CancellationTokenSource cancel, ILogger log) => noting = NoteAsync(note, what, cancel, log);

    public void Report(int value) => Volatile.Write(ref frames, value);

    public async ValueTask DisposeAsync()
    {
        await ended.CancelAsync();
        await noting;
        ended.Dispose();
    }

    private async Task NoteAsync(Func<int, Task<bool>> note, string what, CancellationTokenSource cancel, ILogger log)
    {
        while (!ended.IsCancellationRequested)
        {
            try
            {
                if (await note(Volatile.Read(ref frames)))
                {
                    await cancel.CancelAsync();
                    return;
                }
            }
            catch (Exception e)
            {
                log.LogWarning("Progress of {What} could not be noted: {Problem}", what, e.Message);
            }
            await Task.Delay(Pause, ended.Token).ContinueWith(_ => { }, TaskScheduler.Default);
        }
    }
}
