using System.Threading.Channels;
using Npgsql;

namespace Hang.Server.Handoffs;

/// <summary>Hears from the database of every change of a handoff, whichever process made it, and tells it on in this one.</summary>
public sealed class HandoffNews(NpgsqlDataSource database, ILogger<HandoffNews> log) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(1);
    private readonly Lock sync = new();
    private readonly List<Channel<Guid?>> listeners = [];

    /// <summary>Changes from now on, until the token ends it. Null: anything may have changed, because the line to the database was broken.</summary>
    public async IAsyncEnumerable<Guid?> ListenAsync([System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken cancel)
    {
        var mine = Channel.CreateUnbounded<Guid?>();
        lock (sync)
        {
            listeners.Add(mine);
        }
        try
        {
            await foreach (var id in mine.Reader.ReadAllAsync(cancel))
            {
                yield return id;
            }
        }
        finally
        {
            lock (sync)
            {
                listeners.Remove(mine);
            }
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await using var connection = await database.OpenConnectionAsync(stoppingToken);
                connection.Notification += (_, e) => Tell(Guid.TryParse(e.Payload, out var id) ? id : null);
                await using (var listen = new NpgsqlCommand("listen handoffs", connection))
                {
                    await listen.ExecuteNonQueryAsync(stoppingToken);
                }
                Tell(null);
                while (true)
                {
                    await connection.WaitAsync(stoppingToken);
                }
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                log.LogWarning("Changes of handoffs are not heard for the moment: {Problem}", e.Message);
            }
            await Task.Delay(Pause, stoppingToken).ContinueWith(_ => { }, TaskScheduler.Default);
        }
    }

    private void Tell(Guid? id)
    {
        lock (sync)
        {
            foreach (var listener in listeners)
            {
                listener.Writer.TryWrite(id);
            }
        }
    }
}
