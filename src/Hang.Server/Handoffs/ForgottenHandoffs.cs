using Hang.Store.Handoffs;
using Hangfire;

namespace Hang.Server.Handoffs;

/// <summary>
/// Puts handoffs in line that nobody works at: the row is there, but the server died before the job was in line, or the worker died. Should one be
/// in line twice, the second run finds the first alive and does nothing.
/// </summary>
public sealed class ForgottenHandoffs(HandoffStore store, IBackgroundJobClient jobs, ILogger<ForgottenHandoffs> log) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(10);

    /// <summary>So long a handoff may wait for a free worker without being looked after: jobs in line twice cost nothing but a look.</summary>
    private static readonly TimeSpan Quiet = TimeSpan.FromSeconds(30);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var asked = new Dictionary<Guid, DateTime>();
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await store.EndCancelledAsync(Quiet);
                foreach (var id in await store.ForgottenAsync(Quiet))
                {
                    // One that waits for its turn is not put in line every few seconds.
                    if (asked.TryGetValue(id, out var last) && DateTime.UtcNow - last < 10 * Quiet)
                    {
                        continue;
                    }
                    asked[id] = DateTime.UtcNow;
                    log.LogInformation("Handoff {Handoff} is put in line again", id);
                    jobs.Enqueue<HandoffJob>(j => j.RunAsync(id, CancellationToken.None));
                }
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                log.LogWarning("Handoffs could not be looked after: {Problem}", e.Message);
            }
            await Task.Delay(Pause, stoppingToken).ContinueWith(_ => { }, TaskScheduler.Default);
        }
    }
}
