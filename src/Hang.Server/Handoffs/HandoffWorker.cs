using Hang.Store.Handoffs;

namespace Hang.Server.Handoffs;

/// <summary>
/// Takes handoffs from the line and runs them, one at a time: a run already paints on all cores. One whose worker died is taken again as soon as it
/// has been quiet for a while.
/// </summary>
public sealed class HandoffWorker(HandoffStore store, HandoffJob job, HandoffNews news, ILogger<HandoffWorker> log) : BackgroundService
{
    /// <summary>A run that has not been heard of for so long is dead; a living one notes its progress four times a second.</summary>
    private static readonly TimeSpan Quiet = TimeSpan.FromSeconds(10);

    /// <summary>How often the line is looked at though nothing was heard: the dead do not tell that they are.</summary>
    private static readonly TimeSpan Look = TimeSpan.FromSeconds(2);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var heard = new SemaphoreSlim(0, 1);
        var listening = ListenAsync(heard, stoppingToken);
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await store.EndCancelledAsync(Quiet, stoppingToken);
                // Taken or not taken: a stop in between would leave it taken by nobody until it has been quiet for long.
                if (await store.TakeAsync(Quiet, CancellationToken.None) is { } run)
                {
                    await job.RunAsync(run, stoppingToken);
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
