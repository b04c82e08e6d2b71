namespace Hang.Server.Rosters;

/// <summary>
/// Pictures that somebody looks for are painted in the order that they were asked for, as many at a time as there are cores: side by side, the
/// first would come as late as the last. They come before what can wait, which pauses between its parts.
/// </summary>
public sealed class SeenFirst : IDisposable
{
    private static readonly TimeSpan Look = TimeSpan.FromMilliseconds(2);
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(1);
    private readonly SemaphoreSlim cores = new(Environment.ProcessorCount);
    private int asked;

    /// <summary>How many pictures are being painted or wait for their turn.</summary>
    internal int Asked => Volatile.Read(ref asked);

    /// <summary>Paints when it is its turn.</summary>
    public async Task<T> PaintAsync<T>(Func<T> paint, CancellationToken cancel)
    {
        Interlocked.Increment(ref asked);
        try
        {
            await cores.WaitAsync(cancel);
            try
            {
                return paint();
            }
            finally
            {
                cores.Release();
            }
        }
        finally
        {
            Interlocked.Decrement(ref asked);
        }
    }

    /// <summary>Waits until no picture is asked for, a second at most: what can wait gets done all the same.</summary>
    public async Task QuietAsync(CancellationToken cancel)
    {
        var since = TimeProvider.System.GetTimestamp();
        while (Asked > 0 && TimeProvider.System.GetElapsedTime(since) < Patience)
        {
            await Task.Delay(Look, cancel);
        }
    }

    public void Dispose() => cores.Dispose();
}
