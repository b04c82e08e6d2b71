using Npgsql;

namespace Hang.Server.Handoffs;

/// <summary>
/// Waits for a database that is being started again, instead of giving up what has been rendered. What a new try cannot mend is thrown at once.
/// </summary>
internal static class Patience
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(1);
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(5);

    public static async Task<T> WithDatabaseAsync<T>(Func<Task<T>> act, ILogger log, CancellationToken cancel)
    {
        var until = DateTime.UtcNow + Longest;
        while (true)
        {
            try
            {
                return await act();
            }
            catch (Exception e)
                when (e is NpgsqlException { IsTransient: true } or TimeoutException && DateTime.UtcNow < until && !cancel.IsCancellationRequested)
            {
                log.LogWarning("The database does not answer ({Problem}); trying again", e.Message);
                await Task.Delay(Pause, cancel);
            }
        }
    }
}
