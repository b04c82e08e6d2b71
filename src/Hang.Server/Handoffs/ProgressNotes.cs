using Hang.Store.Handoffs;

namespace Hang.Server.Handoffs;

/// <summary>Notes a handoff's progress a few times a second, and cancels it when somebody asked for that.</summary>
internal sealed class ProgressNotes : IProgress<int>, IAsyncDisposable
{
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(250);
    private readonly CancellationTokenSource ended = new();
    private readonly Task noting;
    private int frames;

    public ProgressNotes(HandoffStore store, Guid id, HandoffState state, CancellationTokenSource cancel) => noting = NoteAsync(store, id, state, cancel);

    public void Report(int value) => Volatile.Write(ref frames, value);

    public async ValueTask DisposeAsync()
    {
        await ended.CancelAsync();
        await noting;
        ended.Dispose();
    }

    private async Task NoteAsync(HandoffStore store, Guid id, HandoffState state, CancellationTokenSource cancel)
    {
        while (!ended.IsCancellationRequested)
        {
            if (await store.ProgressAsync(id, state, Volatile.Read(ref frames)))
            {
                await cancel.CancelAsync();
                return;
            }
            await Task.Delay(Pause, ended.Token).ContinueWith(_ => { }, TaskScheduler.Default);
        }
    }
}
