using Hang.Store.Handoffs;

namespace Hang.Server.Handoffs;

/// <summary>
/// Takes handoffs from the line and runs them, one at a time: a run already paints on all cores. One whose worker died is taken again as soon as it
/// has been quiet for a while. Where nothing waits, it helps another worker with a part of what that one has taken.
/// </summary>
public sealed class HandoffWorker(HandoffStore store, ChunkStore chunks, HandoffJob job, ChunkJob help, HandoffNews news, ILogger<HandoffWorker> log)
    : BackgroundService
{
    /// <summary>A run that has not been heard of for so long is dead; a living one notes its progress four times a second.</summary>
    private static readonly TimeSpan Quiet = TimeSpan.FromSeconds(10);

    /// <summary>How often the line is looked at though nothing was heard: the dead do not tell that they are.</summary>
    private static readonly TimeSpan Look = TimeSpan.FromSeconds(2);

    private readonly Guid id = Guid.NewGuid();
    private int workers = 1;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var heard = new SemaphoreSlim(0, 1);
        var listening = ListenAsync(heard, stoppingToken);
        var being = BeThereAsync(stoppingToken);
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await store.EndCancelledAsync(Quiet, stoppingToken);
                // Taken or not taken: a stop in between would leave it taken by nobody until it has been quiet for long.
                if (await store.TakeAsync(Quiet, CancellationToken.None) is { } run)
                {
                    await job.RunAsync(run, Volatile.Read(ref workers), Quiet, stoppingToken);
                    continue;
                }
                if (await help.HelpAsync(Quiet, stoppingToken))
                {
                    continue;
                }
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                log.LogWarning("The line of handoffs could not be looked at: {Problem}", e.Message);
            }
            await heard.WaitAsync(Look, stoppingToken).ContinueWith(_ => { }, TaskScheduler.Default);
        }
        await listening.ContinueWith(_ => { }, TaskScheduler.Default);
        await being.ContinueWith(_ => { }, TaskScheduler.Default);
    }

    /// <summary>Says that it is there, and counts the others.</summary>
    private async Task BeThereAsync(CancellationToken cancel)
    {
        while (!cancel.IsCancellationRequested)
        {
            try
            {
                Volatile.Write(ref workers, await chunks.HereAsync(id, Quiet, cancel));
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                log.LogWarning("The workers could not be counted: {Problem}", e.Message);
            }
            await Task.Delay(Look, cancel).ContinueWith(_ => { }, TaskScheduler.Default);
        }
        try
        {
            await chunks.GoneAsync(id);
        }
        catch (Exception e)
        {
            // Those who look find out by themselves.
            log.LogWarning("It could not be said that this worker is gone: {Problem}", e.Message);
        }
    }

    private async Task ListenAsync(SemaphoreSlim heard, CancellationToken cancel)
    {
        await foreach (var _ in news.ListenAsync(cancel))
        {
            if (heard.CurrentCount == 0)
            {
                heard.Release();
            }
        }
    }
}
