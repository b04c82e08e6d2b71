using Hang.Core.Programs;
using Hang.Server.SignIn;

namespace Hang.Server.Live;

/// <summary>
/// One browser that looks at a graphic. A pump of its own sends it the newest state whenever there is something new; states that come while
/// one is under way are passed over, so that a browser that reads slowly holds up nobody, and gets no backlog.
/// </summary>
/// <param name="send">Sends a patch; returns when the browser's line has taken it.</param>
/// <param name="failed">Says that a state could not be shown.</param>
/// <param name="look">What this viewer is to be shown now; null when there is nothing to show.</param>
public sealed class Viewer(string session, Func<Patch, CancellationToken, Task> send, Func<Viewer, Shown?> look, Func<Exception, Task>? failed = null)
    : IDisposable
{
    private readonly CancellationTokenSource ended = new();
    private readonly Lock gate = new();
    private PatchMaker maker = new();
    private int[] wanted = [0];
    private bool pumping,
        dirty;
    private long asked,
        done;
    private TaskCompletionSource progress = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>The browser's own id, which it keeps when its line was down.</summary>
    public string Session => session;

    /// <summary>What others tell the viewer by: nobody else is told the session, since it says whose an edit is.</summary>
    public string Id { get; } = Guid.NewGuid().ToString("N");

    /// <summary>Who looks; null until they have said.</summary>
    public Person? Person { get; set; }

    /// <summary>The layers that they have selected.</summary>
    public string[] Chosen { get; set; } = [];

    /// <summary>A state that is only tried out; null when there is none.</summary>
    public ProgramCache? Preview { get; set; }

    /// <summary>What the viewer has before it.</summary>
    public ProgramCache? Sent => maker.Sent;

    /// <summary>The windows of the program that the browser holds.</summary>
    public IReadOnlyCollection<int> Wanted => wanted;

    /// <summary>Sets the windows that the browser holds from now on; others are let go on both sides.</summary>
    public void Hold(IEnumerable<int> indexes)
    {
        int[] next = [.. indexes.Distinct().Order().Take(PatchMaker.MostWindows)];
        if (!next.SequenceEqual(wanted))
        {
            wanted = next;
            Wake();
        }
    }

    /// <summary>Says that there is something new to show.</summary>
    /// <returns>Completes when it has been sent, or when the viewer is gone.</returns>
    public Task Wake()
    {
        lock (gate)
        {
            (dirty, asked) = (true, asked + 1);
            if (!pumping && !ended.IsCancellationRequested)
            {
                pumping = true;
                _ = Task.Run(PumpAsync);
            }
            return SentAsync(asked);
        }
    }

    public void Dispose()
    {
        ended.Cancel();
        lock (gate)
        {
            progress.TrySetResult();
        }
    }

    private async Task SentAsync(long number)
    {
        while (Volatile.Read(ref done) < number && !ended.IsCancellationRequested)
        {
            Task next;
            lock (gate)
            {
                next = progress.Task;
            }
            await next;
        }
    }

    private async Task FailedAsync(Exception e)
    {
        try
        {
            await (failed?.Invoke(e) ?? Task.CompletedTask);
        }
        catch (Exception)
        {
            // The line is gone, too.
        }
    }

    private async Task PumpAsync()
    {
        while (true)
        {
            long upTo;
            lock (gate)
            {
                if (!dirty || ended.IsCancellationRequested)
                {
                    pumping = false;
                    return;
                }
                (dirty, upTo) = (false, asked);
            }
            try
            {
                if (look(this) is { } shown)
                {
                    await send(maker.Next(shown, wanted), ended.Token);
                }
            }
            catch (Exception e) when (e is OperationCanceledException or IOException or ObjectDisposedException)
            {
                // The line is gone; whoever owns the viewer is told of it by the hub.
            }
            catch (Exception e)
            {
                // What the browser has of it is not known: the next patch is a whole one.
                maker = new();
                await FailedAsync(e);
            }
            lock (gate)
            {
                done = upTo;
                progress.TrySetResult();
                progress = new(TaskCreationOptions.RunContinuationsAsynchronously);
            }
        }
    }
}
