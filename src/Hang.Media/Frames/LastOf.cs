namespace Hang.Media.Frames;

/// <summary>
/// What was learnt of the file that was finished last, for the next one that is alike: takes of one graphic share most of it. One is kept; whoever takes it
/// has it alone, and brings it back when nothing of it is under way any more. What holds processes is let go when nobody asks for it.
/// </summary>
/// <param name="patience">How long it is kept; null: until another is.</param>
/// <typeparam name="T">What is learnt.</typeparam>
internal sealed class LastOf<T>(TimeSpan? patience = null) : ILastOf
    where T : class
{
    private readonly Lock door = new();
    private (string Alike, T Learnt)? kept;
    private Timer? waiting;

    /// <summary>What was learnt of a file that is alike; null where there is none, or somebody else has it.</summary>
    /// <param name="alike">All that decides whether it holds for this one.</param>
    public T? Take(string alike)
    {
        lock (door)
        {
            if (kept is not { } found || found.Alike != alike)
            {
                return null;
            }
            kept = null;
            return found.Learnt;
        }
    }

    public void Forget() => Put(null);

    public void Return(string alike, T learnt)
    {
        Put((alike, learnt));
        if (patience is { } time)
        {
            var timer = new Timer(_ => ForgetIf(learnt), null, time, Timeout.InfiniteTimeSpan);
            Interlocked.Exchange(ref waiting, timer)?.Dispose();
        }
    }

    private void Put((string Alike, T Learnt)? next)
    {
        (string Alike, T Learnt)? before;
        lock (door)
        {
            (before, kept) = (kept, next);
        }
        LetGo(before?.Learnt);
    }

    private void ForgetIf(T learnt)
    {
        lock (door)
        {
            if (kept?.Learnt != learnt)
            {
                return;
            }
            kept = null;
        }
        LetGo(learnt);
    }

    private static void LetGo(T? learnt)
    {
        if (learnt is IAsyncDisposable disposable)
        {
            _ = disposable.DisposeAsync().AsTask();
        }
    }
}
