using Dapper;
using Npgsql;

namespace Hang.Store.Handoffs;

/// <summary>What a worker says of itself.</summary>
/// <param name="Host">Name of its machine.</param>
/// <param name="Cores">How many it may use.</param>
/// <param name="FramesPerSecond">Frames that it painted a second of late.</param>
/// <param name="Doing">What it is at, as JSON; the store does not read it.</param>
public sealed record WorkerSays(Guid Id, string Host, int Cores, double FramesPerSecond, string Doing);

/// <summary>A worker that is there.</summary>
public sealed record WorkerRow(Guid Id, string Host, int Cores, DateTime BegunAt, double FramesPerSecond, string Doing);

/// <summary>The workers of a farm.</summary>
public sealed class WorkerStore(NpgsqlDataSource database)
{
    /// <summary>Notes that a worker is there, and what it says.</summary>
    /// <param name="quiet">How long one must not have been seen to be forgotten.</param>
    /// <returns>How many are there, this one included.</returns>
    public async Task<int> HereAsync(WorkerSays worker, TimeSpan quiet, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleAsync<int>(
            new(
                """
                with gone as (delete from workers where seen_at < now() - @quiet and id <> @Id),
                    me as (
                        insert into workers (id, host, cores, frames_per_second, doing) values (@Id, @Host, @Cores, @FramesPerSecond, @Doing::jsonb)
                        on conflict (id) do update set seen_at = now(), frames_per_second = @FramesPerSecond, doing = @Doing::jsonb)
                select 1 + count(*)::int from workers where id <> @Id and seen_at >= now() - @quiet
                """,
                new
                {
                    worker.Id,
                    worker.Host,
                    worker.Cores,
                    worker.FramesPerSecond,
                    worker.Doing,
                    quiet,
                },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>Forgets a worker that goes in peace.</summary>
    public async Task GoneAsync(Guid worker)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("delete from workers where id = @worker", new { worker });
    }

    /// <summary>The workers that are there, the one that has been there longest first.</summary>
    /// <param name="quiet">How long one must not have been seen to count as gone.</param>
    public async Task<IReadOnlyList<WorkerRow>> ListAsync(TimeSpan quiet, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return
        [
            .. await connection.QueryAsync<WorkerRow>(
                new(
                    """
                    select id, host, cores, begun_at as begunAt, frames_per_second as framesPerSecond, doing::text as doing
                    from workers where seen_at >= now() - @quiet order by begun_at, id
                    """,
                    new { quiet },
                    cancellationToken: cancel
                )
            ),
        ];
    }
}
