using Hang.Store.Handoffs;

namespace Hang.Server.Handoffs;

/// <summary>Notes a run's progress a few times a second, and stops it when somebody asked for that or another run has begun. A note that fails is made up for by the next.</summary>
internal sealed class ProgressNotes : IProgress<int>, IAsyncDisposable
{
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(250);
    private readonly CancellationTokenSource ended = new();
    private readonly Task noting;
    private int frames;

    public ProgressNotes(HandoffStore store, Guid id, int run, HandoffState state, CancellationTokenSource cancel, ILogger log) => noting = NoteAsync(store, id, run, state, cancel, log);

    public void Report(int value) => Volatile.Write(ref frames, value);

    public async ValueTask DisposeAsync()
    {
        await ended.CancelAsync();
        await noting;
        ended.Dispose();
    }

    private async Task NoteAsync(HandoffStore store, Guid id, int run, HandoffState state, CancellationTokenSource cancel, ILogger log)
    {
        while (!ended.IsCancellationRequested)
        {
            try
            {
                if (await store.ProgressAsync(id, run, state, Volatile.Read(ref frames)))
                {
                    await cancel.CancelAsync();
                    return;
                }
            }
            catch (Exception e)
            {
                log.LogWarning("Progress of handoff {Handoff} could not be noted: {Problem}", id, e.Message);
            }
            await Task.Delay(Pause, ended.Token).ContinueWith(_ => { }, TaskScheduler.Default);
        }
    }
}
