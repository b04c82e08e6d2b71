using Dapper;
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
/// <param name="Proof">The proof as JSON, once there is one.</param>
public sealed record HandoffRow(
    Guid Id, Guid GraphicId, string PackageName, string GraphicName, string Plan, HandoffState State, string FileName,
    int FramesDone, int FramesTotal, int Runs, long? Bytes, string? Problem, string? Proof, DateTime AskedAt, DateTime? BegunAt, DateTime? EndedAt)
{
    // Dapper fills this one: the database has the state as text.
    public HandoffRow(
        Guid id, Guid graphicId, string packageName, string graphicName, string plan, string state, string fileName,
        int framesDone, int framesTotal, int runs, long? bytes, string? problem, string? proof, DateTime askedAt, DateTime? begunAt, DateTime? endedAt)
        : this(id, graphicId, packageName, graphicName, plan, Enum.Parse<HandoffState>(state, true), fileName, framesDone, framesTotal, runs, bytes, problem, proof, askedAt, begunAt, endedAt)
    {
    }
}

/// <summary>Handoffs: asked for, under way, done.</summary>
public sealed class HandoffStore(NpgsqlDataSource database)
{
    private const string Columns =
        """
        id, graphic_id as graphicId, package_name as packageName, graphic_name as graphicName, plan::text as plan, state, file_name as fileName,
        frames_done as framesDone, frames_total as framesTotal, runs, bytes, problem, proof::text as proof,
        asked_at as askedAt, begun_at as begunAt, ended_at as endedAt
        """;

    /// <summary>Keeps a new handoff and gives its file a version that was never given before.</summary>
    /// <param name="stem">package_graphic; the version is counted for it.</param>
    /// <param name="name">Makes the file's name from the version.</param>
    public async Task<Guid> AddAsync(Guid graphic, string packageName, string graphicName, string document, string plan, int frames, string stem, Func<int, string> name)
    {
        var id = Guid.NewGuid();
        await using var connection = await database.OpenConnectionAsync();
        var version = await connection.QuerySingleAsync<int>(
            "insert into file_versions (stem, version) values (@stem, 1) on conflict (stem) do update set version = file_versions.version + 1 returning version", new { stem });
        await connection.ExecuteAsync(
            """
            insert into handoffs (id, graphic_id, package_name, graphic_name, document, plan, state, file_name, frames_total)
            values (@id, @graphic, @packageName, @graphicName, @document, @plan::jsonb, 'queued', @fileName, @frames)
            """, new { id, graphic, packageName, graphicName, document, plan, fileName = name(version), frames });
        return id;
    }

    /// <summary>The newest handoffs, of one graphic or of all.</summary>
    public async Task<IReadOnlyList<HandoffRow>> ListAsync(Guid? graphic)
    {
        await using var connection = await database.OpenConnectionAsync();
        return [.. await connection.QueryAsync<HandoffRow>(
            $"select {Columns} from handoffs where @graphic::uuid is null or graphic_id = @graphic order by asked_at desc limit 100", new { graphic })];
    }

    public async Task<HandoffRow?> FindAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<HandoffRow>($"select {Columns} from handoffs where id = @id", new { id });
    }

    public async Task<string> DocumentAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleAsync<string>("select document from handoffs where id = @id", new { id });
    }

    /// <summary>Begins a run. Returns how many runs have begun, this one included, or null when the handoff is not to be run.</summary>
    public async Task<int?> BeginAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<int?>(
            """
            update handoffs set state = 'rendering', runs = runs + 1, frames_done = 0, problem = null, begun_at = now(), ended_at = null
            where id = @id and state in ('queued', 'rendering', 'proving') and not cancel_asked returning runs
            """, new { id });
    }

    /// <summary>Puts a handoff back in line because its worker is being stopped; that run is not counted.</summary>
    public async Task PutBackAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync("update handoffs set state = 'queued', runs = runs - 1, frames_done = 0 where id = @id", new { id });
    }

    /// <summary>Notes progress. Returns true when somebody asked to cancel.</summary>
    public async Task<bool> ProgressAsync(Guid id, HandoffState state, int frames)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.QuerySingleOrDefaultAsync<bool>(
            "update handoffs set state = @state, frames_done = @frames where id = @id returning cancel_asked", new { id, state = Text(state), frames });
    }

    /// <summary>Notes the end.</summary>
    public async Task EndAsync(Guid id, HandoffState state, long? bytes = null, string? problem = null, string? proof = null)
    {
        await using var connection = await database.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            update handoffs set state = @state, bytes = @bytes, problem = @problem, proof = @proof::jsonb, ended_at = now(),
                frames_done = case when @state = 'done' then frames_total else frames_done end
            where id = @id
            """,
            new { id, state = Text(state), bytes, problem, proof });
    }

    /// <summary>Asks to cancel; one that has not begun is cancelled at once.</summary>
    public async Task<bool> CancelAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
            """
            update handoffs set cancel_asked = true,
                state = case when state = 'queued' then 'cancelled' else state end,
                ended_at = case when state = 'queued' then now() else ended_at end
            where id = @id and state in ('queued', 'rendering', 'proving')
            """, new { id }) > 0;
    }

    /// <summary>Puts one that failed or was cancelled in line again.</summary>
    public async Task<bool> AgainAsync(Guid id)
    {
        await using var connection = await database.OpenConnectionAsync();
        return await connection.ExecuteAsync(
            "update handoffs set state = 'queued', cancel_asked = false, runs = 0, problem = null, frames_done = 0, ended_at = null where id = @id and state in ('failed', 'cancelled')", new { id }) > 0;
    }

    private static string Text(HandoffState state) => state.ToString().ToLowerInvariant();
}
