namespace Hang.Media.Slices;

/// <summary>
/// What was learnt of the file that was finished last, for the next one that is alike: takes of one graphic share most of it. One is kept; whoever takes it has it alone, and
/// brings it back when nothing of it is under way any more.
/// </summary>
/// <typeparam name="T">What is learnt.</typeparam>
internal sealed class LastOf<T> where T : class
{
    private readonly Lock door = new();
    private (string Alike, T Learnt)? kept;

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

    public void Forget()
    {
        lock (door)
        {
            kept = null;
        }
    }

    public void Return(string alike, T learnt)
    {
        lock (door)
        {
            kept = (alike, learnt);
        }
    }
}
