using Dapper;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Store.Sentences;
using Npgsql;

namespace Hang.Store.Handoffs;

/// <summary>A part of a handoff that a worker has taken.</summary>
/// <param name="First">Place of its first frame in the file.</param>
/// <param name="Taken">How often it was begun, this time included.</param>
public sealed record ChunkRun(Guid Handoff, int Run, int Number, int First, int Frames, int Taken);

/// <summary>How far the parts of a handoff are.</summary>
/// <param name="Open">Parts that are not done yet.</param>
/// <param name="FramesDone">Frames rendered in all of them.</param>
/// <param name="Problem">Why one of them cannot be made; null while all can.</param>
public sealed record ChunkProgress(int Open, int FramesDone, Sentence? Problem);

/// <summary>Parts of handoffs that several workers render at once.</summary>
public sealed class ChunkStore(NpgsqlDataSource database)
{
    /// <summary>Cuts a run of a handoff into parts, and lets go of those of earlier runs.</summary>
    /// <param name="lengths">Frames of each part, in order.</param>
    public async Task CutAsync(Guid handoff, int run, IReadOnlyList<int> lengths, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await connection.ExecuteAsync(new("delete from handoff_chunks where handoff_id = @handoff", new { handoff }, transaction, cancellationToken: cancel));
        var first = 0;
        foreach (var (number, frames) in lengths.Index())
        {
            await connection.ExecuteAsync(
                new(
                    "insert into handoff_chunks (handoff_id, run, number, first, frames) values (@handoff, @run, @number, @first, @frames)",
                    new
                    {
                        handoff,
                        run,
                        number,
                        first,
                        frames,
                    },
                    transaction,
                    cancellationToken: cancel
                )
            );
            first += frames;
        }
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Takes a part that waits, or whose worker has died.</summary>
    /// <param name="handoff">Only of this one; null for any that is under way.</param>
    /// <param name="quiet">How long one that is being rendered must not have been heard of to count as dead.</param>
    public async Task<ChunkRun?> TakeAsync(Guid? handoff, TimeSpan quiet, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<ChunkRun>(
            new(
                """
                update handoff_chunks c set state = 'rendering', taken = taken + 1, frames_done = 0, noted_at = now()
                where (handoff_id, run, number) = (
                    select c.handoff_id, c.run, c.number from handoff_chunks c join handoffs h on h.id = c.handoff_id and h.run = c.run
                        and h.state = 'rendering' and not h.cancel_asked
                    where (@handoff::uuid is null or c.handoff_id = @handoff) and (c.state = 'waiting' or (c.state = 'rendering'
                        and c.noted_at < now() - @quiet))
                    order by h.priority desc, h.asked_at, c.number limit 1 for update of c skip locked)
                returning handoff_id as handoff, run, number, first, frames, taken
                """,
                new { handoff, quiet },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>
    /// Notes how far a part is. Returns true when it is to stop: the handoff is to be cancelled or has a later run, or another worker has taken the part.
    /// </summary>
    public async Task<bool> ProgressAsync(ChunkRun chunk, int frames, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<bool?>(
            new(
                """
                update handoff_chunks c set frames_done = @frames, noted_at = now() from handoffs h
                where h.id = c.handoff_id and c.handoff_id = @Handoff and c.run = @Run and c.number = @Number and c.taken = @Taken and c.state = 'rendering'
                returning h.cancel_asked or h.run <> c.run or h.state <> 'rendering'
                """,
                new
                {
                    chunk.Handoff,
                    chunk.Run,
                    chunk.Number,
                    chunk.Taken,
                    frames,
                },
                cancellationToken: cancel
            )
        ) ?? true;
    }

    /// <summary>Ends a part: done, or to be tried again, or failed for good.</summary>
    /// <param name="state">done, waiting or failed.</param>
    /// <returns>False when another worker has taken the part in the meantime.</returns>
    public async Task<bool> EndAsync(ChunkRun chunk, string state, Sentence? problem = null)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
                new(
                    """
                    update handoff_chunks
                        set state = @state, problem = @problem, problem_say = @say::jsonb, noted_at = now(),
                            frames_done = case when @state = 'done' then frames else 0 end
                    where handoff_id = @Handoff and run = @Run and number = @Number and taken = @Taken
                    """,
                    new
                    {
                        chunk.Handoff,
                        chunk.Run,
                        chunk.Number,
                        chunk.Taken,
                        state,
                        problem = problem?.ToString(),
                        say = problem is null ? null : SentenceJson.Text(problem),
                    }
                )
            ) > 0;
    }

    /// <summary>How far a run's parts are.</summary>
    public async Task<ChunkProgress> ProgressOfAsync(Guid handoff, int run, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleAsync<ChunkProgress>(
            new(
                $"""
                select (count(*) filter (where state <> 'done'))::int as open, coalesce(sum(frames_done), 0)::int as framesDone,
                    (array_agg({KeptSentence.Parts("problem")}) filter (where state = 'failed'))[1]::text as problem
                from handoff_chunks where handoff_id = @handoff and run = @run
                """,
                new { handoff, run },
                cancellationToken: cancel
            )
        );
    }
}
