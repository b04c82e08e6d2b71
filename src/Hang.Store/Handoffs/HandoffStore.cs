using Dapper;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Store.Sentences;
using Npgsql;

namespace Hang.Store.Handoffs;

/// <summary>Where a handoff stands.</summary>
public enum HandoffState
{
    Queued,
    Rendering,
    Proving,
    Done,
    Failed,
    Cancelled,
}

/// <summary>A handoff, without its document.</summary>
/// <param name="Plan">The plan as JSON.</param>
/// <param name="Runs">Runs begun since it was asked for, those cut off by a dead worker included.</param>
/// <param name="Run">Number of the last run, whose files count; 0 for one that was done before runs had numbers.</param>
/// <param name="Proof">The proof as JSON, once there is one.</param>
/// <param name="Card">The name card as JSON; null for one that was asked for before there were name cards.</param>
/// <param name="StepAt">When its current step began: rendering, or proving.</param>
/// <param name="Priority">The higher goes first.</param>
/// <param name="Held">True: it waits until somebody lets it go on.</param>
/// <param name="Note">What a person wrote to it.</param>
/// <param name="Take">What was filled in, as JSON; null for the graphic as it was.</param>
public sealed record HandoffRow(
    Guid Id,
    Guid GraphicId,
    string PackageName,
    string GraphicName,
    string Plan,
    HandoffState State,
    string FileName,
    int FramesDone,
    int FramesTotal,
    int Runs,
    int Run,
    long? Bytes,
    Sentence? Problem,
    string? Proof,
    DateTime AskedAt,
    DateTime? BegunAt,
    DateTime? EndedAt,
    string? Card,
    DateTime? StepAt,
    int Priority,
    bool Held,
    string Note,
    string? Take
)
{
    // Dapper fills this one: the database has the state as text.
    public HandoffRow(
        Guid id,
        Guid graphicId,
        string packageName,
        string graphicName,
        string plan,
        string state,
        string fileName,
        int framesDone,
        int framesTotal,
        int runs,
        int run,
        long? bytes,
        Sentence? problem,
        string? proof,
        DateTime askedAt,
        DateTime? begunAt,
        DateTime? endedAt,
        string? card,
        DateTime? stepAt,
        int priority,
        bool held,
        string note,
        string? take
    )
        : this(
            id,
            graphicId,
            packageName,
            graphicName,
            plan,
            Enum.Parse<HandoffState>(state, true),
            fileName,
            framesDone,
            framesTotal,
            runs,
            run,
            bytes,
            problem,
            proof,
            askedAt,
            begunAt,
            endedAt,
            card,
            stepAt,
            priority,
            held,
            note,
            take
        ) { }
}

/// <summary>A handoff that is asked for.</summary>
/// <param name="Document">The graphic as it is now.</param>
/// <param name="Plan">As JSON.</param>
/// <param name="Stem">The file's name without its version, which is counted for it.</param>
/// <param name="Named">The file's name and its name card as JSON, from the version.</param>
public sealed record NewHandoff(
    Guid Graphic,
    string PackageName,
    string GraphicName,
    string Document,
    string Plan,
    int Frames,
    string Stem,
    Func<int, (string FileName, string? Card)> Named
)
{
    public string Note { get; init; } = "";

    public int Priority { get; init; }

    /// <summary>What is filled in, as JSON; null for the graphic as it is.</summary>
    public string? Take { get; init; }
}

/// <summary>A run of a handoff that has begun.</summary>
/// <param name="Handoff">Its id.</param>
/// <param name="Number">Never used again.</param>
/// <param name="Begun">How many have begun since it was asked for, this one included.</param>
/// <param name="Frames">Frames of the file.</param>
public sealed record HandoffRun(Guid Handoff, int Number, int Begun, int Frames);

/// <summary>The line of handoffs.</summary>
/// <param name="Waiting">Handoffs that nobody has taken yet; those that are held do not count.</param>
/// <param name="UnderWay">Handoffs that are rendered or proved.</param>
/// <param name="Frames">Frames of both that are still to be rendered.</param>
/// <param name="OldestSeconds">For how long the oldest of those that wait has waited.</param>
/// <param name="Workers">Workers that have been heard of.</param>
/// <param name="DonePerSecond">Frames of all files that were done within ten minutes, for each second since the first of them was begun.</param>
public sealed record LineState(int Waiting, int UnderWay, long Frames, double OldestSeconds, int Workers, double DonePerSecond);

/// <summary>Handoffs: asked for, under way, done.</summary>
public sealed class HandoffStore(NpgsqlDataSource database)
{
    private static readonly string Columns = $"""
        id, graphic_id as graphicId, package_name as packageName, graphic_name as graphicName, plan::text as plan, state, file_name as fileName,
        frames_done as framesDone, frames_total as framesTotal, runs, run, bytes, {KeptSentence.Column("problem")}, proof::text as proof,
        asked_at as askedAt, begun_at as begunAt, ended_at as endedAt, card::text as card, step_at as stepAt, priority, held, note, take::text as take
        """;

    /// <summary>Keeps a new handoff and gives its file a version that was never given before.</summary>
    public async Task<Guid> AddAsync(NewHandoff handoff, CancellationToken cancel = default) => (await AddAsync([handoff], cancel))[0];

    /// <summary>Keeps several new handoffs, all or none; they are made one after the other, and an exception on the way keeps none.</summary>
    public async Task<IReadOnlyList<Guid>> AddAsync(IEnumerable<NewHandoff> handoffs, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var ids = new List<Guid>();
        foreach (var handoff in handoffs)
        {
            var id = Guid.NewGuid();
            var version = await connection.QuerySingleAsync<int>(
                new(
                    "insert into file_versions (stem, version) values (@Stem, 1) on conflict (stem) do update set version = file_versions.version + 1 returning version",
                    new { handoff.Stem },
                    transaction,
                    cancellationToken: cancel
                )
            );
            var (fileName, card) = handoff.Named(version);
            await connection.ExecuteAsync(
                new(
                    """
                    insert into handoffs (id, graphic_id, package_name, graphic_name, document, plan, state,
                        file_name, frames_total, card, note, priority, take)
                    values (@id, @Graphic, @PackageName, @GraphicName, @Document, @Plan::jsonb, 'queued',
                        @fileName, @Frames, @card::jsonb, @Note, @Priority, @Take::jsonb)
                    """,
                    new
                    {
                        id,
                        handoff.Graphic,
                        handoff.PackageName,
                        handoff.GraphicName,
                        handoff.Document,
                        handoff.Plan,
                        fileName,
                        handoff.Frames,
                        card,
                        handoff.Note,
                        handoff.Priority,
                        handoff.Take,
                    },
                    transaction,
                    cancellationToken: cancel
                )
            );
            ids.Add(id);
        }
        await transaction.CommitAsync(cancel);
        return ids;
    }

    /// <summary>The newest handoffs, of one graphic or of all.</summary>
    public async Task<IReadOnlyList<HandoffRow>> ListAsync(Guid? graphic, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return
        [
            .. await connection.QueryAsync<HandoffRow>(
                new(
                    $"select {Columns} from handoffs where @graphic::uuid is null or graphic_id = @graphic order by asked_at desc limit case when @graphic::uuid is null then 100 else 1000 end",
                    new { graphic },
                    cancellationToken: cancel
                )
            ),
        ];
    }

    public async Task<HandoffRow?> FindAsync(Guid id, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<HandoffRow>(
            new($"select {Columns} from handoffs where id = @id", new { id }, cancellationToken: cancel)
        );
    }

    public async Task<string> DocumentAsync(Guid id, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleAsync<string>(new("select document from handoffs where id = @id", new { id }, cancellationToken: cancel));
    }

    /// <summary>
    /// Takes the handoff of the highest priority that waits, or whose worker has died, the oldest first, and begins a run of it. What is done under an
    /// earlier run's number has no effect any more.
    /// </summary>
    /// <param name="quiet">How long one that is under way must not have been heard of to count as dead.</param>
    /// <returns>The run; null when nothing waits.</returns>
    public async Task<HandoffRun?> TakeAsync(TimeSpan quiet, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<HandoffRun>(
            new(
                """
                update handoffs
                    set state = 'rendering', run = run + 1, runs = runs + 1, frames_done = 0, problem = null, problem_say = null,
                        begun_at = now(), step_at = now(), noted_at = now(), ended_at = null
                where id = (
                    select id from handoffs where not cancel_asked and ((state = 'queued' and not held) or (state in ('rendering', 'proving')
                        and noted_at < now() - @quiet))
                    order by priority desc, asked_at limit 1 for update skip locked)
                returning id as handoff, run as number, runs as begun, frames_total as frames
                """,
                new { quiet },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>Of a handoff that nobody has taken yet, and that may be taken.</summary>
    private const string Waits = "(state = 'queued' and not held and not cancel_asked)";

    /// <summary>The line as it is now.</summary>
    /// <param name="quiet">How long a worker must not have been seen to count as gone.</param>
    public async Task<LineState> LineAsync(TimeSpan quiet, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleAsync<LineState>(
            new(
                $"""
                with waiting as (select frames_total, asked_at from handoffs where {Waits}),
                    rendering as (select state, frames_total - frames_done as open from handoffs where state in ('rendering', 'proving'))
                select (select count(*)::int from waiting) as waiting,
                    (select count(*)::int from rendering) as underWay,
                    (select coalesce(sum(frames_total), 0)::bigint from waiting)
                        + (select coalesce(sum(open), 0)::bigint from rendering where state = 'rendering') as frames,
                    (select coalesce(extract(epoch from now() - min(asked_at)), 0)::double precision from waiting) as oldestSeconds,
                    (select count(*)::int from workers where seen_at >= now() - @quiet) as workers,
                    (select coalesce(sum(frames_total) / nullif(extract(epoch from now() - min(begun_at)), 0), 0)::double precision
                        from handoffs where state = 'done' and ended_at > now() - interval '10 minutes') as donePerSecond
                """,
                new { quiet },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>Whether there is a handoff that nobody has taken yet.</summary>
    public async Task<bool> SomeWaitAsync(CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteScalarAsync<bool>(new($"select exists (select from handoffs where {Waits})", cancellationToken: cancel));
    }

    /// <summary>Puts a handoff back in line because its worker is being stopped; that run is not counted. One that was to be cancelled is.</summary>
    public async Task PutBackAsync(Guid id, int run, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                """
                update handoffs set state = case when cancel_asked then 'cancelled' else 'queued' end, ended_at = case when cancel_asked then now() end,
                    runs = runs - 1, frames_done = 0, noted_at = now() where id = @id and run = @run
                """,
                new { id, run },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>Notes progress. Returns true when the run is to stop: somebody asked to cancel, or another run has begun.</summary>
    public async Task<bool> ProgressAsync(Guid id, int run, HandoffState state, int frames, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<bool?>(
            new(
                "update handoffs set step_at = case when state = @state then step_at else now() end, state = @state, frames_done = @frames, noted_at = now() where id = @id and run = @run and state in ('rendering', 'proving') returning cancel_asked",
                new
                {
                    id,
                    run,
                    state = Text(state),
                    frames,
                },
                cancellationToken: cancel
            )
        ) ?? true;
    }

    /// <summary>Keeps a run's name card, as JSON. Returns false when another run has begun.</summary>
    public async Task<bool> CardAsync(Guid id, int run, string card, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new(
                    "update handoffs set card = @card::jsonb, noted_at = now() where id = @id and run = @run",
                    new
                    {
                        id,
                        run,
                        card,
                    },
                    cancellationToken: cancel
                )
            ) > 0;
    }

    /// <summary>
    /// Notes the end of a run. Returns false when another run has begun in the meantime, or one that is done was to be cancelled: then this one's file does
    /// not count.
    /// </summary>
    public async Task<bool> EndAsync(
        Guid id,
        int run,
        HandoffState state,
        long? bytes = null,
        Sentence? problem = null,
        string? proof = null,
        CancellationToken cancel = default
    )
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new(
                    """
                    update handoffs set state = @state, bytes = @bytes, problem = @problem, problem_say = @say::jsonb, proof = @proof::jsonb,
                        ended_at = now(), noted_at = now(),
                        frames_done = case when @state = 'done' then frames_total else frames_done end
                    where id = @id and run = @run and (@state <> 'done' or not cancel_asked)
                    """,
                    new
                    {
                        id,
                        run,
                        state = Text(state),
                        bytes,
                        problem = problem?.ToString(),
                        say = problem is null ? null : SentenceJson.Text(problem),
                        proof,
                    },
                    cancellationToken: cancel
                )
            ) > 0;
    }

    /// <summary>How many wait, or seem to be under way, and have not been heard of for so long.</summary>
    public async Task<int> QuietAsync(TimeSpan quiet, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleAsync<int>(
            new(
                "select count(*)::int from handoffs where state in ('queued', 'rendering', 'proving') and noted_at < now() - @quiet",
                new { quiet },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>Ends those that were to be cancelled and whose worker died before it heard of that.</summary>
    public async Task EndCancelledAsync(TimeSpan quiet, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                "update handoffs set state = 'cancelled', ended_at = now() where cancel_asked and (state = 'queued' or state in ('rendering', 'proving')) and noted_at < now() - @quiet",
                new { quiet },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>Asks to cancel; one that has not begun is cancelled at once.</summary>
    public async Task<bool> CancelAsync(Guid id, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new(
                    """
                    update handoffs set cancel_asked = true,
                        state = case when state = 'queued' then 'cancelled' else state end,
                        ended_at = case when state = 'queued' then now() else ended_at end
                    where id = @id and state in ('queued', 'rendering', 'proving')
                    """,
                    new { id },
                    cancellationToken: cancel
                )
            ) > 0;
    }

    /// <summary>Puts one that failed or was cancelled in line again.</summary>
    public async Task<bool> AgainAsync(Guid id, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new(
                    "update handoffs set state = 'queued', cancel_asked = false, runs = 0, problem = null, problem_say = null, frames_done = 0, noted_at = now(), ended_at = null where id = @id and state in ('failed', 'cancelled')",
                    new { id },
                    cancellationToken: cancel
                )
            ) > 0;
    }

    /// <summary>Changes what a person may say of a handoff: null leaves a thing as it is. Whether it is held counts only while it waits.</summary>
    public async Task<bool> ArrangeAsync(Guid id, int? priority, bool? held, string? note, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new(
                    "update handoffs set priority = coalesce(@priority, priority), held = coalesce(@held, held), note = coalesce(@note, note) where id = @id",
                    new
                    {
                        id,
                        priority,
                        held,
                        note,
                    },
                    cancellationToken: cancel
                )
            ) > 0;
    }

    /// <summary>Remembers how a graphic was handed off last, as JSON.</summary>
    public async Task RememberAsync(Guid graphic, string order, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new(
                "insert into last_orders (graphic_id, handoff_order) values (@graphic, @order::jsonb) on conflict (graphic_id) do update set handoff_order = excluded.handoff_order",
                new { graphic, order },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>How a graphic was handed off last, as JSON; null when it never was.</summary>
    public async Task<string?> RememberedAsync(Guid graphic, CancellationToken cancel = default)
    {
        await using var connection = await database.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<string?>(
            new("select handoff_order::text from last_orders where graphic_id = @graphic", new { graphic }, cancellationToken: cancel)
        );
    }

    private static string Text(HandoffState state) => state.ToString().ToLowerInvariant();
}
