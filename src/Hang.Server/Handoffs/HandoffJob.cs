using System.Text.Json;
using Hang.Core;
using Hang.Core.Documents;
using Hang.Core.Json;
using Hang.Core.Evaluation;
using Hang.Core.Handoff;
using Hang.Media.Proofs;
using Hang.Media.Rendering;
using Hang.Paint.Pictures;
using Hang.Paint.Shaping;
using Hang.Store.Files;
using Hang.Store.Handoffs;
using Hangfire;

namespace Hang.Server.Handoffs;

/// <summary>Renders a handoff and proves its file. Run by a worker; when the worker dies, another begins it anew.</summary>
public sealed class HandoffJob(HandoffStore store, IFileStore files, PictureShelf pictures, ILogger<HandoffJob> log)
{
    /// <summary>After so many runs that took their worker down, a handoff is given up.</summary>
    public const int MostRuns = 3;

    /// <summary>Where a handoff's file and proof pictures lie.</summary>
    public static string Key(Guid id, string name) => $"handoffs/{id:N}/{name}";

    /// <param name="stopping">Hangfire's token: the worker is being stopped, and another will take the job.</param>
    [AutomaticRetry(Attempts = 0)]
    public async Task RunAsync(Guid id, CancellationToken stopping)
    {
        if (await store.BeginAsync(id) is not { } runs || await store.FindAsync(id) is not { } row)
        {
            return;
        }
        if (runs > MostRuns)
        {
            await store.EndAsync(id, HandoffState.Failed, problem: $"The worker died {MostRuns} times while at this handoff. Try a smaller size or another kind of file, and run it again.");
            return;
        }
        using var cancel = CancellationTokenSource.CreateLinkedTokenSource(stopping);
        var path = files.PathOf(Key(id, row.FileName));
        try
        {
            log.LogInformation("Handoff {Handoff} begins run {Run}: {File}", id, runs, row.FileName);
            var graphic = GraphicJson.Read(await store.DocumentAsync(id));
            var plan = JsonSerializer.Deserialize<HandoffPlan>(row.Plan, ReportJson.Options)!;
            var evaluator = new Evaluator(graphic, TypeShaper.Shipped);
            // A run that died between renaming the file and noting it has left the file; it is this handoff's own.
            File.Delete(path);
            await using (var notes = new ProgressNotes(store, id, HandoffState.Rendering, cancel))
            {
                await Renderer.RenderAsync(evaluator, plan, pictures, path, Path.GetFileNameWithoutExtension(row.FileName), progress: notes, cancel: cancel.Token);
            }
            ProofResult result;
            await using (var notes = new ProgressNotes(store, id, HandoffState.Proving, cancel))
            {
                result = await Prover.ProveAsync(evaluator, plan, pictures, path, notes, cancel.Token);
            }
            await File.WriteAllBytesAsync(files.PathOf(Key(id, "strip.png")), result.Strip, stopping);
            foreach (var (frame, png) in result.SideBySide)
            {
                await File.WriteAllBytesAsync(files.PathOf(Key(id, $"side-{frame}.png")), png, stopping);
            }
            await store.EndAsync(id, HandoffState.Done, new FileInfo(path).Length, proof: JsonSerializer.Serialize(result.Proof, ReportJson.Options));
            log.LogInformation("Handoff {Handoff} done: {Verdict}", id, result.Proof.Verdict);
        }
        catch (OperationCanceledException) when (stopping.IsCancellationRequested)
        {
            await store.PutBackAsync(id);
            throw;
        }
        catch (OperationCanceledException)
        {
            File.Delete(path);
            await store.EndAsync(id, HandoffState.Cancelled);
        }
        catch (ProblemException e)
        {
            File.Delete(path);
            log.LogWarning("Handoff {Handoff} failed: {Problem}", id, e.Problem);
            await store.EndAsync(id, HandoffState.Failed, problem: e.Problem.ToString());
        }
        catch (Exception e)
        {
            File.Delete(path);
            log.LogError(e, "Handoff {Handoff} failed", id);
            await store.EndAsync(id, HandoffState.Failed, problem: $"Something unforeseen stopped it: {e.Message} Run it again; if it stays so, look at the server's log.");
        }
    }
}
