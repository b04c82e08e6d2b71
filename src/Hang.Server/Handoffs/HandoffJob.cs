using System.Diagnostics;
using System.Text.Json;
using Hang.Core.Documents;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Frames;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Media.Reports;
using Hang.Media.Sounds;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Scene;
using Hang.Scene.Json;
using Hang.Server.Hosting;
using Hang.Server.Safety;
using Hang.Store.Files;
using Hang.Store.Handoffs;

namespace Hang.Server.Handoffs;

/// <summary>Renders a handoff and proves its file. When its worker dies, another begins it anew.</summary>
public sealed class HandoffJob(
    HandoffStore store,
    IFileStore files,
    PictureShelf pictures,
    SoundShelf sounds,
    OutsideFolder outside,
    ChunkJob chunks,
    Reuse reuse,
    AtWork atWork,
    ILogger<HandoffJob> log
)
{
    /// <summary>After so many runs that took their worker down, a handoff is given up.</summary>
    public const int MostRuns = 3;

    /// <summary>Where a run's file and proof pictures lie: each run has a folder of its own, so that two of them never write one file.</summary>
    /// <param name="run">0: from before runs had folders.</param>
    public static string Key(Guid id, int run, string name) => run == 0 ? $"handoffs/{id:N}/{name}" : $"handoffs/{id:N}/{run}/{name}";

    /// <summary>Does a run, and notes its end.</summary>
    /// <param name="workers">How many workers there are, this one included.</param>
    /// <param name="quiet">How long a worker must not have been heard of to count as dead.</param>
    /// <param name="stopping">The worker is being stopped, and another will take the handoff.</param>
    public async Task RunAsync(HandoffRun run, int workers, TimeSpan quiet, CancellationToken stopping)
    {
        try
        {
            await DoAsync(run, workers, quiet, stopping);
        }
        catch (OperationCanceledException) when (stopping.IsCancellationRequested)
        {
            // However early it is stopped, the handoff goes back into the line.
            await store.PutBackAsync(run.Handoff, run.Number, CancellationToken.None);
            throw;
        }
    }

    private async Task DoAsync(HandoffRun run, int workers, TimeSpan quiet, CancellationToken stopping)
    {
        var id = run.Handoff;
        if (await Patient(() => store.FindAsync(id, stopping), stopping) is not { } row)
        {
            return;
        }
        if (run.Begun > MostRuns)
        {
            await EndAsync(
                id,
                run,
                HandoffState.Failed,
                problem: $"The worker died {MostRuns} times while at this handoff. Try a smaller size or another kind of file, and run it again."
            );
            return;
        }
        using var cancel = CancellationTokenSource.CreateLinkedTokenSource(stopping);
        ProgressNotes Notes(HandoffState step) => new(frames => store.ProgressAsync(id, run.Number, step, frames), $"handoff {id}", cancel, log);
        try
        {
            var path = files.PathOf(Key(id, run.Number, row.FileName));
            for (var earlier = 1; earlier < run.Number; earlier++)
            {
                await DeleteAllAsync(id, earlier);
            }
            log.LogInformation("Handoff {Handoff} begins run {Run}: {File}", id, run.Number, row.FileName);
            var graphic = GraphicJson.Read(await Patient(() => store.DocumentAsync(id, stopping), stopping));
            var plan = JsonSerializer.Deserialize<HandoffPlan>(row.Plan, ReportJson.Options)!.Demand(graphic);
            var card = row.Card is { } json ? JsonSerializer.Deserialize<NameCard>(json, ReportJson.Options) : null;
            var evaluator = new Evaluator(graphic, TypeShaper.Shipped);
            if (card is not null)
            {
                card = card.With(await PaintedFrames.CoverAsync(evaluator, pictures, cancel.Token))
                    .With(await SoundTrack.LoudnessAsync(graphic, plan, sounds, cancel.Token));
                await Patient(() => store.CardAsync(id, run.Number, JsonSerializer.Serialize(card, ReportJson.Options)), stopping);
            }
            var begun = Stopwatch.GetTimestamp();
            var othersWait = workers > 1 && await Patient(() => store.SomeWaitAsync(cancel.Token), cancel.Token);
            var lengths = Chunks.Lengths(evaluator, plan, workers, othersWait);
            var isCut = lengths.Length > 1;
            IReadOnlyList<PartProof>? parts = null;
            await using (var notes = Notes(HandoffState.Rendering))
            using (var work = Begin(row, HandoffState.Rendering, !isCut))
            {
                if (isCut)
                {
                    parts = await chunks.RenderAsync(run, evaluator, plan, card, path, lengths, new Both(notes, work), quiet, cancel.Token);
                }
                else
                {
                    await Renderer.RenderAsync(
                        evaluator,
                        plan,
                        pictures,
                        path,
                        Path.GetFileNameWithoutExtension(row.FileName),
                        progress: new Both(notes, work),
                        card: card,
                        sounds: sounds,
                        reuse: reuse,
                        cancel: cancel.Token
                    );
                }
            }
            Telemetry.RenderRate.Record(plan.Frames / Math.Max(1e-3, Stopwatch.GetElapsedTime(begun).TotalSeconds));
            ProofResult? result = null;
            await using (var notes = Notes(HandoffState.Proving))
            using (var work = Begin(row, HandoffState.Proving, false))
            {
                if (parts is not null)
                {
                    result = await Prover.ProveJoinedAsync(evaluator, plan, path, parts, sounds, cancel.Token);
                    if (result is null)
                    {
                        log.LogWarning("Handoff {Handoff}: the file's frames are not those of its parts as they are, so it is decoded as a whole.", id);
                    }
                }
                Telemetry.Proofs.Add(1, KeyValuePair.Create<string, object?>("by", result is null ? "file" : "parts"));
                result ??= await Prover.ProveAsync(evaluator, plan, pictures, path, new Both(notes, work), sounds, reuse, cancel.Token);
            }
            await files.SaveAsync(Key(id, run.Number, "strip.png"), result.Strip);
            if (result.Rim is { } rim)
            {
                await files.SaveAsync(Key(id, run.Number, "rim.png"), rim);
            }
            foreach (var (frame, png) in result.SideBySide)
            {
                await files.SaveAsync(Key(id, run.Number, $"side-{frame}.png"), png);
            }
            await files.PublishAsync(Key(id, run.Number, row.FileName), stopping);
            if (await EndAsync(id, run, HandoffState.Done, new FileInfo(path).Length, proof: result.Proof))
            {
                log.LogInformation("Handoff {Handoff} done: {Verdict}", id, result.Proof.Verdict);
                // Only what counts and holds is put where others take it from.
                if (result.Proof.Holds)
                {
                    outside.Put(path, row.FileName);
                }
            }
            else
            {
                await DeleteAllAsync(id, run.Number);
                await EndAsync(id, run, HandoffState.Cancelled);
            }
        }
        catch (OperationCanceledException) when (!stopping.IsCancellationRequested)
        {
            // Where another run has begun, this changes nothing of it.
            await DeleteAllAsync(id, run.Number);
            await EndAsync(id, run, HandoffState.Cancelled);
        }
        catch (ProblemException e)
        {
            await DeleteAllAsync(id, run.Number);
            log.LogWarning("Handoff {Handoff} failed: {Problem}", id, e.Problem);
            await EndAsync(id, run, HandoffState.Failed, problem: e.Problem.AsOne());
        }
        catch (Exception e) when (e is not OperationCanceledException && DiskProblems.Of(e) is { } problem)
        {
            await DeleteAllAsync(id, run.Number);
            log.LogWarning(e, "Handoff {Handoff} failed", id);
            await EndAsync(id, run, HandoffState.Failed, problem: problem.AsOne());
        }
        catch (Exception e) when (e is not OperationCanceledException)
        {
            await DeleteAllAsync(id, run.Number);
            log.LogError(e, "Handoff {Handoff} failed", id);
            await EndAsync(
                id,
                run,
                HandoffState.Failed,
                problem: $"Something unforeseen stopped it: {e.Message} Run it again; if it stays so, look at the server's log."
            );
        }
    }

    private async Task<bool> EndAsync(Guid id, HandoffRun run, HandoffState state, long? bytes = null, Sentence? problem = null, Proof? proof = null)
    {
        var kept = proof is null ? null : JsonSerializer.Serialize(proof, ReportJson.Options);
        var ended = await Patient(() => store.EndAsync(id, run.Number, state, bytes, problem, kept), CancellationToken.None);
        if (ended)
        {
            var end = proof is { Holds: false } ? "refused" : state.ToString().ToLowerInvariant();
            Telemetry.Ended.Add(1, KeyValuePair.Create<string, object?>("end", end));
        }
        return ended;
    }

    private AtWork.Work Begin(HandoffRow row, HandoffState step, bool paints) =>
        atWork.Begin(new(row.Id, row.FileName, step, null, 0, row.FramesTotal), paints);

    private Task<T> Patient<T>(Func<Task<T>> act, CancellationToken cancel) => Patience.WithDatabaseAsync(act, log, cancel);

    /// <summary>
    /// Deletes what a run that is over has left, on all machines; what cannot be deleted keeps nobody from telling the end. Should the run only have been
    /// paused, its end is not heard.
    /// </summary>
    private async Task DeleteAllAsync(Guid id, int run)
    {
        try
        {
            await files.DeleteAllAsync(Key(id, run, "")[..^1]);
        }
        catch (Exception e)
        {
            log.LogWarning("What run {Run} of handoff {Handoff} left could not be deleted: {Problem}", run, id, e.Message);
        }
    }
}
