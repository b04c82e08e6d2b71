using System.Text.Json;
using Hang.Scene.Json;
using Hang.Store.Handoffs;

namespace Hang.Server.Handoffs;

/// <summary>
/// Takes handoffs from the line and runs them: long ones one at a time, since a run paints on all cores; small ones beside each other, since most of what
/// they take is waiting for processes that begin. One whose worker died is taken again as soon as it has been quiet for a while. Where nothing waits, it
/// helps another worker with a part of what that one has taken.
/// </summary>
public sealed class HandoffWorker(
    HandoffStore store,
    WorkerStore workers,
    HandoffJob job,
    ChunkJob help,
    AtWork atWork,
    HandoffNews news,
    ILogger<HandoffWorker> log
) : BackgroundService
{
    /// <summary>A run that has not been heard of for so long is dead; a living one notes its progress four times a second.</summary>
    public static readonly TimeSpan Quiet = TimeSpan.FromSeconds(10);

    /// <summary>How often the line is looked at though nothing was heard: the dead do not tell that they are.</summary>
    private static readonly TimeSpan Look = TimeSpan.FromSeconds(2);

    /// <summary>Most frames of a handoff that leaves cores idle: its file is begun and proved in more time than it is painted.</summary>
    private const int MostSmall = 12;

    private static readonly int MostBeside = Math.Max(2, Environment.ProcessorCount);
    private readonly Guid id = Guid.NewGuid();
    private readonly Lock door = new();
    private readonly SemaphoreSlim heard = new(0, 1);
    private int here = 1;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var listening = ListenAsync(stoppingToken);
        var being = BeThereAsync(stoppingToken);
        List<(Task Run, bool Small)> underWay = [];
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                underWay.RemoveAll(u => u.Run.IsCompleted);
                await store.EndCancelledAsync(Quiet, stoppingToken);
                if (underWay.Count < MostBeside && underWay.All(u => u.Small))
                {
                    // Taken or not taken: a stop in between would leave it taken by nobody until it has been quiet for long.
                    if (await store.TakeAsync(Quiet, CancellationToken.None) is { } run)
                    {
                        var running = RunAsync(run, stoppingToken);
                        _ = running.ContinueWith(_ => Wake(), TaskScheduler.Default);
                        underWay.Add((running, run.Frames <= MostSmall));
                        continue;
                    }
                    if (underWay.Count == 0 && await help.HelpAsync(Quiet, stoppingToken))
                    {
                        continue;
                    }
                }
            }
            catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
            {
                // What is under way is still put back into the line.
            }
            catch (Exception e)
            {
                log.LogWarning("The line of handoffs could not be looked at: {Problem}", e.Message);
            }
            await heard.WaitAsync(Look, stoppingToken).ContinueWith(_ => { }, TaskScheduler.Default);
        }
        await Task.WhenAll(underWay.Select(u => u.Run));
        await listening.ContinueWith(_ => { }, TaskScheduler.Default);
        await being.ContinueWith(_ => { }, TaskScheduler.Default);
    }

    /// <summary>Does a run, whose end is noted with the handoff.</summary>
    private async Task RunAsync(HandoffRun run, CancellationToken stopping)
    {
        try
        {
            await Task.Run(() => job.RunAsync(run, Volatile.Read(ref here), Quiet, stopping), CancellationToken.None);
        }
        catch (OperationCanceledException) when (stopping.IsCancellationRequested)
        {
            // It is in the line again.
        }
        catch (Exception e)
        {
            log.LogWarning("A run of handoff {Handoff} broke off: {Problem}", run.Handoff, e.Message);
        }
    }

    /// <summary>Lets the line be looked at.</summary>
    private void Wake()
    {
        lock (door)
        {
            if (heard.CurrentCount == 0)
            {
                heard.Release();
            }
        }
    }

    /// <summary>Says that it is there, and what it is at, and counts the others.</summary>
    private async Task BeThereAsync(CancellationToken cancel)
    {
        while (!cancel.IsCancellationRequested)
        {
            try
            {
                var doing = JsonSerializer.Serialize(atWork.Now(), ReportJson.Options);
                var says = new WorkerSays(id, Environment.MachineName, Environment.ProcessorCount, atWork.FramesPerSecond(), doing);
                Volatile.Write(ref here, await workers.HereAsync(says, Quiet, cancel));
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                log.LogWarning("The workers could not be counted: {Problem}", e.Message);
            }
            await Task.Delay(Look, cancel).ContinueWith(_ => { }, TaskScheduler.Default);
        }
        try
        {
            await workers.GoneAsync(id);
        }
        catch (Exception e)
        {
            // Those who look find out by themselves.
            log.LogWarning("It could not be said that this worker is gone: {Problem}", e.Message);
        }
    }

    private async Task ListenAsync(CancellationToken cancel)
    {
        await foreach (var _ in news.ListenAsync(cancel))
        {
            Wake();
        }
    }
}
